package gavlin.benchmarks;

import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Resampler;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.function.IntBinaryOperator;

/** Whole pictures of all kinds that are put on pages, as large as slots are. */
final class TestSubjects {
    private static final Path PHOTOS = Path.of("core/src/test/resources/photos");
    private static final Set<String> ARTWORK =
            Set.of("lettering", "red-lettering", "lines", "disc", "screen", "stripes");

    private TestSubjects() {}

    /** Photographs, noise, gradients, lettering and line art; three channels each. */
    static Map<String, Pixels> opaque() throws IOException {
        Workbench bench = Workbench.open();
        Map<String, Pixels> all = new LinkedHashMap<>();
        all.put("astronaut", OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-astronaut.png"))));
        all.put("coffee", OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-coffee.png"))));
        all.put(
                "sunset",
                bench.pixels(Files.readAllBytes(PHOTOS.resolve("sunset_by_Aitzol_Berasategi.jpg")), "1200x400"));
        all.put("grain", TestPhotograph.pixels(new Size(800, 300), 1));
        all.put(
                "gradient",
                made(800, 300, (x, y) -> (x * 200 / 800 + y / 8) << 16 | y * 200 / 300 << 8 | 120 + x / 10));
        all.put("noise", made(300, 200, (x, y) -> (x * 0x9E3779B1 ^ y * 0x85EBCA77) >>> 7 & 0xffffff));
        all.put("stripes", made(400, 300, (x, y) -> (x / 7 + y / 11) % 3 == 0 ? 0xd4562c : 0x17313a));
        Map<String, Pixels> crops = TestCrops.all();
        for (String name : new String[] {"sky", "grainy-sky", "ridge", "lettering", "red-lettering", "disc", "lines"}) {
            all.put(name, crops.get(name));
        }
        all.put("screen", screen(crops.get("lettering"), crops.get("disc"), crops.get("face")));
        return all;
    }

    static boolean isArtwork(String name) {
        return ARTWORK.contains(name);
    }

    /** With alpha: a logo in three sizes, an icon of 48 and of 16 px, a photograph cut out round. */
    static Map<String, Pixels> marks() throws IOException {
        Pixels logo = TestLogo.pixels();
        Map<String, Pixels> all = new LinkedHashMap<>();
        for (String size : new String[] {"600x360", "300x180", "120x72"}) {
            all.put("logo " + size, resized(logo, Size.parse(size)));
        }
        all.put("icon 48", resized(logo, Size.parse("48x48")));
        all.put("icon 16", resized(logo, Size.parse("16x16")));
        all.put(
                "colour wheel",
                resized(
                                OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-logo-alpha.png"))),
                                Size.parse("240x240"))
                        .withoutIdleAlpha());
        all.put("portrait", round(TestCrops.all().get("face")));
        return all;
    }

    private static Pixels resized(Pixels pixels, Size size) {
        Box<InPicture> window = pixels.size().box();
        return Resampler.resample(pixels, new Framing<>(window, size.box()), size)
                .toPixels();
    }

    private static Pixels round(Pixels pixels) {
        int side = pixels.size().width();
        byte[] out = new byte[side * side * 4];
        for (int i = 0; i < side * side; i++) {
            double inside = side / 2.0 - Math.hypot(i % side - side / 2.0 + 0.5, i / side - side / 2.0 + 0.5);
            int alpha = (int) Math.round(255 * Math.max(0, Math.min(1, inside + 0.5)));
            for (int c = 0; alpha > 0 && c < 3; c++) {
                out[4 * i + c] = pixels.samples()[3 * i + c];
            }
            out[4 * i + 3] = (byte) alpha;
        }
        return new Pixels(pixels.size(), 4, out);
    }

    /** A page with words, a flat mark and a picture in it. */
    private static Pixels screen(Pixels words, Pixels mark, Pixels picture) {
        return made(600, 400, (x, y) -> {
            Pixels part = x >= 20 && x < 212 && y >= 80 && y < 272
                    ? words
                    : x >= 220 && x < 412 && y >= 80 && y < 272
                            ? mark
                            : x >= 400 && y >= 200 && x < 592 && y < 392 ? picture : null;
            if (part == null) {
                return y < 60 ? 0x17313a : 0xf6f2e9;
            }
            int at = ((y - (part == picture ? 200 : 80)) * 192 + x - (part == words ? 20 : part == mark ? 220 : 400))
                    * 3;
            byte[] in = part.samples();
            return (in[at] & 0xff) << 16 | (in[at + 1] & 0xff) << 8 | in[at + 2] & 0xff;
        });
    }

    private static Pixels made(int width, int height, IntBinaryOperator colour) {
        byte[] out = new byte[width * height * 3];
        for (int i = 0; i < width * height; i++) {
            int rgb = colour.applyAsInt(i % width, i / width);
            out[3 * i] = (byte) (rgb >> 16);
            out[3 * i + 1] = (byte) (rgb >> 8);
            out[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(new Size(width, height), 3, out);
    }
}
