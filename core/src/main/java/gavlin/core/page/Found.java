package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPage;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jsoup.nodes.Element;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A place of a page that takes a picture.
 *
 * @param shown its box on each screen on which it has one
 * @param places how many places look like it, itself among them
 */
record Found(Element element, Frame frame, Map<Screen, Box<InPage>> shown, int places) {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int MOST_IN_SET = 100;

    Found(Element element, Frame frame, Map<Screen, Box<InPage>> shown) {
        this(element, frame, shown, 1);
    }

    /** The same for places that are one slot, or several pictures of one: like ways and like boxes. */
    String likeness() {
        String way = element.parents().stream().limit(2).map(Found::step).collect(Collectors.joining(" < "));
        return step(element).replaceAll("#[\\w-]+", "") + " < " + way + shown.values() + frame.fit();
    }

    static Found andAnother(Found first, Found other) {
        return new Found(first.element, first.frame, first.shown, first.places + other.places);
    }

    SlotProposal proposal(Names names) {
        Names.Name name = names.of(element);
        Box<InPage> box =
                shown.getOrDefault(Screen.DESKTOP, shown.values().iterator().next());
        // The largest box on any screen: what the file must have pixels for.
        Box<InPage> largest = shown.values().stream().reduce(box, (a, b) -> b.area() > a.area() ? b : a);
        String kind = Kinds.of(
                name.id() + " " + way() + " " + element.attr("alt"), box.width(), box.height(), frame.circle());
        boolean mark = Kinds.isMark(kind);
        ObjectNode slot = JSON.createObjectNode();
        slot.put("id", name.id()).put("name", name.name()).put("kind", kind);
        slot.putObject("size").put("width", (int) largest.width()).put("height", (int) largest.height());
        if (element.attr("srcset").matches("(?s).*\\b2x.*")) {
            slot.putArray("densities").add(1).add(2);
        }
        ArrayNode types = slot.putArray("types");
        (mark
                        ? List.of("png", "webp")
                        : frame.type().equals("png") ? List.of("png", "jpeg", "webp") : List.of("jpeg", "webp"))
                .forEach(types::add);
        slot.put(
                "transparency",
                kind.equals("logo") ? "required" : frame.type().equals("jpeg") ? "forbidden" : "allowed");
        slot.put("rule", mark ? "contain" : "cover");
        slot.put("shape", frame.circle() ? "circle" : frame.rounded() ? "rounded" : "rectangle");
        if (places > 1) {
            slot.putObject("set").put("most", Math.min(MOST_IN_SET, places)).put("order", "side-by-side");
        }
        ArrayNode showings = slot.putArray("showings");
        shown.forEach((screen, b) -> showing(showings.addObject(), screen, b, mark));
        return new SlotProposal(slot, way(), places, reasons());
    }

    private void showing(ObjectNode showing, Screen screen, Box<InPage> box, boolean mark) {
        showing.put("id", screen.id()).put("name", screen.name());
        showing.putObject("screen").put("width", screen.width());
        showing.putObject("box").put("width", (int) box.width()).put("height", (int) box.height());
        showing.put("objectFit", frame.fit() != null ? frame.fit() : mark ? "contain" : "cover");
        showing.put("objectPosition", frame.position());
        showing.put("background", frame.background());
    }

    private List<String> reasons() {
        List<String> reasons = new ArrayList<>();
        shown.forEach((screen, box) ->
                reasons.add(String.format(Locale.ROOT, "%.0f×%.0f on a %s", box.width(), box.height(), screen.name())));
        reasons.add(
                element.normalName().equals("img")
                        ? "an image"
                        : frame.source().isEmpty() ? "a box of its own ratio" : "a box with a picture behind it");
        if (frame.fit() != null) {
            reasons.add(frame.fit() + " at " + frame.position());
        }
        return reasons;
    }

    /** At most three steps up, as a selector. */
    private String way() {
        List<Element> up = new ArrayList<>(element.parents().stream()
                .filter(e -> !e.normalName().matches("html|body"))
                .limit(2)
                .toList());
        java.util.Collections.reverse(up);
        up.add(element);
        return up.stream().map(Found::step).collect(Collectors.joining(" > "));
    }

    private static String step(Element element) {
        String id = element.id().matches("[A-Za-z][\\w-]{0,40}") ? "#" + element.id() : "";
        String classes = element.classNames().stream()
                .filter(c -> c.matches("[A-Za-z][\\w-]{0,40}"))
                .limit(2)
                .map(c -> "." + c)
                .collect(Collectors.joining());
        return element.normalName() + id + classes;
    }
}
