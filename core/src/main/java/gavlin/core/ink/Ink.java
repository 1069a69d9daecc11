package gavlin.core.ink;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Renderable;
import java.util.List;

/**
 * A mark in another ink, its alpha kept: all of it in one, or each of its inks in another.
 *
 * @param to #RRGGBB for all of it; null for none
 * @param map each of the mark's inks with the one that it becomes; counts where {@code to} is null
 */
public record Ink(String to, List<Change> map) implements Preparation {
    public static final Ink NONE = new Ink(null, null);
    public static final OperationType<Ink> TYPE = new OperationType<>("ink", 30, Ink.class, NONE);
    private static final int MOST = 12;

    /** @param from #RRGGBB @param to likewise */
    public record Change(String from, String to) {
        public Change {
            from = Colour.parse("ink.map.from", from).toString();
            to = Colour.parse("ink.map.to", to).toString();
        }
    }

    @JsonCreator
    public Ink(@JsonProperty("to") String to, @JsonProperty("map") List<Change> map) {
        this.to = to == null ? null : Colour.parse("ink.to", to).toString();
        this.map = map == null ? List.of() : List.copyOf(map);
        if (this.map.size() > MOST) {
            throw new BadInput("ink.map", "at most " + MOST + " inks of a mark can be changed");
        }
    }

    /** All of it in one ink. */
    public static Ink of(Colour colour) {
        return new Ink(colour.toString(), null);
    }

    @Override
    public OperationType<Ink> type() {
        return TYPE;
    }

    @Override
    public boolean changesNothing() {
        return to == null && map.stream().allMatch(change -> change.from.equals(change.to));
    }

    /** It was chosen for the ground of the old slot. */
    @Override
    public Ink carried() {
        return null;
    }

    @Override
    public String changeFrom(Operation before) {
        return changesNothing() ? "in its own inks again" : to != null ? "in one ink, " + to : "inks changed";
    }

    @Override
    public Renderable<InPrepared> apply(Renderable<InPrepared> before) {
        return new InkedPicture(before, this);
    }

    @Override
    public boolean looksAtPixels() {
        return to != null;
    }

    /** @throws BadInput when there is nothing to tell the mark from its ground */
    @Override
    public Ink settled(Renderable<InPrepared> before) {
        if (to != null && !before.hasAlpha()) {
            throw new BadInput(
                    "ink", "Nothing in it is transparent: in one ink it would be a plain box. Lift its backing first.");
        }
        return this;
    }
}
