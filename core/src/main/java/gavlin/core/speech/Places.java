package gavlin.core.speech;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** Places of a JSON document as people name them: "slot 4 “Masthead”, size, width" for the pointer {@code /slots/3/size/width}. */
public final class Places {
    /** What one entry of a list is called. */
    private static final Map<String, String> ONE = Map.ofEntries(
            Map.entry("slots", "slot"),
            Map.entry("pages", "page"),
            Map.entry("sections", "section"),
            Map.entry("variants", "variant"),
            Map.entry("options", "option"),
            Map.entry("showings", "showing"),
            Map.entry("obstructions", "obstruction"),
            Map.entry("statements", "statement"),
            Map.entry("types", "type"),
            Map.entry("densities", "density"),
            Map.entry("heights", "height"),
            Map.entry("over", "size decided against"));

    private static final Map<String, String> MEMBERS = Map.ofEntries(
            Map.entry("says", "what it says"),
            Map.entry("objectFit", "how the file fills its box"),
            Map.entry("objectPosition", "where the file stands in its box"),
            Map.entry("standsInFor", "the slot that it stands in for"),
            Map.entry("atDensity", "limits at other densities"),
            Map.entry("exists", "when it exists"),
            Map.entry("most", "how many at most"),
            Map.entry("id", "its id"),
            Map.entry("name", "its name"));

    private Places() {}

    /** @param pointer RFC 6901; empty for the whole, which is named "the whole" */
    public static String of(JsonNode document, String pointer) {
        List<String> words = new ArrayList<>();
        JsonNode at = document;
        String list = "";
        for (String part :
                pointer.isEmpty() ? new String[0] : pointer.substring(1).split("/")) {
            boolean entry = at.isArray() && part.matches("\\d{1,9}");
            at = entry ? at.path(Integer.parseInt(part)) : at.path(part);
            if (entry) {
                words.set(words.size() - 1, entry(list, Integer.parseInt(part), at));
            } else {
                words.add(MEMBERS.getOrDefault(part, FieldNames.plain(part)));
            }
            list = part;
        }
        return words.isEmpty() ? "the whole" : String.join(", ", words);
    }

    private static String entry(String list, int index, JsonNode entry) {
        String one = ONE.getOrDefault(list, "entry of " + FieldNames.plain(list)) + " " + (index + 1);
        String name = entry.path("name").asString("");
        return name.isEmpty() ? one : one + " “" + name + "”";
    }
}
