package gavlin.core.tighten;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.mark.Differences;
import gavlin.core.mark.Ground;
import gavlin.core.raster.Pixels;
import java.util.Optional;

/**
 * Where a mark is on its canvas: the box of the pixels that differ from empty. Empty is, where a picture has clear pixels, what is as
 * good as clear; elsewhere what has the colour that lies along the border, so that a corner alone cannot mislead.
 */
final class Margins {
    /** Percent of alpha, or CIEDE2000, up to which a pixel is empty when nobody says. */
    static final double USUAL_THRESHOLD = 1;
    /** What a ground's own noise is taken for, times what nearly all of its pixels keep to. */
    private static final double NOISE = 1.3;

    private Margins() {}

    /**
     * @param threshold percent of alpha where there are clear pixels, CIEDE2000 elsewhere; null to be chosen
     * @return px of the pixels; empty when nothing differs
     */
    static Optional<Box<InPrepared>> of(Pixels pixels, Double threshold) {
        boolean clear = pixels.transparentPixels() > 0;
        Ground ground = clear ? null : Ground.alongBorder(pixels);
        double most = threshold != null
                ? threshold
                : clear ? USUAL_THRESHOLD : Math.max(USUAL_THRESHOLD, NOISE * ground.spread() + 0.5);
        int alpha = (int) Math.floor(most * 2.55);
        Size size = pixels.size();
        Differences differences = new Differences();
        int left = size.width();
        int top = size.height();
        int right = -1;
        int bottom = -1;
        for (int y = 0, i = 0; y < size.height(); y++) {
            for (int x = 0; x < size.width(); x++, i++) {
                boolean there = clear
                        ? (pixels.samples()[i * 4 + 3] & 0xff) > alpha
                        : differences.of(Ground.rgb(pixels, i), ground.at(i)) > most;
                if (there) {
                    left = Math.min(left, x);
                    right = Math.max(right, x);
                    top = Math.min(top, y);
                    bottom = y;
                }
            }
        }
        return right < 0 ? Optional.empty() : Optional.of(new Box<>(left, top, right - left + 1, bottom - top + 1));
    }
}
