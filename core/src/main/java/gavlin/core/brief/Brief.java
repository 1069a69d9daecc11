package gavlin.core.brief;

import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.List;

/**
 * What a slot asks of a file.
 *
 * @param size exact pixels at density 1; null when only a ratio is asked
 * @param ratio null when a size is asked
 * @param maxWidth with a ratio, the widest size wanted, px
 * @param densities pixel densities wanted, such as 1 and 2
 * @param types allowed, in the sheet's order
 * @param weight null for no limit
 */
public record Brief(
        Size size,
        Ratio ratio,
        int maxWidth,
        List<Integer> densities,
        List<PictureType> types,
        Transparency transparency,
        WeightLimit weight,
        Rule rule,
        Shape shape) {
    /** Of a file at its highest density: what one machine of 1 GB of heap makes without others waiting for long. */
    public static final long MOST_PIXELS = 9_000_000;

    public enum Transparency {
        REQUIRED,
        ALLOWED,
        FORBIDDEN
    }

    public enum Shape {
        RECTANGLE,
        ROUNDED,
        CIRCLE
    }

    /** The exact size of a rendition of this picture at density 1. */
    public Size sizeFor(Size picture) {
        int largest = (int) Math.sqrt(MOST_PIXELS * (ratio == null ? 1 : ratio.proportion()));
        return size != null ? size : ratio.largestInside(picture, Math.min(maxWidth, largest));
    }

    /** The same brief with an exact size in place of its own size or ratio. */
    public Brief withSize(Size other) {
        return new Brief(other, null, other.width(), densities, types, transparency, weight, rule, shape);
    }

    /** Width over height: what a slot of picture's own height follows. */
    public double proportion() {
        return size != null ? size.proportion() : ratio.proportion();
    }

    /** The types that a rendition may have: those allowed that Gavlin writes and that can hold what the slot needs. */
    public List<PictureType> usableTypes() {
        return types.stream()
                .filter(PictureType::canBeWritten)
                .filter(t -> transparency != Transparency.REQUIRED || t.canHoldAlpha())
                .toList();
    }

    /** The limit of a file of this density in bytes; {@link Long#MAX_VALUE} when there is none. */
    public long maxBytes(int density) {
        return weight == null ? Long.MAX_VALUE : weight.maxBytes(density);
    }

    /** What is asked, in a few characters: {@code 1920×480}, {@code 4:1}. */
    public String sizeLabel() {
        if (size != null) {
            return size.label();
        }
        return maxWidth < Size.MAX ? ratio + " up to " + maxWidth + " px" : ratio.toString();
    }
}
