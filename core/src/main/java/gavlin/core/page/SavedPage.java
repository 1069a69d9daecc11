package gavlin.core.page;

import java.util.List;
import org.jsoup.nodes.Document;

/**
 * A page that a browser saved, with those of its style sheets that came along. Nothing in it was run or fetched.
 *
 * @param notes what was passed over, each with its place
 */
record SavedPage(String title, Document document, List<Sheet> sheets, List<String> notes) {
    /**
     * A style sheet.
     *
     * @param media the condition on its link, empty for none
     */
    record Sheet(String media, String css) {}
}
