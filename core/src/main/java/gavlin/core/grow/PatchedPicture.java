package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import java.util.List;

/**
 * A picture that goes on to both sides along one axis with strips of its own. Where they stand is found once on a small copy; each rendition
 * then shows the strips themselves, in its own size, so that they are as sharp as the picture.
 */
final class PatchedPicture implements Renderable<InPrepared> {
    /** Of the copy on which strips are chosen: enough to tell what fits, and chosen in a tenth of a second. */
    private static final long COPY = 90_000;
    /** Over which one strip gives way to the next, px of the rendition. */
    private static final double SOFT = 3;

    private final Renderable<InPrepared> before;
    private final boolean across;
    private final int first;
    private final int last;
    private final double scale;
    private final Patchwork head;
    private final Patchwork tail;

    /** @param first px before the picture along the axis @param last behind it */
    private PatchedPicture(
            Renderable<InPrepared> before, boolean across, int first, int last, long seed, boolean[] barred) {
        this.before = before;
        this.across = across;
        this.first = first;
        this.last = last;
        Size size = before.size();
        Size small = size.within(COPY);
        Pixels copy = before.render(new Framing<>(size.box(), small.box()), small);
        int length = across ? small.width() : small.height();
        this.scale = (double) length / (across ? size.width() : size.height());
        this.head = first == 0 ? null : Patchwork.of(copied(copy, barred, true), beyond(first), seed);
        this.tail = last == 0 ? null : Patchwork.of(copied(copy, barred, false), beyond(last), seed + 7919);
    }

    private int beyond(int growth) {
        return (int) Math.ceil(growth * scale) + 1;
    }

    static Renderable<InPrepared> of(Renderable<InPrepared> before, Grow grow) {
        Renderable<InPrepared> wide =
                grow.left() + grow.right() == 0 ? before : axis(before, grow, true, grow.left(), grow.right(), 0);
        return grow.top() + grow.bottom() == 0 ? wide : axis(wide, grow, false, grow.top(), grow.bottom(), grow.left());
    }

    private static Renderable<InPrepared> axis(
            Renderable<InPrepared> before, Grow grow, boolean across, int first, int last, int shift) {
        int length = across ? before.size().width() : before.size().height();
        boolean[] barred = new boolean[length];
        if (grow.avoid() != null) {
            for (List<Integer> part : grow.avoid()) {
                int from = across ? part.get(0) : part.get(1);
                int size = across ? part.get(2) : part.get(3);
                for (int i = Math.max(0, from); i < Math.min(length, from + size); i++) {
                    barred[i] = true;
                }
            }
        }
        PatchedPicture patched = new PatchedPicture(before, across, first, last, grow.seedOr1(), barred);
        boolean nothing = patched.head != null && patched.head.strips().isEmpty()
                || patched.tail != null && patched.tail.strips().isEmpty();
        // Nothing may be copied: then it is mirrored, as everything else would be nothing at all.
        return nothing
                ? new GrownPicture(before, across ? new Grow(0, last, 0, first) : new Grow(first, 0, last, 0))
                : patched;
    }

    /** Lines across the axis, positions along it; turned round where the picture goes on before its beginning. */
    private Patchwork.Copy copied(Pixels copy, boolean[] barred, boolean reversed) {
        int lines = across ? copy.size().height() : copy.size().width();
        int length = across ? copy.size().width() : copy.size().height();
        float[] rgb = new float[lines * length * 3];
        boolean[] closed = new boolean[length];
        for (int i = 0; i < length; i++) {
            int place = reversed ? length - 1 - i : i;
            int from = (int) (place / scale);
            int to = Math.min(barred.length, (int) Math.ceil((place + 1) / scale));
            for (int k = from; k < to; k++) {
                closed[i] |= barred[k];
            }
            for (int line = 0; line < lines; line++) {
                int x = across ? place : line;
                int y = across ? line : place;
                int at = (y * copy.size().width() + x) * copy.channels();
                for (int c = 0; c < 3; c++) {
                    rgb[(line * length + i) * 3 + c] = copy.samples()[at + c] & 0xff;
                }
            }
        }
        return new Patchwork.Copy(lines, length, rgb, closed);
    }

    @Override
    public Size size() {
        Size size = before.size();
        return across
                ? new Size(size.width() + first + last, size.height())
                : new Size(size.width(), size.height() + first + last);
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Box<InPrepared> window =
                across ? framing.window().moved(-first, 0) : framing.window().moved(0, -first);
        boolean plain =
                before.size().<InPrepared>box().contains(window, GrownPicture.ROUNDING) && !reachesOverlap(window);
        return plain
                ? before.render(new Framing<>(window, framing.placed()), out)
                : Pixels.filling(framing.placed(), out, size -> patched(window, size));
    }

