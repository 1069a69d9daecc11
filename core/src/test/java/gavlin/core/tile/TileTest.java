package gavlin.core.tile;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.Reference;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.drawing.KnownParts;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.made.Canvas;
import gavlin.core.made.MadeKinds;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.weight.WeightSearch;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.json.JsonMapper;

class TileTest {
    /** Of every motif, repeat and angle. */
    static List<Tile> tiles() {
        Random random = new Random(77);
        return List.of("waves", "spark", "ring", "leaf", "dot", "cup").stream()
                .flatMap(motif -> Tile.REPEATS.stream()
                        .map(repeat -> tile(motif, repeat, 0.4 + random.nextDouble(), random.nextInt(360) - 180.0)))
                .toList();
    }

    private static Tile tile(String motif, String repeat, double size, double angle) {
        return new Tile(
                null, 240, 240, 4, 4, repeat, motif, null, size, angle, "#F6F2E9", "#17313A", "#D9481C", 0.0, 3);
    }

    /**
     * Shifted by a part of itself, a tile has its seam in the middle: there every row and column differs from the next as it does somewhere
     * away from it. And the score says so: 1.00 ± 0.02 over all, as far as a motif's own edges allow, which lie at random to the seam.
     */
    @ParameterizedTest
    @MethodSource("tiles")
    void tile_hasNoSeam(Tile tile) throws IOException {
        Pixels one = drawn(tile, 240);
        double[] across = steps(one, true);
        double[] down = steps(one, false);
        assertTrue(across[239] <= largest(across) * 1.02 + 1e-9, "no column stands out at the wrap: " + across[239]);
        assertTrue(down[239] <= largest(down) * 1.02 + 1e-9, "no row stands out at the wrap: " + down[239]);
        // A 2×2 repetition drawn in one go, with twice the columns and rows, is the tile beside itself.
        Tile twice = new Tile(
                null,
                480,
                480,
                8,
                8,
                tile.repeat(),
                tile.motif(),
                null,
                tile.size(),
                tile.angle(),
                tile.ground(),
                tile.ink(),
                tile.second(),
                0.0,
                3);
        Pixels four = drawn(twice, 480);
        double apart = 0;
        for (int i = 0; i < 240; i++) {
            apart = Math.max(apart, Math.max(apart(one, four, i, true), apart(one, four, i, false)));
        }
        assertTrue(apart <= 6, "each row and column, the outer ones too, is that of the whole pattern: " + apart);
    }

    /** The mean difference of one column, or row, of a tile to that of the pattern. */
    private static double apart(Pixels one, Pixels four, int at, boolean column) {
        double sum = 0;
        for (int i = 0; i < 240; i++) {
            int x = column ? at : i;
            int y = column ? i : at;
            for (int c = 0; c < 3; c++) {
                int a = one.samples()[(y * 240 + x) * one.channels() + c] & 0xff;
                int b = four.samples()[((y + 240) * 480 + x + 240) * four.channels() + c] & 0xff;
                sum += Math.abs(a - b) / 720.0;
            }
        }
        return sum;
    }

    @Test
    void grain_goesOnOverTheEdges_andIsTheSameForItsSeed() throws IOException {
        Tile grained = new Tile(
                null, 240, 240, 1, 1, "straight", Tile.NONE, null, null, null, "#808080", "#000000", "#FFFFFF", 1.0, 9);
        Pixels drawn = drawn(grained, 240);
        Seam seam = Seam.of(drawn);
        assertEquals(1, seam.across(), 0.35, "of 240 places where specks may lie, chance alone");
        assertEquals(1, seam.down(), 0.35);
        assertArrayEquals(drawn.samples(), drawn(grained, 240).samples());
    }

