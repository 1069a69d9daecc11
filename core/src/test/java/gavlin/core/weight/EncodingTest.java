package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.Reference;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Ssim;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch.Outcome;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class EncodingTest {
    private static final Pixels MARK = glow();

    /** A soft disc in two shades, 120×120 px: small, and with more colours than a palette has. */
    private static Pixels glow() {
        byte[] samples = new byte[120 * 120 * 4];
        for (int i = 0; i < 120 * 120; i++) {
            double distance = Math.hypot(i % 120 - 60, i / 120 - 60);
            int alpha = (int) Math.max(0, Math.min(255, 380 - 6 * distance));
            Reference.put(samples, 4 * i, 4, alpha == 0 ? 0 : alpha << 24 | i % 120 * 2 << 16 | i / 120 * 2 << 8 | 90);
        }
        return new Pixels(Size.parse("120x120"), 4, samples);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "jpeg-q71.53-420 | quality 71.5, 4:2:0",
                "jpeg-q90-444 | quality 90.0, 4:4:4",
                "webp-q80.25 | quality 80.3",
                "webp-q80-a90 | quality 80.0, alpha 90",
                "webp-q80-s40-tuned | quality 80.0, shaping 40, tuned",
                "jpeg-q80-422 | quality 80.0, 4:2:2",
                "avif-q62-420 | quality 62.0, 4:2:0",
                "avif-q62-444-a75 | quality 62.0, 4:4:4, alpha 75",
                "webp-near60 | nearly lossless, 60",
                "webp-lossless | lossless",
                "png-lossless | lossless",
                "png-128-dithered | 128 colours, dithered",
                "ico-16 | 16 colours"
            })
    void code_readAndWritten_isTheSame(String code, String says) {
        Encoding encoding = Encoding.parse(code);
        assertEquals(code, encoding.code());
        assertEquals(says, encoding.says());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "jpeg",
                "jpeg-q0-420",
                "jpeg-q101-420",
                "jpeg-q71-421",
                "webp-q80-best",
                "avif-q62",
                "avif-q101-420",
                "webp-q80-a101",
                "png-1",
                "png-257",
                "gif-lossless",
                "jpeg-lossless",
                "webp-16",
                "webp-near101",
                "png-16-dithered ",
                "webp-q1e3"
            })
    void code_ofNoEncoding_isRefusedByName(String code) {
        BadInput refused = assertThrows(BadInput.class, () -> Encoding.parse(code));
        assertEquals("encoding", refused.field());
    }

    /** What the search shows can be made again from its code, to the byte. */
    @Test
    void everyCandidate_madeAgain_weighsTheSame() {
        Request request =
                new Request(MARK, List.of(PictureType.PNG, PictureType.WEBP), 2_000, new Tags("Mark", "", "CC0", ""));
        Outcome outcome = WeightSearch.search(request);
        assertTrue(outcome.tried().size() > 4, outcome.tried().toString());
        for (Candidate candidate : outcome.tried()) {
            Outcome again = WeightSearch.only(request, Encoding.parse(candidate.encoding()));
            assertEquals(candidate.bytes(), again.chosen().bytes(), candidate.encoding());
        }
        Outcome chosen =
                WeightSearch.only(request, Encoding.parse(outcome.chosen().encoding()));
        assertArrayEquals(outcome.file(), chosen.file());
    }

    /** libwebp at 60 may change a value by little; at 100 it may not. */
    @Test
    void nearlyLossless_isLighterAndHardlyDifferent() {
        Pixels photo = Reference.pixels("photos/skimage-coffee.png");
        byte[] exact = Encoding.lossless(PictureType.WEBP).write(photo, Tags.NONE);
        byte[] nearly = Encoding.webpNearly(60).write(photo, Tags.NONE);
        assertTrue(nearly.length < exact.length, nearly.length + " of " + exact.length);
        assertTrue(Ssim.between(photo, OwnFile.pixels(nearly)) > 0.98);
    }

    @Test
    void alphaQuality_reduced_isLighter() {
        byte[] samples = new byte[300 * 300 * 4];
        for (int i = 0; i < samples.length; i += 4) {
            Reference.put(samples, i, 4, Math.floorMod((int) (Math.sin(i * 0.37) * 1e6), 256) << 24 | 0x406080);
        }
        Pixels noisyAlpha = new Pixels(Size.parse("300x300"), 4, samples);
        int full = Encoding.webp(60, 100).write(noisyAlpha, Tags.NONE).length;
        int reduced = Encoding.webp(60, 40).write(noisyAlpha, Tags.NONE).length;
        assertTrue(reduced < full, reduced + " of " + full);
    }
}
