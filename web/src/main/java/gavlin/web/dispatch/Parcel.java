package gavlin.web.dispatch;

import gavlin.core.code.ImageCode;
import gavlin.core.icon.IconSet;
import gavlin.core.solve.BestPosition;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.picture.Caption;
import gavlin.web.site.OpenSite;
import gavlin.web.store.FileStore;
import gavlin.web.store.Zips;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipOutputStream;
import org.springframework.web.util.HtmlUtils;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Finished files of a site as one ZIP: a folder for each slot, the files with their words as JSON ({@code /schemas/package-1.json}) and as a
 * table, the code for the page, checksums and credits. The same decisions make the same bytes.
 *
 * @param icons in all sizes, of slots that are icons
 * @param leftOut in words, what is accepted and yet has no file
 */
record Parcel(OpenSite site, List<Item> items, List<Icons> icons, Credits credits, List<String> leftOut) {
    static final String FORMAT = "package/1";

    private static final String HEAD =
            "file,slot,section,density,width,height,bytes,sha256,title,description,credit,licence,link";

    /** @param path within the ZIP @param link where a click on it leads; empty for nowhere */
    record Item(String path, FitState fit, int density, StoredRendition file, String link) {}

    /** @param folder within the ZIP, with a slash at its end */
    record Icons(String folder, IconSet set) {}

    void writeTo(OutputStream to, Renditions renditions) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        Zips.file(zip, "manifest.json", manifest().toPrettyString().getBytes(StandardCharsets.UTF_8));
        text(zip, "files.csv", Stream.concat(Stream.of(HEAD), items.stream().map(Parcel::row)));
        text(zip, "credits.txt", credits.text().stream());
        text(zip, "credits.html", credits.html().lines());
        text(zip, "code.html", code());
        Zips.lines(
                zip,
                "SHA256SUMS",
                Stream.concat(
                        items.stream().map(item -> item.file().sha256() + "  " + item.path()),
                        iconFiles().map(file -> FileStore.sha256(file.getValue()) + "  " + file.getKey())),
                "\n");
        if (!leftOut.isEmpty()) {
            text(zip, "left-out.txt", leftOut.stream());
        }
        zip.setLevel(Deflater.NO_COMPRESSION); // pictures are compressed already
        for (Item item : items) {
            Zips.begin(zip, item.path());
            renditions.copy(item.file(), zip);
            zip.closeEntry();
        }
        for (Map.Entry<String, byte[]> file : iconFiles().toList()) {
            Zips.file(zip, file.getKey(), file.getValue());
        }
        zip.finish();
    }

    /** Each of their files by its path. */
    private Stream<Map.Entry<String, byte[]>> iconFiles() {
        return icons.stream()
                .flatMap(each -> each.set().files().entrySet().stream()
                        .map(file -> Map.entry(each.folder() + file.getKey(), file.getValue())));
    }

    interface Bytes {
        void copyTo(OutputStream out) throws IOException;
    }

    /** A file that was sent before. */
    record Stored(String path, String sha256, Bytes bytes) {}

    /** Files that are kept as they were, and their checksums. */
    static void write(List<Stored> files, OutputStream to) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8);
        Zips.lines(zip, "SHA256SUMS", files.stream().map(file -> file.sha256() + "  " + file.path()), "\n");
        zip.setLevel(Deflater.NO_COMPRESSION);
        for (Stored file : files) {
            Zips.begin(zip, file.path());
            file.bytes().copyTo(zip);
            zip.closeEntry();
        }
        zip.finish();
    }

    private ObjectNode manifest() {
        ObjectNode manifest = JsonMapper.shared().createObjectNode().put("format", FORMAT);
        manifest.putObject("site").put("id", site.id()).put("name", site.name());
        manifest.putObject("theme")
                .put("name", site.sheet().themeName())
                .put("version", site.sheet().themeVersion());
        ArrayNode files = manifest.putArray("files");
        items.forEach(item -> describe(item, files.addObject()));
        ArrayNode without = manifest.putArray("leftOut");
        leftOut.forEach(without::add);
        return manifest;
    }

    private static void describe(Item item, ObjectNode file) {
        FitState fit = item.fit();
        Caption words = fit.picture().words();
        file.put("path", item.path())
                .put("slot", fit.slot().id())
                .put("section", fit.section())
                .put("density", item.density())
                .put("type", item.file().type().word())
                .put("width", item.file().size().width())
                .put("height", item.file().size().height())
                .put("bytes", item.file().bytes())
                .put("sha256", item.file().sha256())
                .put("state", fit.verdict().word())
                .put("accepted", fit.accepted())
                .put("picture", fit.picture().id())
                .put("title", words.title())
                .put("description", words.description())
                .put("credit", words.creditPrinted())
                .put("licence", words.licence())
                .put("link", item.link());
    }

    /** An image element for each fit, with all its densities. */
    private Stream<String> code() {
        Map<FitState, List<Item>> byFit =
                items.stream().collect(Collectors.groupingBy(Item::fit, LinkedHashMap::new, Collectors.toList()));
        Stream<String> head = icons.stream()
                .flatMap(each -> Stream.of(
                        "<!-- for the head of every page; the files lie in " + each.folder() + " -->",
                        each.set().html().strip(),
                        ""));
        return Stream.concat(head, byFit.entrySet().stream().flatMap(each -> {
            FitState fit = each.getKey();
            List<ImageCode.Source> sources = each.getValue().stream()
                    .map(item -> new ImageCode.Source(item.path(), item.file().size()))
                    .toList();
            BestPosition best =
                    BestPosition.everywhere(fit.problem(), fit.plan().framing().window());
            ImageCode code = ImageCode.of(
                    sources, fit.shown().showings(), fit.picture().words().description(), best.position());
            return Stream.of(
                    "<!-- " + fit.slot().id() + " -->",
                    linked(code.html(), each.getValue().get(0).link()),
                    "");
        }));
    }

    private static String linked(String image, String link) {
        return link.isEmpty() ? image : "<a href=\"" + HtmlUtils.htmlEscape(link, "UTF-8") + "\">" + image + "</a>";
    }

    private static String row(Item item) {
        StoredRendition file = item.file();
        var words = item.fit().picture().words();
        return Stream.of(
                        item.path(),
                        item.fit().slot().name(),
                        item.fit().section(),
                        item.density(),
                        file.size().width(),
                        file.size().height(),
                        file.bytes(),
                        file.sha256(),
                        words.title(),
                        words.description(),
                        words.creditPrinted(),
                        words.licence(),
                        item.link())
                .map(cell -> cell(String.valueOf(cell)))
                .collect(Collectors.joining(","));
    }

    /** RFC 4180; an apostrophe before what a spreadsheet would take for a formula (OWASP, "CSV Injection"). */
    static String cell(String text) {
        String plain = text.matches("(?s)[=+\\-@\\t\\r].*") ? "'" + text : text;
        return plain.matches("(?s).*[\",\\r\\n].*") ? "\"" + plain.replace("\"", "\"\"") + "\"" : plain;
    }

    private static void text(ZipOutputStream zip, String name, Stream<String> lines) throws IOException {
        Zips.lines(zip, name, lines, "\r\n");
    }
}
