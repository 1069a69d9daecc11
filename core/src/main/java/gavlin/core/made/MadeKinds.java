package gavlin.core.made;

import gavlin.core.BadInput;
import gavlin.core.composition.Composition;
import gavlin.core.drawing.Made;
import gavlin.core.lettered.LetteredMark;
import gavlin.core.speech.Said;
import gavlin.core.tile.Tile;
import gavlin.core.tile.WovenTile;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;

/** All kinds of pictures that are made: the one place that names them. */
public final class MadeKinds {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private static final Map<String, Class<? extends Made>> BY_WORD = new LinkedHashMap<>();

    static {
        BY_WORD.put(LetteredMark.KIND, LetteredMark.class);
        BY_WORD.put(Canvas.KIND, Canvas.class);
        BY_WORD.put(Tile.KIND, Tile.class);
        BY_WORD.put(WovenTile.KIND, WovenTile.class);
        BY_WORD.put(Composition.KIND, Composition.class);
    }

    private MadeKinds() {}

    /** @throws BadInput when a value is not allowed, with what is; members left out have their usual value */
    public static Made read(JsonNode json) {
        String kind = json.path("kind").asString(LetteredMark.KIND);
        Class<? extends Made> of = BY_WORD.get(kind);
        if (of == null) {
            throw new BadInput("kind", "kind must be " + Said.either(BY_WORD.keySet()) + ", was " + kind);
        }
        try {
            return JSON.treeToValue(json, of);
        } catch (UnrecognizedPropertyException e) {
            throw new BadInput("made", "a picture of the kind " + kind + " has no “" + e.getPropertyName() + "”");
        } catch (JacksonException e) {
            for (Throwable cause = e; cause != null; cause = cause.getCause()) {
                if (cause instanceof BadInput bad) {
                    throw bad;
                }
            }
            throw new BadInput("made", "a picture of the kind " + kind + " holds a value of the wrong kind");
        }
    }
}
