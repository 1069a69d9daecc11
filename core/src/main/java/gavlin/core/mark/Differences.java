package gavlin.core.mark;

import gavlin.core.colour.CieLab;

/** CIEDE2000 of pairs of colours, remembered: a mark has few colours, and noise few around each. Of one thread. */
public final class Differences {
    private static final int SLOTS = 1 << 15;

    private final long[] pairs = new long[SLOTS];
    private final float[] known = new float[SLOTS];

    /** @param a 0xRRGGBB @param b likewise */
    public float of(int a, int b) {
        if (a == b) {
            return 0;
        }
        long pair = (long) a << 24 | b;
        int slot = (int) (pair * 0x9E3779B97F4A7C15L >>> 64 - 15);
        if (pairs[slot] != pair) {
            pairs[slot] = pair;
            known[slot] = (float) CieLab.ofSrgb(a).difference(CieLab.ofSrgb(b));
        }
        return known[slot];
    }
}
