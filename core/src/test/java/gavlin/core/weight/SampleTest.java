package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SampleTest {
    @Test
    void smallOrLowPicture_hasNone() {
        assertNull(Sample.of(Reference.noise(Size.parse("300x300"), 3, 1)));
        assertNull(Sample.of(Reference.noise(Size.parse("4000x60"), 3, 1)));
    }

    @Test
    void largePicture_isSampledByBandsOverItsWholeWidth() {
        Pixels picture = Reference.noise(Size.parse("2000x400"), 4, 2);
        Sample sample = Sample.of(picture);
        assertEquals(4, sample.bands().pixels().channels());
        assertEquals(
                (double) sample.bands().pixels().size().pixels()
                        / picture.size().pixels(),
                sample.share(),
                1e-12);
        assertTrue(sample.share() > 0.1 && sample.share() < 0.3, "share " + sample.share());
        assertEquals(
                Reference.rgb(picture, 1999, 32 + 7),
                Reference.rgb(sample.bands().pixels(), 1999, 7),
                "the first band is the picture's third, from edge to edge");
    }

    /** Of even noise every band weighs the same, so the guess must be near: within a tenth of the real file. */
    @ParameterizedTest
    @ValueSource(doubles = {30, 60, 90})
    void sizeGuessed_ofEvenNoise_isNear(double quality) {
        Pixels picture = Reference.noise(Size.parse("1500x400"), 3, 3);
        Sample sample = Sample.of(picture);
        int whole = JpegWriter.write(picture, quality, Chroma.HALVED, Tags.NONE).length;
        int part = JpegWriter.write(sample.bands().pixels(), quality, Chroma.HALVED, Tags.NONE).length;
        assertEquals(1, part / sample.share() / whole, 0.1);
    }

    @Test
    void placesAround_aKnownCurve_holdTheAnswerBetweenThem() {
        Sample sample = Sample.of(Reference.noise(Size.parse("1500x400"), 3, 4));
        for (double answer : new double[] {0.1, 0.35, 0.62, 0.9}) {
            double steepness = 3;
            double limit = Math.log(50_000) + steepness * answer;
            double[] pair = sample.around(
                    new double[] {0.37, 0.6}, limit, 0, x -> (int) (50_000 * Math.exp(steepness * x) * sample.share()));
            assertTrue(
                    pair[0] <= answer + 1e-3 && answer - 0.02 <= pair[1], answer + " in " + pair[0] + ".." + pair[1]);
            assertTrue(pair[1] - pair[0] < 0.05);
        }
    }
}
