package gavlin.web.audit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.web.connect.Connector;
import gavlin.web.picture.Caption;
import gavlin.web.site.OpenSite;
import gavlin.web.store.Unzipped;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The files of a ZIP, one after the other, each with the slot that it belongs to: by the manifest of a package, by a folder that is called
 * like the slot, or by a name that begins with it. Names are only compared; nothing is written anywhere.
 */
final class HeldFiles {
    private static final int MOST_FILES = 400;
    /** Of all files together, unpacked: a ZIP says little about that. */
    private static final long MOST_BYTES = 400_000_000;

    private static final int MOST_MANIFEST = 4_000_000;
    private static final Set<String> OURS =
            Set.of("files.csv", "credits.txt", "credits.html", "code.html", "sha256sums", "left-out.txt");
    private static final JsonMapper JSON = JsonMapper.shared();

    /**
     * @param slot null where no slot's name is in the file's
     * @param density 1 unless the manifest says otherwise
     * @param of what files of one picture in several densities have in common
     * @param link where a click on it leads, as a package says; empty for nowhere
     * @param bytes null where there are more than a picture may have
     */
    record Held(
            String path,
            String slot,
            String section,
            int density,
            String of,
            Caption words,
            String link,
            byte[] bytes) {
        Held withoutBytes() {
            return new Held(path, slot, section, density, of, words, link, null);
        }
    }

    interface Taking {
        void take(Held file) throws IOException;
    }

    private HeldFiles() {}

    /** @param most bytes of one file @throws BadInput for what is no ZIP, or too much of one */
    static void each(InputStream zipped, OpenSite site, long most, Taking taking) throws IOException {
        Map<String, JsonNode> manifest = new HashMap<>();
        int[] files = {0};
        Unzipped.each(zipped, "files", MOST_BYTES, (path, content) -> {
            if (OURS.contains(path.toLowerCase(Locale.ROOT))) {
                return;
            }
            if (path.equals("manifest.json")) {
                manifest.putAll(manifest(content.read(MOST_MANIFEST)));
                return;
            }
            if (path.contains("/icons/") && !manifest.isEmpty()) {
                return; // a package has them drawn from a file that stands in its manifest
            }
            if (++files[0] > MOST_FILES) {
                throw new BadInput("files", "the ZIP has more than " + MOST_FILES + " files: bring them in parts");
            }
            taking.take(held(path, content.read(most), manifest.get(path), site));
        });
        if (files[0] == 0) {
            throw new BadInput(
                    "files", "there are no files in it; a ZIP with the pictures that the site holds is needed");
        }
    }

    /** What a site holds, as it says itself; files are fetched one after the other. */
    static void each(Connector there, OpenSite site, long most, Taking taking) throws IOException {
        List<Connector.Holding> holdings =
                there.holdings().stream().filter(held -> held.bytes() > 0).toList();
        if (holdings.isEmpty()) {
            throw new BadInput("files", "the site holds nothing yet");
        }
        if (holdings.size() > MOST_FILES) {
            throw new BadInput(
                    "files", "the site holds more than " + MOST_FILES + " files: bring them in parts, as ZIPs");
        }
        for (Connector.Holding held : holdings) {
            byte[] bytes = there.held(new Connector.File(held.slot(), "", 1, held.slot(), "", "", new byte[0]));
            if (bytes != null) {
                String path =
                        site.sheet().slot(held.slot()).isPresent() ? held.slot() + "/" + named(held) : held.slot();
                taking.take(held(path, bytes.length > most ? null : bytes, null, site));
            }
        }
    }

    private static String named(Connector.Holding held) {
        return held.slot() + "." + held.type().replaceFirst("^image/", "").replaceFirst("[^a-z].*", "");
    }

    /** By path; empty for one that is none of ours. */
    private static Map<String, JsonNode> manifest(byte[] json) {
        Map<String, JsonNode> byPath = new HashMap<>();
        try {
            JsonNode root = json == null ? null : JSON.readTree(json);
            if (root != null && root.path("format").asString("").equals("package/1")) {
                root.path("files").forEach(file -> byPath.put(file.path("path").asString(""), file));
            }
        } catch (JacksonException e) {
            // A manifest of something else: names alone tell.
        }
        return byPath;
    }

    private static Held held(String path, byte[] bytes, JsonNode said, OpenSite site) {
        if (said != null && site.sheet().slot(said.path("slot").asString("")).isPresent()) {
            return new Held(
                    path,
                    said.path("slot").asString(),
                    section(site.sheet(), said.path("section").asString("")),
                    Math.max(1, said.path("density").asInt(1)),
                    said.path("picture").asString(path),
                    words(said),
                    said.path("link").asString(""),
                    bytes);
        }
        List<String> parts = Arrays.asList(path.toLowerCase(Locale.ROOT).split("/"));
        String section = parts.size() > 2 ? section(site.sheet(), parts.get(0)) : OpenSite.WHOLE_SITE;
        String name = parts.get(parts.size() - 1);
        String slot = parts.subList(0, parts.size() - 1).stream()
                .filter(part -> site.sheet().slot(part).isPresent())
                .reduce((outer, inner) -> inner)
                .orElseGet(() -> site.sheet().slots().stream()
                        .map(Slot::id)
                        .filter(id -> name.matches(Pattern.quote(id) + "([-_.@].*)"))
                        .max(Comparator.comparingInt(String::length))
                        .orElse(null));
        return new Held(
                path,
                slot,
                section,
                density(name),
                path.replaceFirst("@[2-4]x(?=\\.[^.]*$)", ""),
                Caption.NONE,
                "",
                bytes);
    }

    /** As names say it: {@code @2x}. */
    private static int density(String name) {
        return name.matches(".*@[2-4]x\\.[a-z0-9]+") ? name.charAt(name.lastIndexOf('@') + 1) - '0' : 1;
    }

    private static String section(SlotSheet sheet, String section) {
        return sheet.section(section).isPresent() ? section : OpenSite.WHOLE_SITE;
    }

    private static Caption words(JsonNode said) {
        try {
            return new Caption(
                    said.path("title").asString(""),
                    said.path("description").asString(""),
                    said.path("credit").asString(""),
                    said.path("licence").asString(""));
        } catch (BadInput e) {
            return Caption.NONE; // longer than words may be here
        }
    }
}
