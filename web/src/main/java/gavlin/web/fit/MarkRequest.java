package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import gavlin.core.fit.MergePatch;
import gavlin.core.fit.Operations;
import gavlin.core.mark.Inking;
import gavlin.core.speech.Said;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The chain for logos in short: each member may be {@code true}, and Gavlin chooses.
 *
 * @param lift {@code {"tolerance", "enclosed"}} as in the document, or true
 * @param tighten {@code {"margin"}} and more as in the document, or true
 * @param ink {@code "#RRGGBB"}, the document's object, or true for whichever of black and white stands out from the slot's grounds
 * @param seat {@code "box"} or {@code "mass"}, the document's object, or true
 */
public record MarkRequest(JsonNode lift, JsonNode tighten, JsonNode ink, JsonNode seat) {
    private static final List<String> MEMBERS = List.of("lift", "tighten", "ink", "seat");

    /** @param json null for none of it; true for all that makes a mark clean */
    static MarkRequest of(JsonNode json) {
        if (json == null || json.isNull()) {
            return new MarkRequest(null, null, null, null);
        }
        if (json.isBoolean() && json.asBoolean()) {
            return new MarkRequest(json, json, null, json);
        }
        if (!json.isObject()) {
            throw new BadInput("mark", "the mark must be an object with " + Said.either(MEMBERS));
        }
        for (String member : json.propertyNames()) {
            if (!MEMBERS.contains(member)) {
                throw new BadInput("mark." + member, "a mark has no “" + member + "”; known: " + Said.either(MEMBERS));
            }
        }
        return new MarkRequest(json.get("lift"), json.get("tighten"), json.get("ink"), json.get("seat"));
    }

    Fit in(Fit fit, Slot slot) {
        Fit then = fit;
        then = with(then, "lift", lift, () -> object().put("enclosed", true));
        then = with(then, "tighten", tighten, MarkRequest::object);
        JsonNode colour = ink != null && ink.isString() ? object().put("to", ink.asString()) : ink;
        then = with(then, "ink", colour, () -> object().put("to", best(slot).toString()));
        return seat == null || seat.isNull() || seat.isBoolean() && !seat.asBoolean() ? then : seated(then);
    }

    private static Colour best(Slot slot) {
        return Inking.standingOutFrom(slot.grounds());
    }

    private Fit seated(Fit fit) {
        ObjectNode patch = object();
        patch.putObject("frame").set("seat", seat.isBoolean() ? object().put("by", "box") : seat);
        FitDocument document = new FitDocument("mark", fit);
        return FitDocument.read(MergePatch.apply(document.json(), patch)).fit();
    }

    private interface Chosen {
        ObjectNode get();
    }

    private static Fit with(Fit fit, String id, JsonNode asked, Chosen chosen) {
        if (asked == null || asked.isNull() || asked.isBoolean() && !asked.asBoolean()) {
            return fit;
        }
        if (!asked.isBoolean() && !asked.isObject()) {
            throw new BadInput(
                    "mark." + id,
                    "the mark's " + id + " must be " + Said.either(List.of("true", "an object"))
                            + ", as the schema of fit documents has it");
        }
        return Operations.with(fit, id, asked.isBoolean() ? chosen.get() : asked);
    }

    private static ObjectNode object() {
        return JsonNodeFactory.instance.objectNode();
    }
}
