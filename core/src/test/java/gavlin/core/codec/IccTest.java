package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.Reference;
import gavlin.core.raster.Pixels;
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

    private static void assertColour(String expected, Pixels pixels, int x, int y, int tolerance) {
        int rgb = Integer.parseInt(expected, 16);
        int found = Reference.rgb(pixels, x, y);
        for (int shift = 0; shift <= 16; shift += 8) {
            assertEquals(rgb >> shift & 0xff, found >> shift & 0xff, tolerance, () -> Integer.toHexString(found));
        }
    }
}
