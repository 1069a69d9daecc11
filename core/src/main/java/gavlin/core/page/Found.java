package gavlin.core.page;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPage;
import gavlin.core.page.Overlays.Over;
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
 * @param largest its largest box at any width, and at which: what the file must have pixels for
 * @param density the highest for which the page offers a file
 * @param over what the page lays over it on each of those screens
 * @param at where it stands on each of those screens, as far as that is known
 * @param places how many places look like it, itself among them
 */
record Found(
        Element element,
        Frame frame,
        Map<Screen, Box<InPage>> shown,
        Largest largest,
        int density,
        Map<Screen, List<Over>> over,
        Map<Screen, Point<InPage>> at,
        int places) {
    record Largest(Box<InPage> box, int screenWidth) {}

    private static final JsonMapper JSON = new JsonMapper();
    private static final int MOST_IN_SET = 100;

    /** The same for places that are one slot, or several pictures of one: like ways and like boxes. */
    String likeness() {
        String way = element.parents().stream().limit(2).map(Found::step).collect(Collectors.joining(" < "));
        return step(element).replaceAll("#[\\w-]+", "") + " < " + way + shown.values() + frame.fit();
    }

    static Found andAnother(Found first, Found other) {
        return new Found(
                first.element,
                first.frame,
                first.shown,
                first.largest,
                Math.max(first.density, other.density),
                first.over,
                first.at,
                first.places + other.places);
    }

    SlotProposal proposal(Names names) {
        Names.Name name = names.of(element);
        Box<InPage> box =
                shown.getOrDefault(Screen.DESKTOP, shown.values().iterator().next());
        String kind = Kinds.of(
                name.id() + " " + way() + " " + element.attr("alt"), box.width(), box.height(), frame.circle());
        boolean mark = Kinds.isMark(kind);
        ObjectNode slot = JSON.createObjectNode();
        slot.put("id", name.id()).put("name", name.name()).put("kind", kind);
        slot.putObject("size").put("width", (int) largest.box.width()).put("height", (int) largest.box.height());
        if (density > 1) {
            ArrayNode densities = slot.putArray("densities");
            java.util.stream.IntStream.rangeClosed(1, density).forEach(densities::add);
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
        showing.put("background", frame.grounds().get(0));
        for (String other : frame.grounds().subList(1, frame.grounds().size())) {
            showing.withArray("alsoBehind").add(other);
        }
        if (at.containsKey(screen)) {
            showing.putObject(SlotProposal.AT)
                    .put("x", (int) at.get(screen).x())
                    .put("y", (int) at.get(screen).y());
        }
        for (Over over : this.over.getOrDefault(screen, List.of())) {
            ObjectNode node = showing.withArray("obstructions").addObject();
            boolean words = !over.words().isEmpty();
            node.put("name", over.name()).put("kind", words ? "words" : "solid");
            node.putObject("box")
                    .put("x", (int) over.box().x())
                    .put("y", (int) over.box().y())
                    .put("width", (int) over.box().width())
                    .put("height", (int) over.box().height());
            if (words) {
                node.put("text", over.words())
                        .put("size", over.fontPx())
                        .put("weight", over.weight())
                        .put("ink", over.ink());
            }
        }
    }

    private List<String> reasons() {
        List<String> reasons = new ArrayList<>();
        shown.forEach((screen, box) ->
                reasons.add(String.format(Locale.ROOT, "%.0f×%.0f on a %s", box.width(), box.height(), screen.name())));
        reasons.add(
                element.normalName().equals("img")
                        ? "an image"
                        : frame.source().isEmpty() ? "a box of its own ratio" : "a box with a picture behind it");
        boolean larger = shown.values().stream()
                .allMatch(box -> largest.box.width() > box.width() || largest.box.height() > box.height());
        if (larger) {
            reasons.add(String.format(
                    Locale.ROOT,
                    "largest %.0f×%.0f, where the page is %d px wide",
                    largest.box.width(),
                    largest.box.height(),
                    largest.screenWidth));
        }
        if (density > 1) {
            reasons.add("files for screens of " + density + " times the pixels");
        }
        over.values().stream()
                .flatMap(List::stream)
                .map(Over::name)
                .distinct()
                .forEach(name -> reasons.add("“" + name + "” lies over it"));
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
