package gavlin.core.lift;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Renderable;
import java.util.ArrayList;
import java.util.List;

/**
 * A flat background behind a mark, or one that fades gently, made transparent; soft edges un-mixed from it.
 *
 * @param tolerance CIEDE2000 within which a colour is the background's; null to be chosen by the noise that it has, 0 lifts nothing
 * @param enclosed whether places that the mark encloses go too, as inside an o
 * @param spots what somebody said of single places
 */
public record Lift(Double tolerance, boolean enclosed, List<Spot> spots) implements Preparation {
    public static final Lift NONE = new Lift(0.0, false, List.of());
    public static final OperationType<Lift> TYPE = new OperationType<>("lift", 10, Lift.class, NONE);
    public static final double MOST_TOLERANCE = 40;
    private static final int MOST_SPOTS = 40;
    /** Of all spots: they are part of the addresses of views. */
    private static final int MOST_PLACES = 120;

    public Lift {
        if (tolerance != null) {
            Require.range("lift.tolerance", tolerance, 0, MOST_TOLERANCE, "");
        }
        spots = spots == null ? List.of() : List.copyOf(spots);
        int places = spots.stream().mapToInt(spot -> spot.along().size()).sum();
        if (spots.size() > MOST_SPOTS || places > MOST_PLACES) {
            throw new BadInput(
                    "lift.spots",
                    "at most " + MOST_SPOTS + " spots with " + MOST_PLACES
                            + " points in all are kept for a picture: forget some of them, or choose another tolerance");
        }
    }

    /** As Gavlin would do it. */
    public static Lift chosen() {
        return new Lift(null, true, List.of());
    }

    @Override
    public OperationType<Lift> type() {
        return TYPE;
    }

    @Override
    public boolean changesNothing() {
        return tolerance != null && tolerance == 0;
    }

    /** It belongs to the picture, whatever the slot. */
    @Override
    public Lift carried() {
        return this;
    }

    @Override
    public String changeFrom(Operation before) {
        Lift was = (Lift) before;
        if (changesNothing()) {
            return "backing put back";
        }
        if (was.changesNothing()) {
            return "backing lifted";
        }
        List<String> changes = new ArrayList<>();
        if (!java.util.Objects.equals(tolerance, was.tolerance)) {
            changes.add(tolerance == null ? "lifted as Gavlin chooses" : "lifted within ΔE " + tolerance);
        }
        if (enclosed != was.enclosed) {
            changes.add(enclosed ? "enclosed places lifted too" : "enclosed places kept");
        }
        if (!spots.equals(was.spots)) {
            changes.add(spots.size() > was.spots.size() ? "a spot marked" : "a spot taken back");
        }
        return String.join("; ", changes);
    }

    @Override
    public boolean transparent(boolean before) {
        return true;
    }

    /** The same with a stroke more, as a hand drew it. */
    public Lift with(boolean keep, List<Spot.Place> along) {
        List<Spot> all = new ArrayList<>(spots);
        all.add(Spot.drawn(keep, along));
        return changesNothing() ? new Lift(null, true, all) : new Lift(tolerance, enclosed, all);
    }

    /** All of it, at its own pixels: what is joined to the border is only known then. */
    @Override
    public Framing<InPrepared> source(Size before, Framing<InPrepared> framing) {
        return new Framing<>(before.box(), LiftedPicture.worked(before).box());
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new LiftedPicture(before, this);
    }

    @Override
    public boolean keepsItsOutcome() {
        return true;
    }

    @Override
    public boolean looksAtPixels() {
        return true;
    }

    /** @throws BadInput when there is no backing to lift, or nothing would be left, with what to do instead */
    @Override
    public Lift settled(Renderable<InPrepared> before) {
        new LiftedPicture(before, this).check();
        return this;
    }
}
