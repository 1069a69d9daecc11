package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.colour.CieLab;
import gavlin.core.colour.RgbSpace;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Four patches in each profile's own colours; expected sRGB by LittleCMS 2, relative colorimetric (icc/SOURCES.md). */
class IccTest {
    @ParameterizedTest
    @CsvSource({
        "untagged.png, c83c28, 3ca050, 3250be, 808080, 0",
        "display-p3.png, d92a18, 00a345, 2851c5, 808080, 3",
        "adobe-rgb-compatible.png, e73922, 00a149, 154fc3, 818181, 3",
        "prophoto.png, ff002b, 00be4f, 0068d5, 929292, 3",
        "swapped-red-green.png, 3cc828, a03c50, 5032be, 808080, 3",
        "display-p3.jpg, d92a18, 00a345, 2851c5, 808080, 4",
        "adobe-rgb-compatible.jpg, e73922, 00a149, 154fc3, 818181, 4",
        "prophoto.jpg, ff002b, 00be4f, 0068d5, 929292, 4",
        "swapped-red-green.jpg, 3cc828, a03c50, 5032be, 808080, 4"
    })
    void profile_fourPatches_comeOutAsSrgb(String file, String a, String b, String c, String d, int tolerance) {
        Pixels pixels = Reference.upright(Reference.bytes("icc/" + file));
        assertColour(a, pixels, 16, 16, tolerance);
        assertColour(b, pixels, 48, 16, tolerance);
        assertColour(c, pixels, 16, 48, tolerance);
        assertColour(d, pixels, 48, 48, tolerance);
    }

    /** The same patches in PNG, which keeps them exactly: no difference that a person sees. */
    @ParameterizedTest
    @CsvSource({
        "display-p3.png, d92a18, 00a345, 2851c5, 808080",
        "adobe-rgb-compatible.png, e73922, 00a149, 154fc3, 818181",
        "prophoto.png, ff002b, 00be4f, 0068d5, 929292",
        "swapped-red-green.png, 3cc828, a03c50, 5032be, 808080"
    })
    void profile_patches_differByLessThanOneInCiede2000(String file, String a, String b, String c, String d) {
        Pixels pixels = Reference.upright(Reference.bytes("icc/" + file));
        String[] expected = {a, b, c, d};
        for (int i = 0; i < 4; i++) {
            CieLab wanted = CieLab.ofSrgb(Integer.parseInt(expected[i], 16));
            CieLab found = CieLab.ofSrgb(Reference.rgb(pixels, 16 + i % 2 * 32, 16 + i / 2 * 32));
            assertTrue(wanted.difference(found) <= 1, expected[i] + " differs by " + wanted.difference(found));
        }
    }

    /** A profile that is cut off anywhere, or says anything else, makes no picture unusable. */
    @Test
    void damagedProfile_isLeftAside() {
        byte[] icc = PictureReader.inspect(Reference.bytes("icc/display-p3.png"), Limits.DEFAULT)
                .icc();
        assertFalse(RgbSpace.ofProfile(icc).isSrgb());
        Random random = new Random(5);
        for (int i = 0; i < 500; i++) {
            byte[] damaged = i < 250 ? Arrays.copyOf(icc, random.nextInt(icc.length)) : icc.clone();
            for (int k = 0; i >= 250 && k < 4; k++) {
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
            }
            RgbSpace space = RgbSpace.ofProfile(damaged);
            assertTrue(space == null || space.curve(0).linear8()[255] <= 1.01);
            IccTransform.toSrgb(damaged, 3);
        }
    }

    @Test
    void ownProfile_isSrgb() {
        assertSame(RgbSpace.SRGB, RgbSpace.ofProfile(SrgbProfile.bytes()));
        assertSame(RgbSpace.SRGB, RgbSpace.ofProfile(null));
    }

    private static void assertColour(String expected, Pixels pixels, int x, int y, int tolerance) {
        int rgb = Integer.parseInt(expected, 16);
        int found = Reference.rgb(pixels, x, y);
        for (int shift = 0; shift <= 16; shift += 8) {
            assertEquals(rgb >> shift & 0xff, found >> shift & 0xff, tolerance, () -> Integer.toHexString(found));
        }
    }
}
