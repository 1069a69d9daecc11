package gavlin.benchmarks;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/**
 * How well Gavlin's numbers of damage agree with an outside judge: Spearman's rank correlation with npm's butteraugli
 * 0.0.2 over {@link TestCrops}, each encoded in sixteen ways. The judge takes some minutes; it is looked for along
 * {@code NODE_PATH}, and what it said is kept in a file that may be given as an argument.
 */
final class DamageFigures {
    private static final int AT_ONCE = 2;

    private static final List<Encoding> ENCODINGS = Stream.of(
                    IntStream.of(8, 20, 40, 60, 80, 92).mapToObj(quality -> Encoding.jpeg(quality, Chroma.HALVED)),
                    IntStream.of(12, 35, 70).mapToObj(quality -> Encoding.jpeg(quality, Chroma.FULL)),
                    IntStream.of(2, 15, 40, 70, 90).mapToObj(quality -> Encoding.webp(quality, 100)),
                    Stream.of(
                            Encoding.palette(PictureType.PNG, 16, true), Encoding.palette(PictureType.PNG, 64, false)))
            .flatMap(all -> all)
            .toList();

    private record Judged(String picture, Encoding encoding, Damage damage, double judge) {}

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        Workbench bench = Workbench.open();
        Path scores =
                arguments.length > 0 ? Path.of(arguments[0]) : bench.folder().resolve("scores");
        Map<String, Pixels> crops = TestCrops.all();
        Map<String, Pixels> files = new LinkedHashMap<>();
        crops.forEach((name, crop) -> {
            bench.write(name + ".png", PngWriter.write(crop, Tags.NONE));
            for (Encoding encoding : ENCODINGS) {
                Pixels file = OwnFile.pixels(encoding.write(crop, Tags.NONE)).over(0);
                String key = name + "_" + encoding.code();
                files.put(key, file);
                bench.write(key + ".rgb", file.samples());
            }
            bench.write(name + ".rgb", crop.samples());
        });
        Map<String, Double> judged = judge(bench, scores, List.copyOf(files.keySet()));
        if (judged.isEmpty()) {
            Workbench.say("left out: npm's butteraugli is not installed");
            return;
        }
        List<Judged> all = new ArrayList<>();
        crops.forEach((name, crop) -> {
            Original original = new Original(crop);
            for (Encoding encoding : ENCODINGS) {
                String key = name + "_" + encoding.code();
                all.add(new Judged(name, encoding, original.damage(files.get(key)), judged.get(key)));
            }
        });
        report(all);
    }

    private static void report(List<Judged> all) {
        System.out.printf(
                "%n%d encodes of %d crops: rank correlation with butteraugli, over all and within each crop (mean, least)%n",
                all.size(), all.size() / ENCODINGS.size());
        say("SSIM", all, one -> 1 - one.damage.ssim());
        say("multi-scale SSIM", all, one -> 1 - one.damage.structure());
        say("worst places", all, one -> 1 - one.damage.worstPlaces());
        say("added edges", all, one -> one.damage.addedEdges());
        say("colour", all, one -> one.damage.colour());
        say("the worst of them", all, one -> one.damage.seen());
    }

    private static void say(String name, List<Judged> all, ToDoubleFunction<Judged> number) {
        double[] within = all.stream()
                .map(Judged::picture)
                .distinct()
                .mapToDouble(picture -> correlation(
                        all.stream().filter(one -> one.picture.equals(picture)).toList(), number))
                .toArray();
        Workbench.say(
                "%-18s %.3f   %.3f  %.3f",
                name,
                correlation(all, number),
                Arrays.stream(within).average().orElse(0),
                Arrays.stream(within).min().orElse(0));
    }

    /** Pearson's of the ranks; ties share their mean. */
    private static double correlation(List<Judged> all, ToDoubleFunction<Judged> number) {
        double[] a = ranks(all.stream().mapToDouble(number).toArray());
        double[] b = ranks(all.stream().mapToDouble(Judged::judge).toArray());
        double mean = (all.size() - 1) / 2.0;
        double ab = 0;
        double aa = 0;
        double bb = 0;
        for (int i = 0; i < a.length; i++) {
            ab += (a[i] - mean) * (b[i] - mean);
            aa += (a[i] - mean) * (a[i] - mean);
            bb += (b[i] - mean) * (b[i] - mean);
        }
        return aa * bb == 0 ? 0 : ab / Math.sqrt(aa * bb);
    }

    private static double[] ranks(double[] values) {
        Integer[] order = IntStream.range(0, values.length).boxed().toArray(Integer[]::new);
        Arrays.sort(order, Comparator.comparingDouble(i -> values[i]));
        double[] ranks = new double[values.length];
        for (int from = 0, to; from < order.length; from = to) {
            to = from + 1;
            while (to < order.length && values[order[to]] == values[order[from]]) {
                to++;
            }
            for (int i = from; i < to; i++) {
                ranks[order[i]] = (from + to - 1) / 2.0;
            }
        }
        return ranks;
    }

    /** Runs the judge over all that it has not seen yet. */
    private static Map<String, Double> judge(Workbench bench, Path scores, List<String> keys) throws Exception {
        bench.write(
                "judge.js", DamageFigures.class.getResourceAsStream("judge.js").readAllBytes());
        if (!Files.exists(scores)) {
            List<Process> running = new ArrayList<>();
            for (int part = 0; part < AT_ONCE; part++) {
                int own = part;
                List<String> command = new ArrayList<>(List.of("node", "judge.js", TestCrops.SIDE + ""));
                IntStream.range(0, keys.size()).filter(i -> i % AT_ONCE == own).forEach(i -> command.add(keys.get(i)));
                running.add(new ProcessBuilder(command)
                        .directory(bench.folder().toFile())
                        .redirectError(ProcessBuilder.Redirect.DISCARD)
                        .redirectOutput(bench.folder().resolve("scores" + part).toFile())
                        .start());
            }
            StringBuilder said = new StringBuilder();
            for (int part = 0; part < AT_ONCE; part++) {
                running.get(part).waitFor();
                said.append(new String(bench.read("scores" + part)));
            }
            Files.writeString(scores, said);
        }
        Map<String, Double> judged = new LinkedHashMap<>();
        for (String line : Files.readAllLines(scores)) {
            String[] parts = line.split(" ");
            judged.put(parts[0], Double.parseDouble(parts[1]));
        }
        return judged;
    }

    private DamageFigures() {}
}
