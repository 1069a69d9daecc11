package gavlin.benchmarks;

import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;

/** From a picture's file to renditions' files, beside the tools that the machine has. */
final class RenditionFigures {
    private static final List<String> KIT = List.of(
            "2000x400",
            "1600x400",
            "1200x300",
            "940x198",
            "600x120",
            "1080x1080",
            "512x512",
            "260x278",
            "150x150",
            "96x96",
            "48x48",
            "16x16");
    private static final Size CAMERA = Size.parse("6000x4000");

    private final Workbench bench;
    private final Path photograph;

    private RenditionFigures(Workbench bench) throws IOException {
        this.bench = bench;
        this.photograph = bench.write("24mp.jpg", TestPhotograph.jpeg(CAMERA, 0));
    }

    public static void main(String[] arguments) throws Exception {
        ImageIO.setUseCache(false);
        RenditionFigures figures = new RenditionFigures(Workbench.open());
        figures.oneRendition();
        figures.wholeKit();
        figures.wholeSite();
        figures.progressive();
        figures.profile();
    }

    private void oneRendition() throws Exception {
        Figures figures = new Figures("24 MP baseline JPEG to 2000×400 JPEG, file to file")
                .add("Gavlin", () -> bench.renditions(photograph, List.of("2000x400")));
        thumbnail(figures, "vipsthumbnail", List.of("vipsthumbnail"));
        thumbnail(figures, "vipsthumbnail --linear", List.of("vipsthumbnail", "--linear"));
        bench.peer(
                figures,
                "convert",
                "convert",
                photograph.toString(),
                "-resize",
                "2000x400^",
                "-gravity",
                "center",
                "-extent",
                "2000x400",
                "peer.jpg");
        figures.print(9);
    }

    private void thumbnail(Figures figures, String name, List<String> command) {
        bench.peer(figures, name, command(command, "2000x400"));
    }

    private String[] command(List<String> command, String size) {
        return java.util.stream.Stream.concat(
                        command.stream(),
                        List.of("-s", size, "--smartcrop=centre", "-o", "peer-" + size + ".jpg[Q=80]", photograph + "")
                                .stream())
                .toArray(String[]::new);
    }

    private void wholeKit() throws Exception {
        Figures figures = new Figures("one 24 MP JPEG to twelve renditions, decoded once")
                .add("Gavlin", () -> bench.renditions(photograph, KIT));
        if (Workbench.isInstalled("vipsthumbnail")) {
            figures.add("vipsthumbnail, two at a time", () -> twoAtATime(List.of("vipsthumbnail")));
            figures.add(
                    "vipsthumbnail --linear, two at a time", () -> twoAtATime(List.of("vipsthumbnail", "--linear")));
        }
        figures.print(3);
    }

    private void twoAtATime(List<String> command) {
        KIT.stream().parallel().forEach(size -> {
            try {
                bench.run(command(command, size));
            } catch (IOException | InterruptedException e) {
                throw new IllegalStateException(e);
            }
        });
    }

