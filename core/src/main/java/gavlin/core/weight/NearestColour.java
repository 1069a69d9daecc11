package gavlin.core.weight;

import gavlin.core.colour.OkLab;
import gavlin.core.colour.Srgb;
import java.util.Arrays;
import java.util.Comparator;

/**
 * The nearest of some colours to any colour, as they look on black and on white, in OKLab: so alpha counts for what it does, and
 * the colour of what is nearly clear for next to nothing on black, but for its tint on white. The colours stand in order of
 * lightness on black, and the search goes outwards from the wanted one until the difference of that alone is greater than the
 * best distance found.
 */
final class NearestColour {
    static final int DIMENSIONS = 6;
    /** A screen's black shines a little: without it the darkest codes would lie far apart. By trial, as the next. */
    private static final float FLARE = 0.002f;
    /** How much more colour counts than lightness: few pixels of an accent must not go grey for many greys. */
    private static final float COLOUR = 1.4f;

    private static final int CACHE_BITS = 16;

    private final float[][] places;
    /** Where a place of the given list went. */
    private final int[] given;
    /** Colours asked for lately and what was found, by a hash of the colour: exact, as the colour stands beside. */
    private final int[] askedFor = new int[1 << CACHE_BITS];

    private final short[] found = new short[1 << CACHE_BITS];

    /** @param places see {@link #place(int)} */
    NearestColour(float[][] places) {
        Integer[] order = new Integer[places.length];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, Comparator.comparingDouble(i -> places[i][0]));
        this.places = new float[places.length][];
        this.given = new int[places.length];
        for (int i = 0; i < order.length; i++) {
            this.places[i] = places[order[i]];
            given[i] = order[i];
        }
        Arrays.fill(found, (short) -1);
    }

    static NearestColour ofColours(int[] argb) {
        return new NearestColour(
                Arrays.stream(argb).mapToObj(NearestColour::place).toArray(float[][]::new));
    }

    int size() {
        return places.length;
    }

    /** Straight 0xAARRGGBB to (L, a, b) on black and (L, a, b) on white; a and b count {@value #COLOUR} times. */
    static float[] place(int argb) {
        float[] place = new float[DIMENSIONS];
        put(argb, 0, place, 0);
        if (argb >>> 24 == 255) {
            System.arraycopy(place, 0, place, 3, 3); // nothing shines through
        } else {
            put(argb, 255, place, 3);
        }
        return place;
    }

    /** How it looks on a grey ground, mixed in coded values, as browsers do. */
    private static void put(int argb, int ground, float[] place, int at) {
        float alpha = (argb >>> 24) / 255f;
        float through = (1 - alpha) * ground;
        OkLab.convertLinearToOkLab(
                light(alpha * (argb >> 16 & 0xff) + through),
                light(alpha * (argb >> 8 & 0xff) + through),
                light(alpha * (argb & 0xff) + through),
                place,
                at);
        place[at + 1] *= COLOUR;
        place[at + 2] *= COLOUR;
    }

    private static float light(float code) {
        float[] linear = Srgb.linear8();
        int below = Math.min(254, (int) code);
        float own = linear[below] + (code - below) * (linear[below + 1] - linear[below]);
        return FLARE + (1 - FLARE) * own;
    }

    /** Index in the list given of the nearest to a straight colour. */
    int of(int argb) {
        int slot = argb * 0x9E3779B1 >>> 32 - CACHE_BITS;
        if (found[slot] < 0 || askedFor[slot] != argb) {
            askedFor[slot] = argb;
            found[slot] = (short) of(place(argb));
        }
        return found[slot];
    }

    int of(float[] place) {
        int above = firstNotBelow(place[0]);
        int below = above - 1;
        int best = 0;
        float least = Float.MAX_VALUE;
        while (above < places.length || below >= 0) {
            if (above < places.length) {
                float lightness = places[above][0] - place[0];
                if (lightness * lightness >= least) {
                    above = places.length;
                } else {
                    float distance = distance(places[above], place);
                    if (distance < least) {
                        least = distance;
                        best = above;
                    }
                    above++;
                }
            }
            if (below >= 0) {
                float lightness = places[below][0] - place[0];
                if (lightness * lightness >= least) {
                    below = -1;
                } else {
                    float distance = distance(places[below], place);
                    if (distance < least) {
                        least = distance;
                        best = below;
                    }
                    below--;
                }
            }
        }
        return given[best];
    }

    private int firstNotBelow(float lightness) {
        int low = 0;
        int high = places.length;
        while (low < high) {
            int middle = low + high >>> 1;
            if (places[middle][0] < lightness) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    private static float distance(float[] a, float[] b) {
        float d0 = a[0] - b[0];
        float d1 = a[1] - b[1];
        float d2 = a[2] - b[2];
        float d3 = a[3] - b[3];
        float d4 = a[4] - b[4];
        float d5 = a[5] - b[5];
        return d0 * d0 + d1 * d1 + d2 * d2 + d3 * d3 + d4 * d4 + d5 * d5;
    }
}
