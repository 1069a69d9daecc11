package gavlin.core.page;

import gavlin.core.BadInput;
import gavlin.core.page.SavedPage.Sheet;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/** Reads a saved page out of the files that a browser made of it. */
final class SavedPageReader {
    private SavedPageReader() {}

    /**
     * @param files by name: one page, and as many of its style sheets as there are; a name may have folders before it
     * @throws BadInput when there is no page among them, or several
     */
    static SavedPage read(Map<String, byte[]> files) {
        Map<String, String> styles = new HashMap<>();
        List<String> pages = new ArrayList<>();
        for (String name : files.keySet().stream().sorted().toList()) {
            String lower = name.toLowerCase(Locale.ROOT);
            if (lower.endsWith(".css")) {
                styles.put(lastPart(name), new String(files.get(name), StandardCharsets.UTF_8));
            } else if (lower.matches(".*\\.x?html?")) {
                pages.add(name);
            }
        }
        // A page's folder may hold the pages of its frames; the page itself stands above them.
        int least = pages.stream().mapToInt(SavedPageReader::depth).min().orElse(0);
        pages.removeIf(name -> depth(name) > least);
        if (pages.size() != 1) {
            throw new BadInput(
                    "files",
                    pages.isEmpty()
                            ? "there is no page among the files: give the .html file, and its .css files with it"
                            : "there are " + pages.size() + " pages among the files: give one at a time");
        }
        Document document = parsed(files.get(pages.get(0)));
        List<String> notes = new ArrayList<>();
        List<Sheet> sheets = sheets(document, styles, notes);
        int scripts = document.select("script").size();
        if (scripts > 0) {
            notes.add(scripts + (scripts == 1 ? " script" : " scripts")
                    + " in it, which were not run: what they make of the page is not seen here.");
        }
        document.select("script, iframe, object, embed").remove();
        return new SavedPage(document.title().strip(), document, sheets, notes);
    }

    /** In the encoding that the page names itself. */
    private static Document parsed(byte[] html) {
        try (var in = new java.io.ByteArrayInputStream(html)) {
            return Jsoup.parse(in, null, "");
        } catch (java.io.IOException e) {
            throw new BadInput("files", "the page cannot be read: save it again, complete, with your browser");
        }
    }

    private static List<Sheet> sheets(Document document, Map<String, String> given, List<String> notes) {
        List<Sheet> sheets = new ArrayList<>();
        for (Element element : document.select("link[rel~=(?i)\\bstylesheet\\b], style")) {
            if (element.normalName().equals("style")) {
                sheets.add(new Sheet(element.attr("media"), element.data()));
                continue;
            }
            String css = given.get(lastPart(element.attr("href").replaceAll("[?#].*", "")));
            if (css == null) {
                notes.add("The style sheet " + element.attr("href") + " is not among the files and was not fetched.");
            } else {
                sheets.add(new Sheet(element.attr("media"), css));
            }
        }
        return sheets;
    }

    private static int depth(String name) {
        return name.split("[/\\\\]").length;
    }

    private static String lastPart(String path) {
        String[] parts = path.split("[/\\\\]");
        return parts.length == 0 ? "" : parts[parts.length - 1];
    }
}
