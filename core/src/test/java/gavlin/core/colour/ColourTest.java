package gavlin.core.colour;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

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

    /** Sharma, Wu, Dalal 2005, table 1: all 34 pairs, to its four decimals. */
    @ParameterizedTest
    @CsvFileSource(resources = "/tables/ciede2000-34.csv", numLinesToSkip = 1)
    void ciede2000_publishedPairs_agree(
            int pair, double l1, double a1, double b1, double l2, double a2, double b2, double expected) {
        CieLab one = new CieLab(l1, a1, b1);
        CieLab two = new CieLab(l2, a2, b2);
        assertEquals(expected, one.difference(two), 0.00005, "pair " + pair);
        assertEquals(expected, two.difference(one), 0.00005, "pair " + pair + " the other way round");
    }

    /** CIE 15:2004: white is 100, 0, 0; black 0, 0, 0; a grey has no colour. */
    @Test
    void cieLab_ofGreys_hasNoColour() {
        assertEquals(100, CieLab.ofSrgb(0xffffff).lightness(), 1e-9);
        assertEquals(0, CieLab.ofSrgb(0).lightness(), 1e-9);
        CieLab grey = CieLab.ofSrgb(0x777777);
        assertEquals(0, Math.hypot(grey.a(), grey.b()), 0.02);
    }

    /** WCAG 2.2: 21:1 is the most there is; #767676 is the lightest grey that passes on white, #777777 the first not to. */
    @Test
    void contrast_wcagValues_areReached() {
        assertEquals(21, Contrast.ratio(0x000000, 0xffffff), 1e-9);
        assertEquals(1, Contrast.ratio(0x336699, 0x336699), 1e-9);
        assertTrue(Contrast.ratio(0x767676, 0xffffff) >= Contrast.TEXT);
        assertTrue(Contrast.ratio(0xffffff, 0x777777) < Contrast.TEXT);
        assertEquals(5.252, Contrast.ratio(0xff0000, 0x000000), 0.001);
    }

    @Test
    void curve_16BitCodes_comeBackAsThemselves() {
        for (int code = 0; code < 65_536; code += 37) {
            assertEquals(code, Srgb.CURVE.code16(Srgb.linear16()[code]));
        }
    }
}
