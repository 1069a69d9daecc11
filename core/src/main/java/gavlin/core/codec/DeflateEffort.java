package gavlin.core.codec;

import java.util.Arrays;

/**
 * How hard zlib may try on some bytes. Its hardest levels follow every earlier place that begins with the same three bytes:
 * on dithered pictures these are thousands for each byte, and it takes half a minute. They are counted first, so that the
 * level chosen, and with it the file, depends on the bytes alone and never on how busy a machine is.
 */
final class DeflateEffort {
    /** zlib's window, bytes. */
    private static final int WINDOW = 1 << 15;
    /** How many earlier places zlib's levels look at (deflate.c, configuration_table; from memory). */
    private static final int[] LEVELS = {9, 8, 7};

    private static final int[] CHAINS = {4096, 1024, 256};
    private static final int LEAST = 6;
    /** Places looked at: about a second's work. */
    private static final long MOST_PLACES = 600_000_000L;

    private static final int LONGEST_PIXEL = 4;

    private DeflateEffort() {}

    /** @return a level of zlib, 6..9 */
    static int level(byte[] data) {
        int[] alike = new int[WINDOW];
        int[] recent = new int[WINDOW];
        long[] places = new long[LEVELS.length];
        for (int i = 0; i + 2 < data.length; i++) {
            if (i >= WINDOW) {
                alike[recent[i % WINDOW]]--;
            }
            int hash = ((data[i] & 0xff) << 10 ^ (data[i + 1] & 0xff) << 5 ^ data[i + 2] & 0xff) & WINDOW - 1;
            boolean run = repeats(data, i);
            for (int level = 0; !run && level < LEVELS.length; level++) {
                places[level] += Math.min(alike[hash], CHAINS[level]);
            }
            alike[hash]++;
            recent[i % WINDOW] = hash;
        }
        for (int level = 0; level < LEVELS.length; level++) {
            if (places[level] <= MOST_PLACES) {
                return LEVELS[level];
            }
        }
        return LEAST;
    }

    /** Whether a pixel's bytes stand there once more: a run of one colour is matched at once, however often it was seen. */
    private static boolean repeats(byte[] data, int at) {
        for (int distance = 1; distance <= LONGEST_PIXEL && distance <= at; distance++) {
            if (Arrays.equals(data, at, at + 3, data, at - distance, at - distance + 3)) {
                return true;
            }
        }
        return false;
    }
}