    /** Whether it shows the outermost part of the picture, in which the first strip may begin. */
    private boolean reachesOverlap(Box<InPrepared> window) {
        double length = length();
        double begin = across ? window.x() : window.y();
        double end = across ? window.right() : window.bottom();
        return head != null && begin < length - head.strips().get(0).at() / scale
                || tail != null && end > tail.strips().get(0).at() / scale;
    }

    private double length() {
        return across ? before.size().width() : before.size().height();
    }

    /** @param window px of the picture before */
    private Pixels patched(Box<InPrepared> window, Size out) {
        Box<InPrepared> inside = window.intersect(before.size().box());
        Canvas canvas = new Canvas(window, out, hasAlpha() ? 4 : 3);
        if (!inside.isEmpty()) {
            canvas.lay(inside, 0, null, 0, false);
        }
        if (head != null) {
            lay(canvas, head, true);
        }
        if (tail != null) {
            lay(canvas, tail, false);
        }
        return new Pixels(out, canvas.channels, canvas.samples);
    }

    private void lay(Canvas canvas, Patchwork work, boolean reversed) {
        double length = length();
        for (Patchwork.Strip strip : work.strips()) {
            double at = strip.at() / scale;
            double from = strip.from() / scale;
            double width = Math.min(strip.width() / scale, length - from);
            // Outward from the end, or, turned round, from the beginning.
            double begin = reversed ? length - at - width : at;
            double shift = reversed ? at - from : from - at;
            Box<InPrepared> part = across
                    ? new Box<>(begin, 0, width, before.size().height())
                    : new Box<>(0, begin, before.size().width(), width);
            canvas.lay(part, shift, strip, reversed ? length - at : at, reversed);
        }
    }

    /** A rendition that strips are laid on. */
    private final class Canvas {
        private final Box<InPrepared> window;
        private final Size out;
        private final int channels;
        private final byte[] samples;
        private final double perX;
        private final double perY;

        Canvas(Box<InPrepared> window, Size out, int channels) {
            this.window = window;
            this.out = out;
            this.channels = channels;
            this.samples = new byte[(int) out.pixels() * channels];
            this.perX = out.width() / window.width();
            this.perY = out.height() / window.height();
        }

        /**
         * @param part where it stands, px of the picture before @param shift how much farther along the axis it was copied from
         * @param strip whose cut it begins at; null for the picture itself @param zero where that cut is counted from
         */
        void lay(Box<InPrepared> part, double shift, Patchwork.Strip strip, double zero, boolean reversed) {
            Box<InPrepared> seen = part.intersect(window);
            int left = (int) Math.ceil((seen.x() - window.x()) * perX - GrownPicture.ROUNDING);
            int right =
                    Math.min(out.width(), (int) Math.floor((seen.right() - window.x()) * perX + GrownPicture.ROUNDING));
            int top = (int) Math.ceil((seen.y() - window.y()) * perY - GrownPicture.ROUNDING);
            int bottom = Math.min(
                    out.height(), (int) Math.floor((seen.bottom() - window.y()) * perY + GrownPicture.ROUNDING));
            if (right <= left || bottom <= top || seen.isEmpty()) {
                return;
            }
            Size size = new Size(right - left, bottom - top);
            Box<InSlot> there = new Box<>(left, top, size.width(), size.height());
            Box<InPrepared> read = there.<InPrepared>carry(out.box(), window)
                    .moved(across ? shift : 0, across ? 0 : shift)
                    .intersect(before.size().box());
            if (read.isEmpty()) {
                return;
            }
            Pixels drawn = before.render(new Framing<>(read, size.box()), size);
            for (int y = 0; y < size.height(); y++) {
                for (int x = 0; x < size.width(); x++) {
                    double weight = strip == null ? 1 : weight(left + x, top + y, strip, zero, reversed);
                    if (weight > 0) {
                        mix(((top + y) * out.width() + left + x) * channels, drawn, y * size.width() + x, weight);
                    }
                }
            }
        }

        /** 0 before the cut, 1 behind it. */
        private double weight(int x, int y, Patchwork.Strip strip, double zero, boolean reversed) {
            double px = window.x() + (x + 0.5) / perX;
            double py = window.y() + (y + 0.5) / perY;
            double outward = (reversed ? zero - (across ? px : py) : (across ? px : py) - zero) * scale;
            double line = (across ? py : px)
                    * strip.cut().length
                    / (across ? before.size().height() : before.size().width());
            int nearest = Math.max(0, Math.min(strip.cut().length - 1, (int) line));
            double soft = Math.max(1, SOFT / ((across ? perX : perY) / scale));
            return Math.max(0, Math.min(1, (outward - strip.cut()[nearest]) / soft));
        }

        private void mix(int to, Pixels drawn, int pixel, double weight) {
            int from = pixel * drawn.channels();
            for (int c = 0; c < channels; c++) {
                int over = c < drawn.channels() ? drawn.samples()[from + c] & 0xff : 255;
                int under = samples[to + c] & 0xff;
                samples[to + c] = (byte) Math.round(under + weight * (over - under));
            }
        }
    }
}
