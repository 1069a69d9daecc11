package gavlin.core.damage;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.List;

/**
 * A picture with all that comparing files with it needs, prepared once: about 20 bytes of memory for each pixel. A picture
 * with alpha is judged on black and on white, and the worse counts.
 */
public final class Original {
    /** In what must be seen damage counts so many times. */
    private static final double DEAR = 1.5;

    private final Pixels pixels;
    private final Cells weights;
    private final View onBlack;
    private final View onWhite;

    public Original(Pixels pixels) {
        this(pixels, List.of());
    }

    /** @param dear where people look: what must be seen, and words */
    public Original(Pixels pixels, List<Box<InSlot>> dear) {
        this.pixels = pixels;
        this.weights = Cells.touched(pixels.size(), dear, DEAR, 1);
        this.onBlack = new View(pixels.over(0));
        this.onWhite = pixels.channels() == 4 ? new View(pixels.over(0xffffff)) : null;
    }

    /** @throws IllegalArgumentException when the sizes differ */
    public Damage damage(Pixels file) {
        return found(file).damage;
    }

    /**
     * Where it is.
     *
     * @throws IllegalArgumentException when the sizes differ
     */
    public DamageMap map(Pixels file) {
        return new DamageMap(found(file).seen);
    }

    private Found found(Pixels file) {
        if (!pixels.size().equals(file.size())) {
            throw new IllegalArgumentException("sizes differ: " + pixels.size() + " and " + file.size());
        }
        Found black = onBlack.found(file.over(0));
        if (onWhite == null && file.channels() == 3) {
            return black;
        }
        Found white = (onWhite == null ? onBlack : onWhite).found(file.over(0xffffff));
        return white.damage.seen() > black.damage.seen() ? white : black;
    }

    /** @param seen the same by place */
    private record Found(Damage damage, Cells seen) {}

    private final class View {
        private final Structure structure;
        private final AddedEdges edges;
        private final ColourShift colour;

        View(Pixels ground) {
            LabPlanes lab = LabPlanes.halfOf(ground);
            structure = new Structure(ground);
            edges = new AddedEdges(lab);
            colour = new ColourShift(lab);
        }

        Found found(Pixels file) {
            LabPlanes lab = LabPlanes.halfOf(file);
            Size size = file.size();
            Structure.Likeness like = structure.likeness(file);
            Cells lost = like.cells().with(weights, (likeness, weight) -> (1 - likeness) * weight);
            Cells moved = colour.in(lab, size).with(weights, (shift, weight) -> shift * weight);
            AddedEdges.Found added = edges.in(lab, weights);
            Damage damage = new Damage(
                    like.ssim(), like.overall(), 1 - lost.worstTwentieth(), added.percentile(), moved.worstTwentieth());
            Cells seen = lost.with(added.cells(), Damage::seenOfForms).with(moved, Damage::seenOfColour);
            return new Found(damage, seen);
        }
    }
}
