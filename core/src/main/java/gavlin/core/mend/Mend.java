package gavlin.core.mend;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
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
 * Spots filled from elsewhere in the picture, as where what was grown repeats. Each is copied from the picture as it was before any of them.
 *
 * @param spots the later over the earlier, {@value #MOST} at most
 */
public record Mend(List<Spot> spots) implements Preparation {
    public static final int MOST = 20;
    public static final Mend NONE = new Mend(List.of());
    public static final OperationType<Mend> TYPE = new OperationType<>("mend", 60, Mend.class, NONE);

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public Mend {
        spots = spots == null ? List.of() : List.copyOf(spots);
        if (spots.size() > MOST) {
            throw new BadInput("mend", "a picture is mended in at most " + MOST + " spots, this in " + spots.size());
        }
    }

    @JsonValue
    public List<Spot> spots() {
        return spots;
    }

    /** The same and one more. */
    public Mend and(Spot spot) {
        List<Spot> all = new ArrayList<>(spots);
        all.add(spot);
        return new Mend(all);
    }

    @Override
    public OperationType<Mend> type() {
        return TYPE;
    }

    /** Where it stands depends on what was grown for this slot. */
    @Override
    public Mend carried() {
        return null;
    }

    @Override
    public String changeFrom(Operation before) {
        int more = spots.size() - ((Mend) before).spots.size();
        return changesNothing()
                ? "nothing mended"
                : more == 1 ? "a spot mended" : more > 0 ? more + " spots mended" : "another spot mended";
    }

    /** The tone of a spot is taken from round it, wherever the window lies. */
    @Override
    public boolean looksEverywhere() {
        return true;
    }

    /** Also all that is copied into the window. */
    @Override
    public Framing<InPrepared> source(Size before, Framing<InPrepared> framing) {
        Box<InPrepared> read = framing.window();
        for (Spot spot : spots) {
            if (!spot.box().intersect(framing.window()).isEmpty()) {
                read = read.hull(spot.box()).hull(spot.from());
            }
        }
        Box<InPrepared> inside = read.intersect(before.box());
        return new Framing<>(inside, inside.carry(framing.window(), framing.placed()));
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new MendedPicture(before, this);
    }
}
