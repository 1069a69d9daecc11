package gavlin.benchmarks;

import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.IntBinaryOperator;

/** Small parts of all that is put on a page: photographs, skies, grain, lettering, line art, gradients, flat grounds. */
final class TestCrops {
    static final int SIDE = 192;
    private static final Size SIZE = new Size(SIDE, SIDE);
    private static final Path PHOTOS = Path.of("core/src/test/resources/photos");

    private TestCrops() {}

    /** By name; three channels each. */
    static Map<String, Pixels> all() throws IOException {
        Pixels astronaut = OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-astronaut.png")));
        Pixels coffee = OwnFile.pixels(Files.readAllBytes(PHOTOS.resolve("skimage-coffee.png")));
        Pixels sunset = Workbench.open()
                .pixels(Files.readAllBytes(PHOTOS.resolve("sunset_by_Aitzol_Berasategi.jpg")), "1200x800");
        Map<String, Pixels> crops = new LinkedHashMap<>();
        crops.put("face", part(astronaut, 130, 20));
        crops.put("suit", part(astronaut, 60, 300));
        crops.put("flag", part(astronaut, 0, 120));
        crops.put("cup", part(coffee, 150, 100));
        crops.put("wood", part(coffee, 390, 20));
        crops.put("sunset-sky", part(sunset, 60, 60));
        crops.put("sunset-middle", part(sunset, 500, 400));
        crops.put("sunset-low", part(sunset, 800, 560));
        crops.put("grain", part(TestPhotograph.pixels(new Size(800, 600), 1), 300, 200));
        crops.put("sky", made((x, y) -> rgb(110 + y / 4 + x / 24, 150 + y / 4, 205 + y / 9)));
        crops.put("grainy-sky", made((x, y) -> {
            int grain = (int) ((hash(x, y) & 15) - 7.5);
            return rgb(120 + y / 4 + grain, 140 + y / 5 + grain, 170 + y / 6 + grain);
        }));
        crops.put("ridge", made((x, y) -> {
            double ridge = 90 + 22 * Math.sin(x / 23.0) + 9 * Math.sin(x / 5.0);
            int grain = (int) (hash(x, y) & 31) - 15;
            return y < ridge ? rgb(150 + y / 3, 180 + y / 4, 220) : rgb(70 + grain, 84 + grain, 62 + grain);
        }));
        crops.put("lettering", drawn(0xf7f3ea, 0x24313a));
        crops.put("red-lettering", drawn(0x1d6fa5, 0xd4242c));
        crops.put("disc", made((x, y) -> mixed(0xfffdf8, 0x2a7f6b, 70 - Math.hypot(x - 96, y - 96))));
        crops.put("lines", made((x, y) -> mixed(0xffffff, 0x12355b, 1.2 - Math.abs((x * 3 + y * 2) % 40 - 20) / 3.6)));
        return crops;
    }

    private static Pixels part(Pixels pixels, int left, int top) {
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int y = 0; y < SIDE; y++) {
            int from = ((top + y) * pixels.size().width() + left) * 3;
            System.arraycopy(pixels.samples(), from, out, y * SIDE * 3, SIDE * 3);
        }
        return new Pixels(SIZE, 3, out);
    }

    private static Pixels made(IntBinaryOperator colour) {
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            int rgb = colour.applyAsInt(i % SIDE, i / SIDE);
            out[3 * i] = (byte) (rgb >> 16);
            out[3 * i + 1] = (byte) (rgb >> 8);
            out[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(SIZE, 3, out);
    }

    private static Pixels drawn(int ground, int ink) {
        BufferedImage image = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setColor(new Color(ground));
        graphics.fillRect(0, 0, SIDE, SIDE);
        graphics.setColor(new Color(ink));
        int y = 8;
        for (int size : new int[] {14, 18, 24, 34, 46}) {
            graphics.setFont(new Font(Font.SANS_SERIF, Font.BOLD, size));
            graphics.drawString("Harbour lights 2026", 8, y += size);
        }
        graphics.dispose();
        return made((x, row) -> image.getRGB(x, row));
    }

    private static int mixed(int ground, int ink, double inside) {
        double share = Math.max(0, Math.min(1, inside + 0.5));
        int rgb = 0;
        for (int shift = 16; shift >= 0; shift -= 8) {
            rgb |= (int) Math.round((ground >> shift & 0xff) * (1 - share) + (ink >> shift & 0xff) * share) << shift;
        }
        return rgb;
    }

    private static int rgb(int r, int g, int b) {
        return Math.max(0, Math.min(255, r)) << 16 | Math.max(0, Math.min(255, g)) << 8 | Math.max(0, Math.min(255, b));
    }

    private static int hash(int x, int y) {
        int hash = x * 0x9E3779B1 ^ y * 0x85EBCA77;
        hash = (hash ^ hash >>> 15) * 0x2C1B3C6D;
        return hash ^ hash >>> 13;
    }
}
