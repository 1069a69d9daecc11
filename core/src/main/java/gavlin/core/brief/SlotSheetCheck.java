package gavlin.core.brief;

import gavlin.core.brief.SlotSheetFaults.Fault;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Space.InShowing;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/**
 * What the JSON Schema can't say: ids unique, names that exist, no circles, obstructions inside their box. Parts in which the
 * schema found a fault are not looked into further, so that both kinds of fault are listed at once.
 */
final class SlotSheetCheck {
    private final JsonNode sheet;
    private final List<Fault> faults;
    /** The ways to all that the schema found faulty. */
    private final Set<String> faulty = new HashSet<>();

    private final Set<String> pages = new HashSet<>();
    /** Slot id to the ids of its showings. */
    private final Map<String, Set<String>> showings = new HashMap<>();

    private final Map<String, String> standsInFor = new HashMap<>();
    /** How many pictures the slots with sets take. */
    private final Map<String, Integer> mostIn = new HashMap<>();
    /** Variant id to the ids of its options, of those that the sheet lists. */
    private final Map<String, Set<String>> options = new TreeMap<>();

    /** @param faults those that the schema found; what is found here is added */
    SlotSheetCheck(JsonNode sheet, List<Fault> faults) {
        this.sheet = sheet;
        this.faults = faults;
        for (Fault fault : faults) {
            for (String way = fault.pointer(); way.startsWith("/"); way = way.substring(0, way.lastIndexOf('/'))) {
                faulty.add(way);
            }
        }
    }

    void run() {
        uniqueIds(sheet.path("sections"), "/sections", new HashSet<>());
        uniqueIds(sheet.path("variants"), "/variants", new HashSet<>());
        each(sheet.path("variants"), "/variants", this::variant);
        uniqueIds(sheet.path("pages"), "/pages", pages);
        uniqueIds(sheet.path("slots"), "/slots", new HashSet<>());
        all(sheet.path("slots"), "/slots", (slot, at) -> {
            Set<String> ids = new HashSet<>();
            uniqueIds(slot.path("showings"), at + "/showings", ids);
            showings.put(text(slot, "id"), ids);
            if (slot.at("/set/most").isInt()) {
                mostIn.put(text(slot, "id"), slot.at("/set/most").asInt());
            }
            if (slot.path("standsInFor").isString()) {
                standsInFor.put(text(slot, "id"), text(slot, "standsInFor"));
            }
        });
        each(sheet.path("slots"), "/slots", this::slot);
        each(sheet.path("pages"), "/pages", (page, at) -> each(page.path("slots"), at + "/slots", this::place));
    }

    /** What no machine can make, however the sheet is meant. */
    void limits() {
        each(sheet.path("slots"), "/slots", this::area);
    }

    private void slot(JsonNode slot, String at) {
        JsonNode size = slot.path("size");
        boolean hasRatio = slot.path("ratio").isString();
        if (!hasRatio && !size.path("height").isNumber()) {
            add(at, "asks neither a size nor a ratio; give size.width and size.height, or a ratio such as \"4:1\"");
        }
        if (hasRatio && size.path("height").isNumber()) {
            add(
                    at + "/ratio",
                    "stands beside a full size; keep one of them (with a ratio, size.width is the largest wanted)");
        }
        boolean needsAlpha = slot.path("transparency").asString("").equals("required");
        boolean hasAlphaType =
                SlotSheetReader.list(slot.path("types")).map(JsonNode::asString).anyMatch(type -> !type.equals("jpeg"));
        if (needsAlpha && !hasAlphaType) {
            add(at + "/types", "allows only JPEG, which has no transparency, though transparency is required");
        }
        if (size.path("height").isNumber()
                && !slot.path("heights").isEmpty()
                && SlotSheetReader.list(slot.path("heights"))
                        .noneMatch(h -> h.asInt() == size.path("height").asInt())) {
            add(
                    at + "/heights",
                    "does not list the slot's own height of "
                            + size.path("height").asInt());
        }
        standIn(slot.path("id").asString(), at);
        exists(slot, at);
        double proportion = proportion(slot);
        each(slot.path("showings"), at + "/showings", (showing, place) -> showing(showing, place, proportion));
    }

    /** Of the largest file that it asks for: at its greatest height and density. */
    private void area(JsonNode slot, String at) {
        double width = slot.at("/size/width").asDouble(0);
        double height = slot.path("ratio").isString()
                ? width / Ratio.parse(slot.path("ratio").asString()).proportion()
                : slot.at("/size/height").asDouble(0);
        double highest = SlotSheetReader.list(slot.path("heights"))
                .mapToDouble(JsonNode::asDouble)
                .reduce(height, Math::max);
        double densest = SlotSheetReader.list(slot.path("densities"))
                .mapToDouble(JsonNode::asDouble)
                .reduce(1, Math::max);
        double pixels = width * densest * highest * densest;
        if (pixels > Brief.MOST_PIXELS) {
            add(
                    at + "/size",
                    String.format(
                            Locale.ROOT,
                            "asks for a file of %.0f×%.0f px, %.1f megapixels%s; at most %d megapixels can be made",
                            width * densest,
                            highest * densest,
                            pixels / 1e6,
                            densest > 1 ? String.format(" at density %.0f", densest) : "",
                            Brief.MOST_PIXELS / 1_000_000));
        }
    }

