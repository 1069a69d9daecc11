package gavlin.core.tile;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.drawing.KnownParts;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.core.made.MadeKinds;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.Base64;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

/** Tiles out of pictures: made ones, of which it is known what goes on in them. */
class WovenTileTest {
    private static final Size WHOLE = Size.parse("600x400");

    /** Sand: noise in clumps. Water: ripples that do not fit the tile, on a ground that gets darker. */
    @ParameterizedTest
    @CsvSource({"sand, 160, 160", "sand, 96, 200", "water, 160, 160", "water, 240, 120"})
    void wovenTile_showsNoSeam_whereThePartItselfDoes(String what, int width, int height) {
        Pixels picture = drawn(what);
        Pixels tile = tile(new WovenTile(null, width, height, "p", 0.5, 0.5, 0.9), picture);
        assertEquals(new Size(width, height), tile.size());
        Seam woven = Seam.of(tile);
        // Over the wrap the picture's own next pixel stands: its steps vary from column to column.
        assertTrue(woven.worst() < 1.3, woven.toString());
        Seam plain = Seam.of(cut(picture, tile.size()));
        assertTrue(plain.worst() > 1.4 * woven.worst(), plain + " of the part, " + woven + " woven");
    }

    @Test
    void samePart_givesTheSameBytes_andAnotherPartOthers() {
        Pixels picture = drawn("sand");
        WovenTile one = new WovenTile(null, 100, 100, "p", 0.3, 0.4, 0.5);
        assertArrayEquals(tile(one, picture).samples(), tile(one, picture).samples());
        assertTrue(!Arrays.equals(
                tile(one, picture).samples(),
                tile(new WovenTile(null, 100, 100, "p", 0.7, 0.4, 0.5), picture).samples()));
    }

    /** A grey wall stays that grey to the last bit. */
    @Test
    void evenPart_staysEven() {
        Pixels grey = filled((x, y) -> 117);
        for (byte sample :
                tile(new WovenTile(null, 64, 64, "p", 0.5, 0.5, 0.5), grey).samples()) {
            assertEquals(117, sample & 0xff);
        }
    }

    @Test
    void partWithTooFewPixels_isRefused_withWhatWouldDo() {
        BadInput few = assertThrows(
                BadInput.class, () -> tile(new WovenTile(null, 400, 400, "p", 0.5, 0.5, 0.2), drawn("sand")));
        assertTrue(few.getMessage().contains("take more of the picture, or a smaller tile"), few.getMessage());
        assertThrows(BadInput.class, () -> new WovenTile(null, 100, 100, "", 0.5, 0.5, 0.5));
        assertThrows(BadInput.class, () -> new WovenTile(null, 100, 100, "p", 1.5, 0.5, 0.5));
    }

    @Test
    void document_readsAsItWrites() {
        WovenTile tile = new WovenTile(null, 100, 80, "sand-1", 0.25, 0.75, 0.5);
        assertEquals(tile, MadeKinds.read(JsonMapper.shared().valueToTree(tile)));
    }

    private interface Level {
        int at(int x, int y);
    }

    private static Pixels drawn(String what) {
        Random random = new Random(8);
        int[][] clumps = new int[101][151];
        for (int[] row : clumps) {
            for (int i = 0; i < row.length; i++) {
                row[i] = 90 + random.nextInt(90);
            }
        }
        return filled(
                what.equals("sand")
                        ? (x, y) ->
                                (between(clumps[y / 4], x) * (4 - y % 4) + between(clumps[y / 4 + 1], x) * (y % 4)) / 4
                        : (x, y) -> (int) (170 - 60.0 * y / 400 + 30 * Math.sin(x / 5.3 + 3 * Math.sin(y / 9.0))));
    }

    private static int between(int[] row, int x) {
        return (row[x / 4] * (4 - x % 4) + row[x / 4 + 1] * (x % 4)) / 4;
    }

    private static Pixels filled(Level level) {
        byte[] samples = new byte[3 * 600 * 400];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) level.at(i / 3 % 600, i / 3 / 600);
        }
        return new Pixels(WHOLE, 3, samples);
    }

    private static Pixels cut(Pixels picture, Size size) {
        byte[] samples = new byte[3 * (int) size.pixels()];
        for (int y = 0; y < size.height(); y++) {
            System.arraycopy(
                    picture.samples(), 3 * ((y + 90) * 600 + 130), samples, 3 * y * size.width(), 3 * size.width());
        }
        return new Pixels(size, 3, samples);
    }

    private static Pixels tile(WovenTile tile, Pixels picture) {
        Made.Piece piece = new Made.Piece(PngWriter.write(picture, Tags.NONE), PictureType.PNG, 1.5);
        Matcher image = Pattern.compile("base64,([^\"]+)\"").matcher(tile.svg(new KnownParts(piece)));
        assertTrue(image.find());
        return OwnFile.pixels(Base64.getDecoder().decode(image.group(1)));
    }
}
