package gavlin.core.seat;

import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.Require;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.mark.Differences;
import gavlin.core.mark.Ground;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/**
 * A whole picture on its slot's canvas, never squashed: in the middle by its box or by its visual mass, with a clear zone around it.
 *
 * @param by what stands in the middle
 * @param clear the least room to each edge, a fraction of the canvas's shorter side
 * @param visible how high the picture is shown, px of the slot, so that several slots can show it alike; null for as large as it goes
 *     without being enlarged
 * @param middle where its mass lies, fractions of the prepared picture; null until it is measured, and for {@link By#BOX}
 */
public record Seat(By by, double clear, Integer visible, FocalPoint<InPrepared> middle) {
    public enum By {
        @JsonProperty("box")
        BOX,
        @JsonProperty("mass")
        MASS
    }

    public static final double MOST_CLEAR = 0.45;
    /** The mass is measured on at most so many px a side. */
    private static final int MEASURED = 512;

    public Seat {
        by = by == null ? By.BOX : by;
        Require.range("seat.clear", clear, 0, MOST_CLEAR, "");
        if (visible != null) {
            Require.range("seat.visible", visible, 1, Size.MAX, "px");
        }
        middle = by == By.BOX ? null : middle;
    }

    /** Where a picture lands on a canvas. @param density px of the canvas for one of the slot */
    public Framing<InPrepared> framing(Size picture, Size canvas, double density) {
        double room = clear * Math.min(canvas.width(), canvas.height());
        double most = Math.min(
                (canvas.width() - 2 * room) / picture.width(), (canvas.height() - 2 * room) / picture.height());
        double scale = Math.min(most, visible == null ? density : visible * density / picture.height());
        double width = picture.width() * scale;
        double height = picture.height() * scale;
        FocalPoint<InPrepared> at = middle == null ? FocalPoint.centre() : middle;
        Box<InSlot> placed = new Box<>(
                start(canvas.width(), width, at.x(), room),
                start(canvas.height(), height, at.y(), room),
                width,
                height);
        return new Framing<>(picture.box(), placed);
    }

    private static double start(double canvas, double length, double middle, double room) {
        double wanted = canvas / 2 - middle * length;
        return Math.max(room, Math.min(canvas - room - length, wanted));
    }

    /** The same with its mass measured. */
    public Seat settled(Renderable<InPrepared> picture) {
        if (by == By.BOX || middle != null) {
            return this;
        }
        Size size = picture.size();
        Size small = size.withinSide(MEASURED);
        return new Seat(by, clear, visible, mass(picture.render(new Framing<>(size.box(), small.box()), small)));
    }

    /** The centre of alpha, or, where nothing is clear, of what differs from the ground; the middle where nothing does. */
    private static FocalPoint<InPrepared> mass(Pixels pixels) {
        boolean clear = pixels.transparentPixels() > 0;
        Ground ground = clear ? null : Ground.alongBorder(pixels);
        Differences differences = new Differences();
        Size size = pixels.size();
        double x = 0;
        double y = 0;
        double sum = 0;
        for (int i = 0; i < size.pixels(); i++) {
            double weight = clear
                    ? pixels.samples()[i * 4 + 3] & 0xff
                    : Math.max(0, differences.of(Ground.rgb(pixels, i), ground.at(i)) - 2);
            x += weight * (i % size.width() + 0.5);
            y += weight * (i / size.width() + 0.5);
            sum += weight;
        }
        return sum == 0
                ? FocalPoint.centre()
                : new FocalPoint<>(rounded(x / sum / size.width()), rounded(y / sum / size.height()));
    }

    private static double rounded(double value) {
        return Math.round(value * 10_000) / 10_000.0;
    }
}
