package gavlin.core.brief;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * Reads a sheet's variants. A short sheet need not list them: whatever a slot's {@code exists} names is a variant too, with
 * the options named anywhere and one more, for when none of them holds.
 */
final class VariantsReader {
    private static final String SWITCHED_ON = "on";
    private static final String SWITCHED_OFF = "off";
    private static final String OTHERWISE = "otherwise";

    private VariantsReader() {}

    static List<Variant> read(JsonNode sheet) {
        List<Variant> variants = new ArrayList<>();
        Map<String, Set<String>> named = named(sheet);
        for (JsonNode node : sheet.path("variants")) {
            List<Variant.Option> options = SlotSheetReader.list(node.path("options"))
                    .map(o -> new Variant.Option(
                            o.path("id").asString(), o.path("name").asString()))
                    .toList();
            named.remove(node.path("id").asString());
            variants.add(new Variant(
                    node.path("id").asString(),
                    node.path("name").asString(),
                    options,
                    node.path("usual").asString(options.get(0).id())));
        }
        named.forEach((id, options) -> variants.add(unlisted(id, options)));
        return List.copyOf(variants);
    }

    static Exists exists(JsonNode node) {
        Map<String, Set<String>> wanted = new LinkedHashMap<>();
        node.properties().forEach(e -> wanted.put(e.getKey(), options(e.getValue())));
        return wanted.isEmpty() ? Exists.ALWAYS : new Exists(wanted);
    }

    private static Variant unlisted(String id, Set<String> named) {
        List<Variant.Option> options = new ArrayList<>();
        named.forEach(option -> options.add(new Variant.Option(option, option)));
        if (options.size() == 1) {
            String other = named.contains(SWITCHED_ON) ? SWITCHED_OFF : OTHERWISE;
            options.add(new Variant.Option(other, other));
        }
        return new Variant(id, id, List.copyOf(options), options.get(0).id());
    }

    private static Map<String, Set<String>> named(JsonNode sheet) {
        Map<String, Set<String>> named = new LinkedHashMap<>();
        for (JsonNode slot : sheet.path("slots")) {
            Stream.concat(Stream.of(slot), SlotSheetReader.list(slot.path("showings")))
                    .flatMap(node -> node.path("exists").properties().stream())
                    .forEach(e -> named.computeIfAbsent(e.getKey(), id -> new LinkedHashSet<>())
                            .addAll(options(e.getValue())));
        }
        return named;
    }

    /** An option, a list of them, or {@code true} for "switched on". */
    private static Set<String> options(JsonNode node) {
        Set<String> options = new LinkedHashSet<>();
        if (node.isArray()) {
            node.forEach(o -> options.add(o.asString()));
        } else if (node.isBoolean()) {
            options.add(node.asBoolean() ? SWITCHED_ON : SWITCHED_OFF);
        } else {
            options.add(node.asString());
        }
        return options;
    }
}
