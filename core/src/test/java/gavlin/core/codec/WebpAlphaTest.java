package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.luciad.imageio.webp.WebPWriteParam;
import gavlin.core.Reference;
import gavlin.core.codec.WebpWriter.Lossy;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntBinaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WebpAlphaTest {
    private static final Size SIZE = Size.parse("320x200");

    /** Alphas of which each is lightest by another filter (RFC 9649 §2.7.1.2): a disc, stairs across, stairs down, and a soft shadow. */
    private static final Pixels[] PICTURES = {
        withAlpha((x, y) -> Math.hypot(x - 160, y - 100) < 80 ? 255 : 0),
        withAlpha((x, y) -> 7 * x + y * y * y & 0xff),
        withAlpha((x, y) -> 7 * y + x * x * x & 0xff),
        withAlpha((x, y) -> (int) Math.round(255 / (1 + Math.exp((Math.hypot(x - 160, 1.3 * (y - 100)) - 80) / 5))))
    };

    private static Pixels withAlpha(IntBinaryOperator alpha) {
        byte[] samples = Reference.noise(SIZE, 4, 1).samples().clone();
        for (int i = 0; i < SIZE.pixels(); i++) {
            samples[4 * i + 3] = (byte) alpha.applyAsInt(i % SIZE.width(), i / SIZE.width());
        }
        return new Pixels(SIZE, 4, samples);
    }

    private static byte[] alphas(Pixels pixels) {
        byte[] alphas = new byte[(int) pixels.size().pixels()];
        for (int i = 0; i < alphas.length; i++) {
            alphas[i] = pixels.samples()[4 * i + 3];
        }
        return alphas;
    }

    @Test
    void everyLevel_comesBackExactly_whateverTheFilter() {
        Set<Integer> filters = new TreeSet<>();
        for (Pixels picture : PICTURES) {
            byte[] file = WebpWriter.writeLossy(picture, new WebpAlpha(picture), Lossy.usual(20), Tags.NONE);
            assertArrayEquals(alphas(picture), alphas(OwnFile.pixels(file)));
            filters.add(new WebpAlpha(picture).packed(100)[0] >> 2 & 3);
        }
        assertEquals(Set.of(0, 1, 2, 3), filters);
    }

    /** Oracle: libwebp, which packs alpha itself, by one filter and again for each file. */
    @ParameterizedTest
    @ValueSource(ints = {100, 80, 50, 20})
    void levelsAndColour_areThoseOfLibwebp_andHardlyHeavier(int quality) {
        for (Pixels picture : PICTURES) {
            WebPWriteParam param = Libwebp.lossy(71.5, 3);
            param.setAlphaQuality(quality);
            byte[] theirs = Libwebp.write(SIZE, Argb.fromBytes(picture.samples(), 4), true, param);
            byte[] ours =
                    WebpWriter.writeLossy(picture, new WebpAlpha(picture), Lossy.usual(71.5, quality, 50), Tags.NONE);
            assertArrayEquals(
                    OwnFile.pixels(theirs).samples(), OwnFile.pixels(ours).samples());
            assertTrue(ours.length <= 1.01 * theirs.length, ours.length + " bytes, libwebp's " + theirs.length);
        }
    }

    @Test
    void opaquePicture_hasNone() {
        assertFalse(new WebpAlpha(Reference.noise(SIZE, 3, 1)).isThere());
        Pixels idle = withAlpha((x, y) -> 255);
        assertFalse(new WebpAlpha(idle).isThere());
        byte[] alphas = alphas(OwnFile.pixels(
                WebpWriter.writeLossy(idle, new WebpAlpha(idle), Lossy.usual(80), new Tags("t", "", "", ""))));
        assertTrue(IntStream.range(0, alphas.length).allMatch(i -> alphas[i] == -1));
    }
}
