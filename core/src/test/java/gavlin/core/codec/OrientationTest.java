package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The example files of EXIF's eight orientations (CIPA DC-008): turned upright, all show the same picture. */
class OrientationTest {
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 6, 7, 8})
    void jpeg_eachOrientation_becomesUpright(int value) {
        Pixels upright = border(Reference.working(Reference.bytes("exif/Landscape_1.jpg")));
        WorkingPicture turned = Reference.working(Reference.bytes("exif/Landscape_" + value + ".jpg"));
        assertEquals(Size.parse("1800x1200"), turned.size());
        double psnr = Reference.psnr(upright, border(turned));
        assertTrue(psnr > 30, "PSNR " + psnr + " dB");
    }

    @ParameterizedTest
    @ValueSource(ints = {3, 4, 5, 6, 7, 8})
    void webp_eachOrientation_becomesUpright(int value) {
        Pixels upright = Reference.upright(Reference.bytes("exif/hopper_orientation_2.webp"));
        Pixels turned = Reference.upright(Reference.bytes("exif/hopper_orientation_" + value + ".webp"));
        double psnr = Reference.psnr(upright, turned);
        assertTrue(psnr > 28, "PSNR " + psnr + " dB");
    }

    /** The top edge, which is without the digit that each file shows in its middle; small, so that JPEG's noise is out. */
    private static Pixels border(WorkingPicture picture) {
        Size out = Size.parse("45x5");
        return picture.render(new Framing<>(Box.parse("1800x200"), out.box()), out);
    }
}
