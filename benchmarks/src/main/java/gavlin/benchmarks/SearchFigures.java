package gavlin.benchmarks;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch;
import gavlin.core.weight.WeightSearch.Outcome;
import gavlin.core.weight.WeightSearch.Request;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javax.imageio.ImageIO;

/** How long the search of a large picture takes under limits that bind and one that doesn't: its first file, the best that is told soon, its end. */
final class SearchFigures {
    private static final Path TEST_FILES = Path.of("core/src/test/resources");
    private static final String SIZE = "1920x480";
    private static final double[] BITS_PER_PIXEL = {0.4, 1.6, 4};
    private static final int ROUNDS = 3;

    private SearchFigures() {}

    /** @param arguments types in words, such as {@code jpeg,webp}; all that matter when there are none */
    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        List<String> opaque = List.of("jpeg", "webp", "jpeg,webp", "png,jpeg", "png");
        for (String types : arguments.length > 0 ? List.of(arguments) : opaque) {
            table(types, photographs());
        }
        for (String types : arguments.length > 0 ? List.<String>of() : List.of("webp", "png", "png,webp")) {
            table(types, transparent());
        }
    }

    private static Map<String, Pixels> photographs() throws IOException {
        Workbench bench = Workbench.open();
        Map<String, Pixels> all = new LinkedHashMap<>();
        all.put("made photograph", bench.pixels(TestPhotograph.jpeg(Size.parse("6000x4000"), 0), SIZE));
        for (String file : new String[] {"photos/skimage-astronaut.png", "photos/sunset_by_Aitzol_Berasategi.jpg"}) {
            all.put(file.replaceAll(".*/", ""), bench.pixels(Files.readAllBytes(TEST_FILES.resolve(file)), SIZE));
        }
        return all;
    }

    /** A drawing, and a photograph cut out with a soft edge. */
    private static Map<String, Pixels> transparent() throws IOException {
        Pixels logo = TestLogo.pixels();
        byte[] samples = logo.samples().clone();
        Pixels photograph = Workbench.open()
                .pixels(
                        Files.readAllBytes(TEST_FILES.resolve("photos/skimage-coffee.png")),
                        logo.size().toString());
        for (int i = 0; i < logo.size().pixels(); i++) {
            if (samples[4 * i + 3] != 0) {
                System.arraycopy(photograph.samples(), i * photograph.channels(), samples, 4 * i, 3);
            }
        }
        Map<String, Pixels> all = new LinkedHashMap<>();
        all.put("logo with a glow", logo);
        all.put("soft cutout", new Pixels(logo.size(), 4, samples));
        return all;
    }

    private static void table(String types, Map<String, Pixels> pictures) {
        List<PictureType> allowed = Arrays.stream(types.split(","))
                .map(word -> PictureType.valueOf(word.toUpperCase(Locale.ROOT)))
                .toList();
        System.out.println(types + ": first file, best soon, end in ms; share of the limit, damage, encodes");
        for (var picture : pictures.entrySet()) {
            for (double bits : BITS_PER_PIXEL) {
                line(picture.getKey(), picture.getValue(), allowed, bits);
            }
        }
    }

    private static void line(String name, Pixels pixels, List<PictureType> types, double bits) {
        long limit = (long) (bits * pixels.size().pixels() / 8);
        double[][] millis = new double[3][ROUNDS];
        Outcome outcome = null;
        for (int i = -1; i < ROUNDS; i++) { // the first is compiled, not counted
            long start = System.nanoTime();
            double[] told = new double[3];
            outcome =
                    WeightSearch.search(new Request(pixels, List.of(), types, limit, Tags.NONE, () -> false, soFar -> {
                        int which = soFar.damage() == null ? 0 : 1;
                        told[which] = told[which] == 0 ? (System.nanoTime() - start) / 1e6 : told[which];
                    }));
            told[2] = (System.nanoTime() - start) / 1e6;
            told[1] = told[1] == 0 ? told[2] : told[1];
            for (int which = 0; i >= 0 && which < told.length; which++) {
                millis[which][i] = told[which];
            }
        }
        String times = Arrays.stream(millis)
                .map(each -> String.format(Locale.ROOT, "%5.0f", Figures.median(each)))
                .collect(Collectors.joining());
        System.out.printf(
                Locale.ROOT,
                "  %-28s %7d %s   %.3f %5.2f %2d %s%n",
                name,
                limit,
                times,
                outcome.file().length / (double) limit,
                outcome.damage().seen(),
                outcome.tried().size(),
                outcome.chosen().encoding());
    }
}
