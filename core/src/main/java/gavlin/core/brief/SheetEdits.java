package gavlin.core.brief;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Single changes of a slot sheet's text, which leave all else in it as it stands. */
public final class SheetEdits {
    private static final JsonMapper JSON = new JsonMapper();

    /** Between slots that nobody has put in their place yet, CSS px. */
    private static final int SPACE = 40;
    /** Of a page plan of which no height is known, CSS px. */
    private static final int FRESH_HEIGHT = 1400;

    /** Where a showing of a slot that is to be added stands on its page, {@code {"x", "y"}}, CSS px; no member of the sheet. */
    public static final String AT = "at";

    private SheetEdits() {}

    /** A sheet without slots, to add some to; it is sound with the first. */
    public static String empty(String theme) {
        ObjectNode root = JSON.createObjectNode();
        root.put("format", "slot-sheet/1").putObject("theme").put("name", theme);
        root.putArray("slots");
        root.putArray("pages");
        return text(root);
    }

    /** Adds a claim about a slot's size. */
    public static String addStatement(String sheet, String slot, Statement statement) {
        return edit(sheet, slot, node -> {
            ArrayNode statements = node.path("statements").isArray()
                    ? (ArrayNode) node.path("statements")
                    : node.putArray("statements");
            ObjectNode added = statements.addObject();
            added.put("says", statement.says());
            added.put("source", statement.source());
            if (statement.date() != null) {
                added.put("date", statement.date());
            }
            if (statement.measured()) {
                added.put("measured", true);
            }
        });
    }

    /** Puts a decision on record, and makes its size the slot's own. */
    public static String decide(String sheet, String slot, Decision decision) {
        return edit(sheet, slot, node -> {
            node.putObject("size")
                    .put("width", decision.size().width())
                    .put("height", decision.size().height());
            node.remove("ratio");
            ObjectNode on = node.putObject("decision");
            on.putObject("size")
                    .put("width", decision.size().width())
                    .put("height", decision.size().height());
            ArrayNode over = on.putArray("over");
            decision.over().forEach(over::add);
            on.put("why", decision.why());
            on.put("by", decision.by());
            on.put("date", decision.date());
        });
    }

    /**
     * Adds a slot whose showings name a screen but no page yet: each stands on the plan of its screen's page, below what is there.
     * Pages that are not there are made; an id that is taken gets a number.
     *
     * @param slot as a member of {@code slots}
     * @param page the page's name, without a screen
     */
    public static String addSlot(String sheet, ObjectNode slot, String page) {
        ObjectNode root = (ObjectNode) JSON.readTree(sheet);
        String id = freeId(root.path("slots"), slot.path("id").asString("slot"));
        slot.put("id", id);
        for (JsonNode showing : slot.path("showings")) {
            putOnPage(root, id, (ObjectNode) showing, page);
        }
        root.withArray("slots").add(slot);
        return text(root);
    }

    private static void putOnPage(ObjectNode root, String slot, ObjectNode showing, String page) {
        String screen = showing.path("name").asString("");
        int width = showing.at("/screen/width").asInt(1280);
        String pageId = Slug.of(page + " " + screen);
        ObjectNode plan = page(root, pageId.isEmpty() ? "page" : pageId, page + ", " + screen, width);
        showing.put("page", plan.path("id").asString());
        showing.put("name", page + ", " + screen);
        JsonNode at = showing.remove(AT);
        int top = at == null ? foot(root, plan) : Math.max(0, at.path("y").asInt());
        int bottom = top + showing.at("/box/height").asInt(0);
        if (bottom > plan.path("height").asInt()) {
            plan.put("height", bottom + SPACE);
        }
        plan.withArray("slots")
                .addObject()
                .put("slot", slot)
                .put("showing", showing.path("id").asString())
                .put(
                        "x",
                        at == null
                                ? Math.max(0, (width - showing.at("/box/width").asInt(0)) / 2)
                                : at.path("x").asInt())
                .put("y", top);
    }

    /**
     * Adds a showing to a slot, on the plan of its screen's page as {@link #addSlot} does.
     *
     * @param showing as a member of {@code showings}; its name is its screen's
     */
    public static String addShowing(String sheet, String slot, ObjectNode showing, String page) {
        ObjectNode root = (ObjectNode) JSON.readTree(sheet);
        for (JsonNode node : root.path("slots")) {
            if (node.path("id").asString().equals(slot)) {
                ArrayNode showings = ((ObjectNode) node).withArray("showings");
                showing.put("id", freeId(showings, showing.path("id").asString("measured")));
                putOnPage(root, slot, showing, page);
                showings.add(showing);
                return text(root);
            }
        }
        throw new BadInput("slot", "the slot sheet has no slot " + slot);
    }

    private static String freeId(JsonNode list, String wanted) {
        Set<String> taken =
                SlotSheetReader.list(list).map(n -> n.path("id").asString()).collect(Collectors.toSet());
        String free = wanted;
        for (int n = 2; taken.contains(free); n++) {
            free = wanted + "-" + n;
        }
        return free;
    }

    private static ObjectNode page(ObjectNode root, String id, String name, int width) {
        for (JsonNode page : root.withArray("pages")) {
            if (page.path("id").asString().equals(id)) {
                return (ObjectNode) page;
            }
        }
        return root.withArray("pages")
                .addObject()
                .put("id", id)
                .put("name", name)
                .put("width", width)
                .put("height", FRESH_HEIGHT);
    }

    /** Below all that stands on a page already, CSS px. */
    private static int foot(ObjectNode root, ObjectNode page) {
        int foot = 0;
        for (JsonNode place : page.path("slots")) {
            for (JsonNode slot : root.path("slots")) {
                for (JsonNode showing : slot.path("showings")) {
                    if (slot.path("id").equals(place.path("slot"))
                            && showing.path("id").equals(place.path("showing"))) {
                        double bottom = place.path("y").asDouble(0)
                                + showing.at("/box/height").asDouble(0);
                        foot = Math.max(foot, (int) Math.ceil(bottom) + SPACE);
                    }
                }
            }
        }
        return foot;
    }

    /** The sheet under another theme's name and version: a copy to start from. */
    public static String renamed(String sheet, String theme, String version) {
        ObjectNode root = (ObjectNode) JSON.readTree(sheet);
        root.putObject("theme").put("name", theme).put("version", version);
        return text(root);
    }

    /** With line breaks and indents, for people to read. */
    public static String pretty(String sheet) {
        return text(JSON.readTree(sheet));
    }

    private static String edit(String sheet, String slot, Consumer<ObjectNode> change) {
        JsonNode root = JSON.readTree(sheet);
        for (JsonNode node : root.path("slots")) {
            if (node.path("id").asString().equals(slot)) {
                change.accept((ObjectNode) node);
                return text(root);
            }
        }
        throw new BadInput("slot", "the slot sheet has no slot " + slot);
    }

    private static String text(JsonNode root) {
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
    }
}