    /** A picture of a gradient has a seam, and the score tells: the wrap is 239 times as large as a step. */
    @Test
    void seamThatIsThere_isTold() {
        byte[] samples = new byte[240 * 240 * 3];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (i / 3 % 240);
        }
        Seam seam = Seam.of(new Pixels(Size.parse("240x240"), 3, samples));
        assertEquals(239, seam.across(), 1e-9);
        assertEquals(1, seam.down(), 1e-9);
    }

    @Test
    void tileOfTwoColours_isUnderFiveKilobytes() throws IOException {
        for (String motif : List.of("dot", "waves", "ring")) {
            Tile two =
                    new Tile(null, 240, 240, 4, 4, "brick", motif, null, 0.6, 0.0, "#F6F2E9", "#17313A", null, 0.0, 1);
            var found = WeightSearch.search(new WeightSearch.Request(
                    drawn(two, 240), List.of(PictureType.PNG, PictureType.WEBP), 5000, Tags.NONE));
            assertTrue(found.file().length <= 5000, motif + ": " + found.file().length + " bytes");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "{'kind':'tile','repeat':'half-drop','across':3} | the columns must be even in number",
                "{'kind':'tile','repeat':'brick','down':1} | the rows must be even in number",
                "{'kind':'tile','motif':'crown'} | symbol must be",
                "{'kind':'tile','width':4} | must be 8 to 1024 px",
                "{'kind':'tile','size':9} | must be",
                "{'kind':'tile','across':99} | must be 1 to 40",
                "{'kind':'tile','ink':'red'} | a colour such as",
                "{'kind':'tile','shine':1} | has no “shine”",
                "{'kind':'canvas','width':0,'height':3} | width must be"
            })
    void whatCantBe_isRefusedInWords(String json, String says) {
        BadInput refused = assertThrows(
                BadInput.class, () -> MadeKinds.read(JsonMapper.shared().readTree(json.replace('\'', '"'))));
        assertTrue(refused.getMessage().contains(says.strip()), refused.getMessage());
    }

    @Test
    void document_readsBackAsItWas() {
        Tile tile = tile("leaf", "brick", 0.7, 30);
        assertEquals(tile, MadeKinds.read(JsonMapper.shared().valueToTree(tile)));
        Canvas canvas = Canvas.of(Size.parse("1400x400"));
        assertEquals(canvas, MadeKinds.read(JsonMapper.shared().valueToTree(canvas)));
    }

    @Test
    void clearCanvas_isOfItsSize_andClearAllOver() throws IOException {
        WorkingPicture drawn = Reference.working(
                Canvas.of(Size.parse("1400x400")).svg(KnownParts.none()).getBytes(StandardCharsets.UTF_8));
        Size size = Size.parse("1400x400");
        Pixels pixels = drawn.render(new Framing<>(drawn.size().box(), size.box()), size);
        assertEquals(3.5, drawn.size().proportion(), 0.005);
        assertEquals(1400 * 400, pixels.transparentPixels());
        for (byte sample : pixels.samples()) {
            assertEquals(0, sample);
        }
    }

    private static Pixels drawn(Tile tile, int side) throws IOException {
        WorkingPicture drawn = Reference.working(tile.svg(KnownParts.none()).getBytes(StandardCharsets.UTF_8));
        Size size = new Size(side, side);
        return drawn.render(new Framing<>(drawn.size().box(), size.box()), size).withoutIdleAlpha();
    }

    /** The mean difference of each column, or row, and the next; the last over the wrap. */
    private static double[] steps(Pixels tile, boolean across) {
        int n = tile.size().width();
        double[] steps = new double[n];
        for (int i = 0; i < n; i++) {
            for (int line = 0; line < n; line++) {
                int next = (i + 1) % n;
                int a = (across ? line * n + i : i * n + line) * tile.channels();
                int b = (across ? line * n + next : next * n + line) * tile.channels();
                for (int c = 0; c < 3; c++) {
                    steps[i] += Math.abs((tile.samples()[a + c] & 0xff) - (tile.samples()[b + c] & 0xff)) / (3.0 * n);
                }
            }
        }
        return steps;
    }

    private static double largest(double[] steps) {
        double largest = 0;
        for (int i = 0; i < steps.length - 1; i++) {
            largest = Math.max(largest, steps[i]);
        }
        return largest;
    }
}
