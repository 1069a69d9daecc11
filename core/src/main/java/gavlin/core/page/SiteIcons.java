package gavlin.core.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The icons that a page names in its head: the one in a browser's tab, and the one on a phone's home screen (HTML, §4.6.6.6). */
final class SiteIcons {
    private static final JsonMapper JSON = new JsonMapper();
    private static final Pattern SIZES = Pattern.compile("(\\d{1,4})[xX](\\d{1,4})");
    /** Where the page says nothing: common practice, no source. */
    private static final int TAB = 32;

    private static final int HOME = 180;
    private static final int MOST = 1024;

    private SiteIcons() {}

    static List<SlotProposal> of(Document page) {
        List<SlotProposal> found = new ArrayList<>();
        List<Element> tab = page.select("link[rel~=(?i)\\bicon\\b]").stream()
                .filter(link -> !link.attr("rel").toLowerCase(Locale.ROOT).contains("mask"))
                .toList();
        if (!tab.isEmpty()) {
            found.add(icon("browser-icon", "Browser icon", tab, TAB, 16));
        }
        List<Element> home = page.select("link[rel~=(?i)apple-touch-icon]");
        if (!home.isEmpty()) {
            found.add(icon("home-screen-icon", "Home screen icon", home, HOME, 60));
        }
        return found;
    }

    private static SlotProposal icon(String id, String name, List<Element> links, int usual, int shownPx) {
        int side = 0;
        boolean ico = false;
        for (Element link : links) {
            for (Matcher size = SIZES.matcher(link.attr("sizes")); size.find(); ) {
                side = Math.max(side, Math.min(MOST, Integer.parseInt(size.group(1))));
            }
            ico |= link.attr("href").toLowerCase(Locale.ROOT).matches(".*\\.ico(?:[?#].*)?");
        }
        int px = side == 0 ? usual : side;
        ObjectNode slot = JSON.createObjectNode();
        slot.put("id", id).put("name", name).put("kind", "icon");
        slot.putObject("size").put("width", px).put("height", px);
        slot.putArray("types").add("png");
        if (ico) {
            slot.withArray("types").add("ico");
        }
        slot.put("transparency", "allowed").put("rule", "contain").put("shape", "rectangle");
        ObjectNode showing = slot.putArray("showings").addObject();
        showing.put("id", Screen.DESKTOP.id()).put("name", Screen.DESKTOP.name());
        showing.putObject("screen").put("width", Screen.DESKTOP.width());
        showing.putObject("box").put("width", shownPx).put("height", shownPx);
        showing.put("objectFit", "contain").put("background", "#FFFFFF");
        return new SlotProposal(
                slot,
                "head > link",
                1,
                List.of(
                        side == 0
                                ? "named in the page's head, its size is not said"
                                : px + "×" + px + " as the page's head says"));
    }
}
