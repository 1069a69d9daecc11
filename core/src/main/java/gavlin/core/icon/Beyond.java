package gavlin.core.icon;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/** A mark in the places that no theme names: laid over a film or picture, and shown where a page is shared. Never squashed. */
public final class Beyond {
    /** Of the picture that stands for a page where it is shared, px; common practice, no source. */
    public static final Size SHARED = new Size(1200, 630);

    /** The part of each side that a mark may fill there: places cut it to squares and circles. */
    private static final double SHARED_PART = 0.5;

    /** Of a watermark, px. */
    public static final int WIDEST = 2000;

    private Beyond() {}

    /** The mark in the middle of a flat ground, opaque. */
    public static Pixels shared(Renderable<InPrepared> mark, Colour ground) {
        Size size = mark.size();
        double scale = SHARED_PART
                * Math.min((double) SHARED.width() / size.width(), (double) SHARED.height() / size.height());
        double width = size.width() * scale;
        double height = size.height() * scale;
        Box<InSlot> placed = new Box<>((SHARED.width() - width) / 2, (SHARED.height() - height) / 2, width, height);
        return mark.render(new Framing<>(size.box(), placed), SHARED).over(ground.rgb());
    }

    /**
     * The mark alone, paler.
     *
     * @param width px, 16..{@value #WIDEST}; the height follows
     * @param strength 0.05..1: what is left of its alpha
     * @throws BadInput for a mark without any clear pixel: it would be a pale box
     */
    public static Pixels watermark(Renderable<InPrepared> mark, int width, double strength) {
        Require.range("width", width, 16, WIDEST, "px");
        Require.range("strength", strength, 0.05, 1, "");
        Size size = new Size(width, (int) Math.max(
                1,
                Math.round((double) width * mark.size().height() / mark.size().width())));
        Pixels pixels = mark.render(new Framing<>(mark.size().box(), size.box()), size);
        if (pixels.channels() != 4 || pixels.transparentPixels() == 0) {
            throw new BadInput("mark", "nothing in the mark is transparent: lift its backing first");
        }
        byte[] samples = pixels.samples().clone();
        for (int i = 3; i < samples.length; i += 4) {
            samples[i] = (byte) Math.round((samples[i] & 0xff) * strength);
        }
        return new Pixels(size, 4, samples);
    }
}
