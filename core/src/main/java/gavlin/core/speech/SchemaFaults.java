package gavlin.core.speech;

import com.networknt.schema.Error;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Faults that a JSON Schema found, in words: the validator's own name pointers, patterns and keywords. */
public final class SchemaFaults {
    /** What our schemas' patterns mean. */
    private static final Map<String, String> PATTERNS = Map.of(
            "^[a-z0-9](?:[a-z0-9-]{0,62}[a-z0-9])?$", "lower-case letters, digits and hyphens, such as side-photo",
            "^#[0-9A-Fa-f]{6}$", "a colour such as #17313A",
            "^[1-9][0-9]{0,4}:[1-9][0-9]{0,4}$", "a ratio such as 4:1",
            "^[0-9]{4}-[0-9]{2}-[0-9]{2}$", "a date such as 2026-11-26",
            "^-?[0-9]{1,3}(\\.[0-9]+)?% -?[0-9]{1,3}(\\.[0-9]+)?%$", "two percentages such as 50% 20%");

    private static final Map<String, String> TYPES = Map.of(
            "integer", "a whole number",
            "number", "a number",
            "string", "text",
            "boolean", "true or false",
            "array", "a list",
            "object", "a group of members in { }",
            "null", "left out");

    /** What is said of each of {@link #hugeNumbers}. */
    public static final String HUGE = "is a number beyond any size that Gavlin knows";

    private static final double MOST = 1e9;

    private SchemaFaults() {}

    /** The pointers to all numbers of more than nine digits: no document means one, and validators can't hold them all. */
    public static List<String> hugeNumbers(JsonNode document) {
        List<String> found = new ArrayList<>();
        hugeNumbers(document, "", found);
        return found;
    }

    private static void hugeNumbers(JsonNode node, String pointer, List<String> found) {
        if (node.isNumber() && !(Math.abs(node.doubleValue()) < MOST)) {
            found.add(pointer);
        } else if (node.isObject()) {
            node.properties().forEach(member -> hugeNumbers(member.getValue(), pointer + "/" + member.getKey(), found));
        } else if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                hugeNumbers(node.get(i), pointer + "/" + i, found);
            }
        }
    }

    /** What is wrong with the value, as the rest of a sentence that begins with its name: "must be a whole number". */
    public static String says(Error fault) {
        JsonNode schema = fault.getSchemaNode();
        return switch (fault.getKeyword()) {
            case "required" -> "lacks “" + fault.getProperty() + "”";
            case "additionalProperties", "unevaluatedProperties" ->
                fault.getProperty() == null
                        ? "has a member that is not known here"
                        : "has a member “" + fault.getProperty() + "”, which is not known here";
            case "enum" -> "must be " + Said.either(texts(schema));
            case "const" -> "must be " + schema.asString();
            case "type" -> "must be " + Said.either(types(schema));
            case "pattern" -> "must be " + PATTERNS.getOrDefault(schema.asString(), "written in another way");
            case "minimum" -> "must be at least " + Said.plain(schema.asDouble());
            case "exclusiveMinimum" -> "must be more than " + Said.plain(schema.asDouble());
            case "maximum" -> "must be at most " + Said.plain(schema.asDouble());
            case "exclusiveMaximum" -> "must be less than " + Said.plain(schema.asDouble());
            case "minLength" -> "must not be empty";
            case "maxLength" -> "must have at most " + schema.asInt() + " characters";
            case "minItems" ->
                schema.asInt() == 1 ? "must not be empty" : "must have at least " + schema.asInt() + " entries";
            case "maxItems", "maxProperties" -> "must have at most " + schema.asInt() + " entries";
            case "uniqueItems" -> "must not say the same twice";
            case "propertyNames" -> "has a member whose name is not allowed here";
            default -> "is not as it must be";
        };
    }

    private static List<String> texts(JsonNode values) {
        List<String> texts = new ArrayList<>();
        values.forEach(value -> texts.add(value.isNull() ? "left out" : value.asString()));
        return texts;
    }

    private static List<String> types(JsonNode types) {
        List<String> names = new ArrayList<>();
        if (types.isArray()) {
            types.forEach(type -> names.add(TYPES.getOrDefault(type.asString(), type.asString())));
        } else {
            names.add(TYPES.getOrDefault(types.asString(), types.asString()));
        }
        return names;
    }
}
