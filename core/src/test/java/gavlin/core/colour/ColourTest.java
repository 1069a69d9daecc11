package gavlin.core.colour;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class ColourTest {
    /** IEC 61966-2-1: a few values of its curve, computed by hand from the formula. */
    @Test
    void srgb_curve_hasItsKnownValues() {
        assertEquals(0, Srgb.decode(0));
        assertEquals(1, Srgb.decode(1), 1e-15);
        assertEquals(0.0030353, Srgb.decode(10 / 255.0), 1e-7);
        assertEquals(0.2158605, Srgb.decode(128 / 255.0), 1e-7);
        for (int i = 0; i <= 1000; i++) {
            assertEquals(i / 1000.0, Srgb.encode(Srgb.decode(i / 1000.0)), 1e-6);
        }
    }

    @Test
    void code8_everyCode_comesBackAsItself() {
        for (int code = 0; code < 256; code++) {
            assertEquals(code, Srgb.code8(Srgb.linear8()[code]));
        }
    }

    @Test
    void code8_anyValue_isTheNearestCode() {
        for (int i = -100; i <= 1_100_000; i += 7) {
            float linear = i / 1_000_000f;
            double coded = Srgb.encode(Math.max(0, Math.min(1, linear))) * 255;
            assertTrue(Math.abs(Srgb.code8(linear) - coded) <= 0.5001, "at " + linear);
        }
    }

    /** Ottosson 2020: white has lightness 1 and no colour. */
    @Test
    void okLab_whiteAndRoundTrip_holdTo8Bits() {
        float[] lab = new float[3];
        OkLab.convertLinearToOkLab(1, 1, 1, lab, 0);
        assertEquals(1, lab[0], 1e-4);
        assertEquals(0, lab[1], 1e-4);
        assertEquals(0, lab[2], 1e-4);
        float[] linear = Srgb.linear8();
        for (int rgb = 0; rgb < 0x1000000; rgb += 0x010307) {
            OkLab.convertLinearToOkLab(linear[rgb >> 16], linear[rgb >> 8 & 0xff], linear[rgb & 0xff], lab, 0);
            int back = OkLab.convertOkLabToSrgb(lab[0], lab[1], lab[2]);
            for (int shift = 0; shift <= 16; shift += 8) {
                assertEquals(rgb >> shift & 0xff, back >> shift & 0xff, 1, Integer.toHexString(rgb));
            }
        }
    }
}
