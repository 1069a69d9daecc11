package gavlin.core.damage;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SsimTest {
    /** The published value, as scikit-image 0.19.3 checks it against Wang's own MATLAB code. */
    @Test
    void cameraman_withNoise_hasThePublishedValue() {
        double ssim = Ssim.between(Reference.pixels("ssim/cam.png"), Reference.pixels("ssim/cam_noisy_rs5.png"));
        assertEquals(0.357959, ssim, 1e-3);
    }

    /** Values by npm ssim.js 3, mode "original", without downsampling. */
    @ParameterizedTest
    @CsvSource({"q90, 0.98163", "q50, 0.94978", "q10, 0.85436", "blur2, 0.84891"})
    void photograph_damaged_agreesWithAnotherImplementation(String name, double expected) {
        double ssim = Ssim.between(Reference.pixels("ssim/ref.png"), Reference.pixels("ssim/" + name + ".png"));
        assertEquals(expected, ssim, 2e-3);
    }

    @Test
    void samePicture_anySize_isOne() {
        for (String size : new String[] {"40x30", "11x11", "5x3", "1x1", "300x1"}) {
            Pixels picture = Reference.noise(Size.parse(size), 3, 9);
            assertEquals(1, Ssim.between(picture, picture), 1e-6, size);
        }
    }

    @Test
    void transparentPicture_lowerOfBlackAndWhite_counts() {
        // White on clear: invisible on white, so damage of it shows only on black.
        Pixels white = Reference.constant(Size.parse("32x32"), 4, 0xffffffff);
        Pixels clear = Reference.constant(Size.parse("32x32"), 4, 0x00ffffff);
        assertTrue(Ssim.between(white, clear) < 0.01);
    }
}
