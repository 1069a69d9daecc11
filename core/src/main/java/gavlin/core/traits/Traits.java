package gavlin.core.traits;

import gavlin.core.colour.CieLab;
import gavlin.core.colour.Colour;
import gavlin.core.palette.Palette;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;

/**
 * By what a picture is found: its colours, and how much goes on in each part of it.
 *
 * @param colours the most frequent first
 * @param busy how much neighbouring pixels differ in the left, middle and right third, and in the upper, middle and lower one: the mean of the
 *     steps across and down in codes of luma, on a picture of about {@value #LOOKED_AT} pixels
 */
public record Traits(List<Tint> colours, List<Double> busy) {
    /** Of how many pixels a picture should be for {@link #of}. */
    public static final int LOOKED_AT = 60_000;

    private static final List<String> SIDES = List.of("left", "middle", "right", "top", "middle", "bottom");
    /** Less goes on in a sky, in fog or in a wall (measured on photographs and drawings; no source). */
    private static final double CALM = 9;
    /** A third that is so much quieter than the whole has room for words. */
    private static final double QUIETER = 0.87;

    private static final double WIDE = 1.7;
    private static final double TALL = 0.8;
    /** A colour that is not an accent has this share of the picture before it counts. */
    private static final double SHARE = 0.01;

    /** @param share 0..1 */
    public record Tint(Colour colour, double share, boolean accent) {}

    /** @param pixels the whole picture, reduced */
    public static Traits of(Pixels pixels) {
        List<Tint> colours = Palette.of(pixels).colours().stream()
                .map(swatch -> new Tint(swatch.colour(), swatch.share(), swatch.accent()))
                .toList();
        return new Traits(colours, busy(pixels));
    }

    private static List<Double> busy(Pixels pixels) {
        int width = pixels.size().width();
        int height = pixels.size().height();
        double[] sums = new double[6];
        long[] counts = new long[6];
        for (int y = 0; y + 1 < height; y++) {
            for (int x = 0; x + 1 < width; x++) {
                double here = luma(pixels.shownOver(x, y, 0xFFFFFF));
                double step = Math.abs(luma(pixels.shownOver(x + 1, y, 0xFFFFFF)) - here)
                        + Math.abs(luma(pixels.shownOver(x, y + 1, 0xFFFFFF)) - here);
                int column = 3 * x / width;
                int row = 3 + 3 * y / height;
                sums[column] += step;
                counts[column]++;
                sums[row] += step;
                counts[row]++;
            }
        }
        List<Double> busy = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            busy.add(counts[i] == 0 ? 0 : Math.round(100 * sums[i] / counts[i]) / 100.0);
        }
        return busy;
    }

    /** ITU-R BT.601, as JPEG has it. */
    private static double luma(int rgb) {
        return 0.299 * (rgb >> 16 & 0xff) + 0.587 * (rgb >> 8 & 0xff) + 0.114 * (rgb & 0xff);
    }

    /**
     * Words for its shape, its calm and where it has room: those that a search understands.
     *
     * @param proportion width over height
     */
    public List<String> words(double proportion, boolean transparent) {
        List<String> words = new ArrayList<>();
        words.add(proportion >= WIDE ? "wide" : proportion <= TALL ? "tall" : proportion < 1.2 ? "square" : "broad");
        double all = (busy.get(0) + busy.get(1) + busy.get(2)) / 3;
        words.add(all < CALM ? "calm" : "lively");
        for (int i = 0; i < busy.size(); i++) {
            if (i != 4 && busy.get(i) < CALM && busy.get(i) < QUIETER * all) {
                words.add("room at the " + SIDES.get(i));
            }
        }
        if (transparent) {
            words.add("clear ground");
        }
        return words;
    }

    /** CIEDE2000 to the nearest of its colours that counts; infinite where it has none. */
    public double distanceTo(Colour colour) {
        CieLab wanted = CieLab.ofSrgb(colour.rgb());
        return colours.stream()
                .filter(tint -> tint.accent || tint.share >= SHARE)
                .mapToDouble(tint -> CieLab.ofSrgb(tint.colour.rgb()).difference(wanted))
                .min()
                .orElse(Double.POSITIVE_INFINITY);
    }
}
