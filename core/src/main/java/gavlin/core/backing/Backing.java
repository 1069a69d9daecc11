package gavlin.core.backing;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import gavlin.core.colour.Colour;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;

/**
 * A flat colour that transparent pixels and margins are laid on, in linear light.
 *
 * @param colour null for none: transparent pixels stay transparent
 */
public record Backing(Colour colour) implements Finish {
    public static final Backing NONE = new Backing((Colour) null);
    public static final OperationType<Backing> TYPE = new OperationType<>("backing", 10, Backing.class, NONE);

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public static Backing parse(String colour) {
        return new Backing(Colour.parse("backing", colour));
    }

    @JsonValue
    String word() {
        return colour == null ? null : colour.toString();
    }

    @Override
    public OperationType<Backing> type() {
        return TYPE;
    }

    @Override
    public Backing carried() {
        return this;
    }

    @Override
    public String changeFrom(Operation before) {
        return colour == null ? "backing taken away" : "backing " + colour;
    }

    @Override
    public boolean liesOver() {
        return false;
    }

    @Override
    public Pixels finish(Pixels pixels, Surroundings around) {
        return pixels.over(colour.rgb());
    }
}
