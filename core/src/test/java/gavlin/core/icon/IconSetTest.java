package gavlin.core.icon;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.codec.OwnFile;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** W3C Web App Manifest: members icons, sizes, type, purpose; maskable icons keep what matters in a circle of 40 % of the side. */
class IconSetTest {
    private static final Size SIZE = Size.parse("600x600");
    private static final Colour PAPER = new Colour(0xF6F2E9);

    @TempDir
    Path folder;

    private final Map<String, byte[]> files = IconSet.of(
                    square(),
                    new Framing<InPrepared>(SIZE.box(), Size.parse("32x32").box()),
                    Size.parse("32x32"),
                    PAPER,
                    "Lights",
                    null)
            .files();

    @Test
    void set_hasEverySize_exactly() {
        assertEquals(
                List.of(
                        "favicon.ico",
                        "icon-16.png",
                        "icon-32.png",
                        "icon-48.png",
                        "icon-180.png",
                        "icon-192.png",
                        "icon-512.png",
                        "icon-maskable-512.png",
                        "site.webmanifest",
                        "head.html"),
                List.copyOf(files.keySet()));
        for (String name : List.of("icon-180.png", "icon-192.png", "icon-512.png", "icon-maskable-512.png")) {
            int side = Integer.parseInt(name.replaceAll("\\D", ""));
            assertEquals(new Size(side, side), OwnFile.pixels(files.get(name)).size());
        }
        assertEquals(4, OwnFile.pixels(files.get("icon-512.png")).channels(), "clear around the mark");
        assertEquals(3, OwnFile.pixels(files.get("icon-180.png")).channels(), "phones lay clear icons on black");
    }

    @Test
    void ico_holdsThreeSizes_eachAPng() {
        ByteBuffer ico = ByteBuffer.wrap(files.get("favicon.ico")).order(ByteOrder.LITTLE_ENDIAN);
        assertEquals(3, ico.getShort(4));
        int[] sides = {16, 32, 48};
        for (int i = 0; i < 3; i++) {
            assertEquals(sides[i], ico.get(6 + 16 * i));
            int bytes = ico.getInt(6 + 16 * i + 8);
            byte[] png = new byte[bytes];
            ico.get(ico.getInt(6 + 16 * i + 12), png);
            assertEquals(new Size(sides[i], sides[i]), OwnFile.pixels(png).size());
        }
    }

    /** Oracle: Debian's icoutils. */
    @Test
    void icotool_listsTheThree() throws Exception {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/icotool")));
        Path file = Files.write(folder.resolve("favicon.ico"), files.get("favicon.ico"));
        Process process = new ProcessBuilder("icotool", "-l", file.toString())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes());
        assertEquals(0, process.waitFor(), said);
        for (int side : new int[] {16, 32, 48}) {
            assertTrue(said.contains("--width=" + side + " --height=" + side), said);
        }
    }

    @Test
    void maskable_keepsTheMarkInTheSafeZone_onItsGround() {
        Pixels icon = OwnFile.pixels(files.get("icon-maskable-512.png"));
        int inside = 0;
        for (int i = 0; i < 512 * 512; i++) {
            int rgb = (icon.samples()[i * 3] & 0xff) << 16
                    | (icon.samples()[i * 3 + 1] & 0xff) << 8
                    | icon.samples()[i * 3 + 2] & 0xff;
            boolean isSafe = Math.hypot(i % 512 - 255.5, i / 512 - 255.5) <= IconSet.SAFE_RADIUS * 512 + 1.5;
            if (!isSafe) {
                assertEquals(PAPER.rgb(), rgb, "outside the safe zone, at " + i % 512 + "," + i / 512);
            } else {
                inside += rgb == 0x17313A ? 1 : 0;
            }
        }
        assertTrue(inside > 512 * 512 / 10, "the mark is there");
    }

    @Test
    void manifest_andLines_nameTheFiles() {
        JsonNode manifest = new JsonMapper().readTree(files.get("site.webmanifest"));
        assertEquals("Lights", manifest.path("name").asString());
        manifest.path("icons")
                .forEach(icon -> assertTrue(files.containsKey(icon.path("src").asString())));
        assertEquals("maskable", manifest.at("/icons/2/purpose").asString());
        assertTrue(new String(files.get("head.html")).contains("rel=\"apple-touch-icon\" href=\"/icon-180.png\""));
    }

    /** A mark that fills its picture but for a clear rim. */
    private static PixelsPicture<InPrepared> square() {
        byte[] samples = new byte[600 * 600 * 4];
        for (int i = 0; i < 600 * 600; i++) {
            boolean there = i % 600 >= 30 && i % 600 < 570 && i / 600 >= 30 && i / 600 < 570;
            samples[i * 4] = 0x17;
            samples[i * 4 + 1] = 0x31;
            samples[i * 4 + 2] = 0x3A;
            samples[i * 4 + 3] = (byte) (there ? 255 : 0);
        }
        return new PixelsPicture<>(new Pixels(SIZE, 4, samples), SIZE);
    }
}
