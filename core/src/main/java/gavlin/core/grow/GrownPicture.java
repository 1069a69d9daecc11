package gavlin.core.grow;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow.By;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/**
 * A picture that goes on beyond its edges: mirrored, by its outermost lines, softly, or into a colour. Each rendition goes on at whole pixels of
 * its own, so that no value is found between pixels twice and every join is continuous.
 */
record GrownPicture(Renderable<InPrepared> before, Grow grow) implements Renderable<InPrepared> {
    static final double ROUNDING = 1e-6;

    @Override
    public Size size() {
        return grow.of(before.size());
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Box<InPrepared> window = framing.window().moved(-grow.left(), -grow.top());
        if (before.size().<InPrepared>box().contains(window, ROUNDING)) {
            return before.render(new Framing<>(window, framing.placed()), out);
        }
        return Pixels.filling(framing.placed(), out, size -> goingOn(window, size));
    }

    /** @param window px of the picture before; reaches beyond it */
    private Pixels goingOn(Box<InPrepared> window, Size out) {
        return switch (grow.by()) {
            case BLUR -> Softness.of(grow, before.size()).over(window, out, this::rearranged);
            case FADE, COLOUR -> coloured(rearranged(window, out), window);
            default -> rearranged(window, out);
        };
    }

    /** Each pixel from within the picture that stands there when it goes on. */
    private Pixels rearranged(Box<InPrepared> window, Size out) {
        boolean mirrored = grow.by() == By.MIRROR || grow.by() == By.BLUR;
        Lines across = Lines.of(window.x(), window.width(), before.size().width(), out.width(), mirrored);
        Lines down = Lines.of(window.y(), window.height(), before.size().height(), out.height(), mirrored);
        Size size = new Size(across.count(), down.count());
        Box<InSlot> there = new Box<>(across.first(), down.first(), size.width(), size.height());
        Box<InPrepared> inside =
                there.carry(out.box(), window).intersect(before.size().box());
        Pixels part = before.render(new Framing<>(inside, size.box()), size);
        return part.rearranged(out, across.columns(), down.columns());
    }

    /** In the ink where it is grown; with a fade, the more the farther out. */
    private Pixels coloured(Pixels pixels, Box<InPrepared> window) {
        Size out = pixels.size();
        int channels = pixels.channels();
        byte[] samples = pixels.samples().clone();
        double[] across =
                shares(out.width(), window.x(), window.width(), before.size().width(), grow.left(), grow.right());
        double[] down =
                shares(out.height(), window.y(), window.height(), before.size().height(), grow.top(), grow.bottom());
        int rgb = grow.ink().rgb();
        for (int y = 0, at = 0; y < out.height(); y++) {
            for (int x = 0; x < out.width(); x++, at += channels) {
                double share = Math.max(across[x], down[y]);
                if (share > 0) {
                    for (int c = 0; c < 3; c++) {
                        int own = samples[at + c] & 0xff;
                        samples[at + c] = (byte) Math.round(own + share * ((rgb >> (16 - 8 * c) & 0xff) - own));
                    }
                    if (channels == 4) {
                        int alpha = samples[at + 3] & 0xff;
                        samples[at + 3] = (byte) Math.round(alpha + share * (255 - alpha));
                    }
                }
            }
        }
        return new Pixels(out, channels, samples);
    }

    /** How much of the ink stands at each pixel of a line: 0 within the picture, 1 outside it, or at the outer end of a fade. */
    private double[] shares(int out, double from, double length, int picture, int first, int last) {
        double[] shares = new double[out];
        for (int i = 0; i < out; i++) {
            double at = from + (i + 0.5) * length / out;
            double far = at < 0 ? -at / Math.max(1, first) : at > picture ? (at - picture) / Math.max(1, last) : 0;
            double within = Math.min(1, far);
            shares[i] = far == 0 ? 0 : grow.by() == By.COLOUR ? 1 : within * within * (3 - 2 * within);
        }
        return shares;
    }

    /**
     * Along one axis of a rendition: which of its pixels are rendered, and which of those stands where.
     *
     * @param first that is rendered; may lie outside the rendition
     * @param columns for each of the rendition's, counted from the first that is rendered
     */
    private record Lines(int first, int count, int[] columns) {
        static Lines of(double from, double length, int picture, int out, boolean mirrored) {
            double scale = out / length;
            int edge = (int) Math.ceil((0 - from) * scale - ROUNDING);
            int end = Math.max(edge + 1, (int) Math.floor((picture - from) * scale + ROUNDING));
            int[] columns = new int[out];
            int first = Integer.MAX_VALUE;
            int last = Integer.MIN_VALUE;
            for (int x = 0; x < out; x++) {
                columns[x] =
                        mirrored ? edge + thereAndBack(x - edge, end - edge) : Math.max(edge, Math.min(end - 1, x));
                first = Math.min(first, columns[x]);
                last = Math.max(last, columns[x]);
            }
            for (int x = 0; x < out; x++) {
                columns[x] -= first;
            }
            return new Lines(first, last - first + 1, columns);
        }

        /** The index that stands at {@code i} when the indices 0..length−1 go on in both directions, there and back. */
        static int thereAndBack(int i, int length) {
            int at = Math.floorMod(i, 2 * length);
            return at < length ? at : 2 * length - 1 - at;
        }
    }
}