    /** The files of a site with 400 slots: 40 photographs of 12 megapixels, each in ten sizes. */
    private void wholeSite() throws Exception {
        List<String> sizes = KIT.subList(0, 10);
        List<Path> pictures = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            pictures.add(bench.write("site-" + i + ".jpg", TestPhotograph.jpeg(Size.parse("4000x3000"), 100 + i)));
        }
        Figures figures = new Figures("400 files of a site, from 40 photographs of 12 MP, file to file")
                .add("Gavlin", () -> {
                    for (Path picture : pictures) {
                        bench.renditions(picture, sizes);
                    }
                });
        if (Workbench.isInstalled("vipsthumbnail")) {
            figures.add("vipsthumbnail, two at a time", () -> each(pictures, sizes, this::vips));
        }
        if (Workbench.isInstalled("convert") && bench.works(convert(pictures.get(0), "16x16"))) {
            figures.add("convert, two at a time", () -> each(pictures, sizes, this::convert));
        }
        figures.printOnce();
    }

    private interface Command {
        String[] of(Path picture, String size);
    }

    private void each(List<Path> pictures, List<String> sizes, Command command) {
        pictures.stream()
                .flatMap(picture -> sizes.stream().map(size -> command.of(picture, size)))
                .parallel()
                .forEach(words -> {
                    try {
                        bench.run(words);
                    } catch (IOException | InterruptedException e) {
                        throw new IllegalStateException(e);
                    }
                });
    }

    private String[] vips(Path picture, String size) {
        return new String[] {
            "vipsthumbnail",
            "-s",
            size,
            "--smartcrop=centre",
            "-o",
            "peer-" + size + "-" + picture.getFileName() + "[Q=80]",
            picture.toString()
        };
    }

    private String[] convert(Path picture, String size) {
        return new String[] {
            "convert",
            picture.toString(),
            "-resize",
            size + "^",
            "-gravity",
            "center",
            "-extent",
            size,
            "-quality",
            "80",
            "peer-" + size + "-" + picture.getFileName()
        };
    }

    private void progressive() throws Exception {
        Path file = bench.write("progressive.jpg", TestPhotograph.progressiveJpeg(CAMERA, 1));
        Figures figures = new Figures("24 MP progressive JPEG")
                .add("Gavlin, decoding for 2000×400", () -> bench.decode(file, "2000x400"))
                .add("Gavlin, to a 2000×400 JPEG", () -> bench.renditions(file, List.of("2000x400")));
        bench.peer(figures, "djpeg, decoding only", "djpeg", "-outfile", "/dev/null", file.toString());
        figures.print(5);
    }

    /** What a colour profile adds: the same picture untagged, in Display P3, and as a PNG of 16 bits with and without. */
    private void profile() throws Exception {
        byte[] p3 = icc();
        Path plain = photograph;
        Path tagged = bench.write("p3.jpg", withProfile(Files.readAllBytes(photograph), p3));
        new Figures("24 MP JPEG to 2000×400, with and without Display P3")
                .add("with", () -> bench.renditions(tagged, List.of("2000x400")))
                .add("without", () -> bench.renditions(plain, List.of("2000x400")))
                .print(7);
        if (Workbench.isInstalled("vips")) {
            bench.run("vips", "copy", photograph.toString(), "eight.v");
            bench.run("vips", "colourspace", "eight.v", "wide.png[compression=1]", "rgb16");
            bench.run("vips", "copy", tagged.toString(), "tagged.v");
            bench.run("vips", "colourspace", "tagged.v", "tagged-wide.png[compression=1]", "rgb16");
            Path wide = bench.folder().resolve("wide.png");
            Path wideTagged = bench.folder().resolve("tagged-wide.png");
            new Figures("24 MP PNG of 16 bits to 2000×400, with and without Display P3")
                    .add("with", () -> bench.renditions(wideTagged, List.of("2000x400")))
                    .add("without", () -> bench.renditions(wide, List.of("2000x400")))
                    .print(3);
        }
    }

    private static byte[] icc() throws IOException {
        byte[] png = Files.readAllBytes(Path.of("core/src/test/resources/icc/display-p3.png"));
        Header header = PictureReader.inspect(png, Limits.DEFAULT);
        return header.icc();
    }

    /** The profile in an APP2 segment behind the JFIF header. */
    private static byte[] withProfile(byte[] jpeg, byte[] icc) {
        byte[] name = "ICC_PROFILE\0\u0001\u0001".getBytes(StandardCharsets.ISO_8859_1);
        ByteBuffer in = ByteBuffer.wrap(jpeg);
        int afterJfif = 4 + in.getShort(4);
        return ByteBuffer.allocate(jpeg.length + 4 + name.length + icc.length)
                .put(jpeg, 0, afterJfif)
                .putShort((short) 0xffe2)
                .putShort((short) (2 + name.length + icc.length))
                .put(name)
                .put(icc)
                .put(jpeg, afterJfif, jpeg.length - afterJfif)
                .array();
    }
}
