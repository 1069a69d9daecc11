package gavlin.core.brief;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What differs between two slot sheets, said for people. Members of lists are matched by their id, so that moving a slot is one
 * difference and not two.
 */
public final class SheetComparison {
    /** Longer values are named, not quoted. */
    private static final int QUOTED = 60;

    private static final JsonMapper JSON = new JsonMapper();

    private final List<Change> changes = new ArrayList<>();

    /**
     * One difference.
     *
     * @param where the way to it, such as {@code slots › Masthead › size › width}
     * @param says such as {@code was 1920, is 1600}
     */
    public record Change(String where, String says) {
        @Override
        public String toString() {
            return where + " " + says;
        }
    }

    private SheetComparison() {}

    /** Both must be sound sheets. */
    public static List<Change> of(String before, String after) {
        SheetComparison comparison = new SheetComparison();
        comparison.compare("", JSON.readTree(before), JSON.readTree(after));
        return List.copyOf(comparison.changes);
    }

    private void compare(String where, JsonNode before, JsonNode after) {
        if (same(before, after)) {
            return;
        }
        if (before.isObject() && after.isObject()) {
            compareMembers(where, members(before), members(after));
        } else if (before.isArray() && after.isArray() && identified(before) && identified(after)) {
            Map<String, JsonNode> had = byId(before);
            Map<String, JsonNode> has = byId(after);
            compareMembers(where, had, has);
            if (had.size() == has.size()
                    && had.keySet().equals(has.keySet())
                    && !List.copyOf(had.keySet()).equals(List.copyOf(has.keySet()))) {
                changes.add(new Change(where, "stand in another order"));
            }
        } else {
            changes.add(new Change(where, "was " + quoted(before) + ", is " + quoted(after)));
        }
    }

    private void compareMembers(String where, Map<String, JsonNode> before, Map<String, JsonNode> after) {
        before.forEach((key, had) -> {
            String place = place(where, key, had);
            if (after.containsKey(key)) {
                compare(place, had, after.get(key));
            } else {
                changes.add(new Change(place, "is gone"));
            }
        });
        after.forEach((key, has) -> {
            if (!before.containsKey(key)) {
                changes.add(
                        new Change(place(where, key, has), has.isValueNode() ? "is new: " + quoted(has) : "is new"));
            }
        });
    }

    private static String place(String where, String key, JsonNode node) {
        String name = node.path("id").isString() ? node.path("name").asString(key) : key;
        return where.isEmpty() ? name : where + " › " + name;
    }

    /** 1 and 1.0 are one number. */
    private static boolean same(JsonNode a, JsonNode b) {
        return a.isNumber() && b.isNumber() ? a.asDouble() == b.asDouble() : a.equals(b);
    }

    private static boolean identified(JsonNode array) {
        return SlotSheetReader.list(array).allMatch(n -> n.path("id").isString());
    }

    private static Map<String, JsonNode> byId(JsonNode array) {
        Map<String, JsonNode> byId = new LinkedHashMap<>();
        array.forEach(n -> byId.put(n.path("id").asString(), n));
        return byId;
    }

    private static Map<String, JsonNode> members(JsonNode object) {
        Map<String, JsonNode> members = new LinkedHashMap<>();
        object.properties().forEach(e -> members.put(e.getKey(), e.getValue()));
        return members;
    }

    private static String quoted(JsonNode node) {
        String text = node.isString() ? node.asString() : node.toString();
        return text.length() > QUOTED ? "something longer" : text.isEmpty() ? "empty" : text;
    }
}
