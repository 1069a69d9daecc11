package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import java.util.List;

/**
 * As much of a picture as some renditions are made from, so that a decoder can leave out the rest.
 *
 * @param shrink 1 or 2: how much smaller than the picture its decoded pixels may be
 * @param region the rows and columns looked at, upright, px of the whole picture
 * @param halves how many halves of the decoded picture are used
 */
public record Excerpt(int shrink, Box<InPicture> region, int halves) {
    /** A smaller copy of a picture serves while it has this many pixels along each axis for each one wanted. */
    private static final double HEADROOM = 2;

    /**
     * The first half of a large picture already serves at this, 2.25 pixels for each one wanted: straight from a camera a
     * picture is soft at its own pixels, so that little is lost (50 dB against the whole; see docs/accuracy.md).
     */
    private static final double LARGE_HEADROOM = 1.5;

    private static final long LARGE = 8_000_000;

    /** Small pictures may be sharp at their own pixels and cost little: they are made from more. */
    private static final double FINE_HEADROOM = 4;

    /** Renditions of fewer px a side, icons and portraits, stay crisp by being made from more. */
    private static final double SMALL = 64;

    public static Excerpt whole(Size picture) {
        return new Excerpt(1, picture.box(), Integer.MAX_VALUE);
    }

    /** What all of these framings, in px of the whole picture, need together. */
    public static Excerpt of(Size picture, List<Framing<InPicture>> framings) {
        int fewest = framings.stream().mapToInt(f -> halvings(picture, f)).min().orElse(0);
        int most = framings.stream().mapToInt(f -> halvings(picture, f)).max().orElse(0);
        int shrink = fewest == 0 ? 1 : 2;
        double left = picture.width();
        double top = picture.height();
        double right = 0;
        double bottom = 0;
        for (Framing<InPicture> framing : framings) {
            // A kernel reaches a little beyond its window.
            double reach = Taps.LOBES * Math.max(1, framing.detail()) + 2.0 * shrink;
            left = Math.min(left, framing.window().x() - reach);
            top = Math.min(top, framing.window().y() - reach);
            right = Math.max(right, framing.window().right() + reach);
            bottom = Math.max(bottom, framing.window().bottom() + reach);
        }
        Box<InPicture> region = new Box<InPicture>(left, top, Math.max(0, right - left), Math.max(0, bottom - top))
                .intersect(picture.box());
        return new Excerpt(shrink, region, most - Integer.numberOfTrailingZeros(shrink));
    }

    /** The same without shrinking, for a decoder that can't. */
    public Excerpt unshrunk() {
        int more = Integer.numberOfTrailingZeros(shrink);
        return new Excerpt(1, region, halves == Integer.MAX_VALUE ? halves : halves + more);
    }

    /** How often a picture can be halved and still serve a framing. */
    static int halvings(Size picture, Framing<InPicture> framing) {
        boolean small = Math.min(framing.placed().width(), framing.placed().height()) < SMALL;
        double first = small || !isLarge(picture) ? FINE_HEADROOM : LARGE_HEADROOM;
        if (framing.detail() / 2 < first) {
            return 0;
        }
        int halvings = 1;
        while (framing.detail() / (2 << halvings) >= (small ? FINE_HEADROOM : HEADROOM)) {
            halvings++;
        }
        return halvings;
    }

    /** Whether the first half may be the decoder's own. */
    public static boolean isLarge(Size picture) {
        return picture.pixels() >= LARGE;
    }

    /** The size of the decoded pixels: rounded up, so that the last of an odd row is there. */
    public Size decoded(Size picture) {
        return new Size((picture.width() + shrink - 1) / shrink, (picture.height() + shrink - 1) / shrink);
    }

    /** The rows of the stored, decoded picture that this needs: the first, and one past the last. */
    public int[] storedRows(Orientation orientation, Size stored) {
        Size size = decoded(stored);
        Box<InPicture> box =
                new Box<>(region.x() / shrink, region.y() / shrink, region.width() / shrink, region.height() / shrink);
        double from = orientation.transposes() ? box.x() : box.y();
        double to = orientation.transposes() ? box.right() : box.bottom();
        int first = Math.max(0, (int) Math.floor(from));
        int end = Math.min(size.height(), (int) Math.ceil(to));
        boolean backwards = orientation.transposes() ? orientation.mirrorsColumns() : orientation.mirrorsRows();
        return backwards ? new int[] {size.height() - end, size.height() - first} : new int[] {first, end};
    }
}
