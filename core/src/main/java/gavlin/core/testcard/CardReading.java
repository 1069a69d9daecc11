package gavlin.core.testcard;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InScreenshot;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What a screenshot of a live page tells of the frame in which it shows a slot's test card.
 *
 * @param density of the file that the page shows
 * @param visible the part of the card that the frame shows, slot px
 * @param at where that lies, px of the screenshot
 * @param across CSS px of the page per slot px
 * @param down the same from top to bottom; another number where the site squashes
 * @param corner of the frame
 * @param obstructions CSS px from the frame's top left corner
 * @param noise by how much pixels of one cell differ, mean of 8-bit codes: 0 for a file that arrived as it was sent, more after lossy
 *     compression; NaN where cells are too small to tell, or the screenshot is itself compressed so
 */
public record CardReading(
        int density,
        Box<InSlot> visible,
        Box<InScreenshot> at,
        double across,
        double down,
        Corner corner,
        List<Covered> obstructions,
        double noise) {
    /** Device px per CSS px, the browser's zoom included: 50 % on a plain screen to 200 % on the densest. */
    public static final double LEAST_SCALE = 0.25;

    public static final double MOST_SCALE = 8;
    /** Sides whose scales differ by less are meant to be alike. */
    private static final double SQUASHED = 0.01;

    /** More noise than this is compression. */
    private static final double QUIET = 0.35;

    /** The frame's size on the page, what is assumed to be covered included, CSS px. */
    public Box<InShowing> frame() {
        return new Box<>(0, 0, visible.width() * across, visible.height() * down);
    }

    /** Whether what arrived was compressed with loss; null where the screenshot can't tell. */
    public Boolean compressed() {
        return Double.isNaN(noise) ? null : noise > QUIET;
    }

    /** Whether it is drawn wider or narrower than it is. */
    public boolean squashed() {
        return Math.abs(across / down - 1) > SQUASHED;
    }

    /**
     * Looks for a slot's card.
     *
     * <p>Where a bar lies across one whole side, no screenshot can tell whether the frame goes on under it. It is taken to, as far as the
     * site shows the card evenly from its middle, which is what sites do that say nothing else; the bar is then said to be assumed.
     *
     * <p>Costs a byte and a boolean a pixel of the screenshot; about 20 ms for each megapixel on one core.
     *
     * @param cards of the slot, one for each density
     * @param scale px of the screenshot per CSS px of the page, zoom included
     * @param exact whether the screenshot keeps every pixel as it was shown
     * @return null when none is in it
     */
    public static CardReading of(List<TestCard> cards, Pixels screenshot, double scale, boolean exact) {
        byte[] hues = Hue.of(screenshot);
        Placement best = null;
        for (TestCard card : cards) {
            Placement found = Placement.find(card, screenshot, hues);
            if (found != null && (best == null || found.count() > best.count())) {
                best = found;
            }
        }
        if (best == null) {
            return null;
        }
        Seen seen = Seen.of(best, screenshot, hues);
        Seen.Frame frame = seen.frame(best.across().pitch(), best.down().pitch());
        return frame == null ? null : read(best, seen, frame, screenshot, scale, exact);
    }

    private static CardReading read(
            Placement found, Seen seen, Seen.Frame frame, Pixels screenshot, double scale, boolean exact) {
        TestCard card = found.card();
        Size all = screenshot.size();
        Side across = Side.of(
                found.across(),
                card.cell(),
                card.slot().width(),
                Rim.across(screenshot, seen, frame, found.across()),
                all.width());
        Side down = Side.of(
                found.down(),
                card.cell(),
                card.slot().height(),
                Rim.down(screenshot, seen, frame, found.down()),
                all.height());
        Side wide = across.evened(down.isCut());
        Side high = down.evened(across.isCut());
        Corner corner = Corner.of(seen, frame, scale, high.first() < down.first(), high.last() > down.last());
        List<Covered> over = new ArrayList<>(bars(across, wide, down, high, scale));
        for (Covered each : Covered.within(
                seen,
                frame,
                corner.radius() * scale,
                scale,
                found.across().pitch() * found.down().pitch())) {
            over.add(new Covered(
                    each.box().moved((frame.left() - wide.from()) / scale, (frame.top() - high.from()) / scale),
                    each.kind(),
                    false));
        }
        return new CardReading(
                card.density(),
                new Box<>(wide.first(), high.first(), wide.last() - wide.first(), high.last() - high.first()),
                new Box<>(wide.from(), high.from(), wide.to() - wide.from(), high.to() - high.from()),
                wide.perPx() / scale,
                high.perPx() / scale,
                corner,
                over,
                exact ? noise(found, screenshot) : Double.NaN);
    }

    /** What lies over those parts of the frame that are assumed to go on under it. */
    private static List<Covered> bars(Side across, Side wide, Side down, Side high, double scale) {
        double width = (wide.to() - wide.from()) / scale;
        double height = (high.to() - high.from()) / scale;
        double left = (across.from() - wide.from()) / scale;
        double right = (wide.to() - across.to()) / scale;
        double top = (down.from() - high.from()) / scale;
        double bottom = (high.to() - down.to()) / scale;
        return Stream.of(
                        new Box<InShowing>(0, 0, width, top),
                        new Box<InShowing>(0, height - bottom, width, bottom),
                        new Box<InShowing>(0, 0, left, height),
                        new Box<InShowing>(width - right, 0, right, height))
                .filter(box -> !box.isEmpty())
                .map(box -> new Covered(box, "solid", true))
                .toList();
    }

    private static double noise(Placement found, Pixels screenshot) {
        List<Double> all = new ArrayList<>();
        double sideX = found.across().pitch();
        double sideY = found.down().pitch();
        if (Math.min(sideX, sideY) < 12) {
            return Double.NaN;
        }
        CardCode code = found.card().code();
        for (int row = 0; row < code.rows(); row++) {
            for (int column = 0; column < code.columns(); column++) {
                if (found.isInside(column, row)) {
                    double deviation = deviation(
                            screenshot,
                            (int) Math.ceil(found.across().at(column + 0.5)),
                            (int) Math.ceil(found.down().at(row + 0.5)),
                            (int) Math.floor(found.across().at(column + 1) - 2),
                            (int) Math.floor(found.down().at(row + 1) - 2));
                    if (!Double.isNaN(deviation)) {
                        all.add(deviation);
                    }
                }
            }
        }
        // The middle one: over some of them lies something.
        return all.isEmpty() ? Double.NaN : all.stream().sorted().toList().get(all.size() / 2);
    }

    /** Mean distance from their mean of the codes in a part of a screenshot. */
    private static double deviation(Pixels screenshot, int left, int top, int right, int bottom) {
        Size size = screenshot.size();
        if (left < 0 || top < 0 || right > size.width() || bottom > size.height() || right <= left || bottom <= top) {
            return Double.NaN;
        }
        double all = 0;
        int count = (right - left) * (bottom - top);
        for (int c = 0; c < 3; c++) {
            long sum = 0;
            for (int pass = 0; pass < 2; pass++) {
                double mean = (double) sum / count;
                double off = 0;
                for (int y = top; y < bottom; y++) {
                    for (int x = left; x < right; x++) {
                        int code = screenshot.samples()[(y * size.width() + x) * screenshot.channels() + c] & 0xff;
                        if (pass == 0) {
                            sum += code;
                        } else {
                            off += Math.abs(code - mean);
                        }
                    }
                }
                all += off / count;
            }
        }
        return all / 3;
    }
}
