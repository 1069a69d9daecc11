package gavlin.core.brief;

import gavlin.core.brief.SlotSheetFaults.Fault;
import gavlin.core.geometry.Box;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** What the JSON Schema can't say: ids unique, names that exist, no circles, obstructions inside their box. */
final class SlotSheetCheck {
    private final JsonNode sheet;
    private final List<Fault> faults;
    private final Set<String> pages = new HashSet<>();
    /** Slot id to the ids of its showings. */
    private final Map<String, Set<String>> showings = new HashMap<>();

    private final Map<String, String> standsInFor = new HashMap<>();

    SlotSheetCheck(JsonNode sheet, List<Fault> faults) {
        this.sheet = sheet;
        this.faults = faults;
    }

    void run() {
        uniqueIds(sheet.path("sections"), "/sections", new HashSet<>());
        uniqueIds(sheet.path("pages"), "/pages", pages);
        uniqueIds(sheet.path("slots"), "/slots", new HashSet<>());
        each(sheet.path("slots"), "/slots", (slot, at) -> {
            Set<String> ids = new HashSet<>();
            uniqueIds(slot.path("showings"), at + "/showings", ids);
            showings.put(slot.path("id").asString(), ids);
            if (slot.path("standsInFor").isString()) {
                standsInFor.put(
                        slot.path("id").asString(), slot.path("standsInFor").asString());
            }
        });
        each(sheet.path("slots"), "/slots", this::slot);
        each(sheet.path("pages"), "/pages", (page, at) -> each(page.path("slots"), at + "/slots", this::place));
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
        standIn(slot.path("id").asString(), at);
        each(slot.path("showings"), at + "/showings", this::showing);
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

    private void showing(JsonNode showing, String at) {
        if (showing.path("page").isString()
                && !pages.contains(showing.path("page").asString())) {
            add(at + "/page", "names the page " + showing.path("page").asString() + ", which does not exist");
        }
        Box box = new Box(
                0,
                0,
                showing.at("/box/width").asDouble(),
                showing.at("/box/height").asDouble());
        each(showing.path("obstructions"), at + "/obstructions", (obstruction, place) -> {
            if (!box.contains(SlotSheetReader.box(obstruction.path("box")), 0)) {
                add(place + "/box", "reaches beyond the showing's box of " + box);
            }
        });
    }

    private void place(JsonNode place, String at) {
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
        each(array, at, (node, place) -> {
            if (!ids.add(node.path("id").asString())) {
                add(place + "/id", "repeats the id " + node.path("id").asString());
            }
        });
    }

    private interface Visit {
        void visit(JsonNode node, String pointer);
    }

    private static void each(JsonNode array, String at, Visit visit) {
        for (int i = 0; i < array.size(); i++) {
            visit.visit(array.get(i), at + "/" + i);
        }
    }

    private void add(String pointer, String says) {
        faults.add(new Fault(pointer, says));
    }
}