    /** Width over height of what the slot asks; 0 when that is faulty. */
    private static double proportion(JsonNode slot) {
        if (slot.path("ratio").isString()) {
            return Ratio.parse(slot.path("ratio").asString()).proportion();
        }
        double height = slot.at("/size/height").asDouble(0);
        return height == 0 ? 0 : slot.at("/size/width").asDouble() / height;
    }

    private void variant(JsonNode variant, String at) {
        Set<String> ids = new HashSet<>();
        uniqueIds(variant.path("options"), at + "/options", ids);
        options.put(variant.path("id").asString(), ids);
        if (variant.has("usual") && !ids.contains(variant.path("usual").asString())) {
            add(at + "/usual", "names " + variant.path("usual").asString() + ", which is none of its options");
        }
    }

    /** Only variants that the sheet lists can be named wrongly; the others are made from what names them. */
    private void exists(JsonNode node, String at) {
        Exists exists = VariantsReader.exists(node.path("exists"));
        exists.wanted().forEach((variant, wanted) -> {
            Set<String> known = options.get(variant);
            wanted.stream()
                    .filter(option -> known != null && !known.contains(option))
                    .forEach(option -> add(
                            at + "/exists/" + variant,
                            "names " + option + ", which is none of that variant's options: " + known));
        });
    }

    private void standIn(String id, String at) {
        String other = standsInFor.get(id);
        if (other == null) {
            return;
        }
        if (!showings.containsKey(other)) {
            add(at + "/standsInFor", "names the slot " + other + ", which does not exist");
            return;
        }
        Set<String> seen = new HashSet<>(Set.of(id));
        while (other != null) {
            if (!seen.add(other)) {
                add(at + "/standsInFor", "leads in a circle through " + other);
                return;
            }
            other = standsInFor.get(other);
        }
    }

    private void showing(JsonNode showing, String at, double proportion) {
        exists(showing, at);
        if (showing.path("page").isString()
                && !pages.contains(showing.path("page").asString())) {
            add(at + "/page", "names the page " + showing.path("page").asString() + ", which does not exist");
        }
        double width = showing.at("/box/width").asDouble();
        JsonNode height = showing.at("/box/height");
        if (!height.isNumber() && proportion == 0) {
            return; // a height of the picture's own, of a slot whose size is faulty: said already
        }
        Box<InShowing> box = new Box<>(0, 0, width, height.isNumber() ? height.asDouble() : width / proportion);
        if (showing.at("/box/to").isObject() && showing.at("/box/to/width").asDouble() <= width) {
            add(at + "/box/to/width", "is not wider than the box at its narrowest, " + showing.at("/box/width"));
        }
        each(showing.path("obstructions"), at + "/obstructions", (obstruction, place) -> {
            if (!box.contains(SlotSheetReader.box(obstruction.path("box")), 0)) {
                add(place + "/box", "reaches beyond the showing's box of " + box);
            }
        });
    }

    private void place(JsonNode place, String at) {
        int member = place.path("member").asInt(1);
        int most = mostIn.getOrDefault(text(place, "slot"), 1);
        if (member > most) {
            add(at + "/member", "is " + member + ", of a slot that takes " + most);
        }
        Set<String> known = showings.get(place.path("slot").asString());
        if (known == null) {
            add(at + "/slot", "names the slot " + place.path("slot").asString() + ", which does not exist");
        } else if (!known.contains(place.path("showing").asString())) {
            add(
                    at + "/showing",
                    "names the showing " + place.path("showing").asString() + ", which its slot does not have");
        }
    }

    private void uniqueIds(JsonNode array, String at, Set<String> ids) {
        all(array, at, (node, place) -> {
            if (node.path("id").isString() && !ids.add(text(node, "id"))) {
                add(place + "/id", "repeats the id " + text(node, "id"));
            }
        });
    }

    private static String text(JsonNode node, String member) {
        return node.path(member).isString() ? node.path(member).asString() : "";
    }

    private interface Visit {
        void visit(JsonNode node, String pointer);
    }

    /** Visits those in which the schema found nothing. */
    private void each(JsonNode array, String at, Visit visit) {
        all(array, at, (node, place) -> {
            if (!faulty.contains(place)) {
                visit.visit(node, place);
            }
        });
    }

    private static void all(JsonNode array, String at, Visit visit) {
        for (int i = 0; array.isArray() && i < array.size(); i++) {
            visit.visit(array.get(i), at + "/" + i);
        }
    }

    private void add(String pointer, String says) {
        faults.add(new Fault(pointer, says));
    }
}
