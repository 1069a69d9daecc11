package gavlin.core.page;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import gavlin.core.brief.StatedSize;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reads a list of sizes as people keep them, in a mail or a handbook: {@code Header 2000 x 400 px, JPEG, max 250 KB; Logo 100×100 PNG}.
 * A slot a line, or several with semicolons between them. What is not said follows from the kind of slot; what was not understood is told.
 */
public final class SizeList {
    /** Letters of a list that is read. */
    public static final int MOST_LETTERS = 20_000;

    private static final int MOST_SLOTS = 200;
    /** Of one line: expressions over longer ones would take long, and nobody says a size in so many words. */
    private static final int LONGEST_LINE = 500;

    /** Of what a sheet may ask, px. */
    private static final int MOST_SIDE = 16_384;

    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_STATEMENT = 200;
    /** Of a slot of which only a ratio is said, px: as wide as a common screen at its double density. */
    private static final int USUAL_WIDTH = 1920;

    private static final JsonMapper JSON = new JsonMapper();

    private static final Pattern THOUSANDS = Pattern.compile("(?<=\\b[1-9]\\d?)[.,'](?=\\d{3}\\b)");
    private static final Pattern BY = Pattern.compile("(?i)(?<=\\d)\\s*(?:px|pixels?)?\\s*(?:by|mal|X|✕|✖)\\s*(?=\\d)");
    private static final Pattern BOTH =
            Pattern.compile("(?i)\\d{1,5}\\s*(?:px)?\\s*[×x*]\\s*\\d{1,5}\\s*(?:px\\b|pixels?\\b)?");
    private static final Pattern SIDES = Pattern.compile(
            "(?i)(?:(?:at least|min(?:imum)?\\.?|at most|max(?:imum)?\\.?|up to)\\s*)?\\d{1,5}\\s*(?:px|pixels)?\\s*(?:wide|in width|high|tall|in height)");
    private static final Pattern RATIO = Pattern.compile("(?<![\\d:])\\d{1,5}\\s*:\\s*\\d{1,5}(?![\\d:])");
    private static final Pattern WEIGHT = Pattern.compile(
            "(?i)(?:(?:at most|max(?:imum|\\.)?|up to|under|below|less than|not over|no more than|limit|≤|<)[:\\s]*)*(\\d{1,6}(?:[.,]\\d{1,3})?)\\s*(ki?b|mi?b|kilobytes?|megabytes?)\\b");
    private static final Pattern DENSITY = Pattern.compile("(?i)(?:@\\s*([234])\\s*x\\b|\\b([234])x\\b|\\bretina\\b)");
    private static final Pattern TYPE = Pattern.compile("(?i)\\b(jpe?g|png|webp|gif|ico|svg|avif|heic|pdf|tiff?)\\b");
    private static final Pattern TRANSPARENCY =
            Pattern.compile("(?i)\\b(no|not|without)?\\s*(?:a |with )?\\s*transparen(?:t|cy)(?: background)?\\b");
    private static final Pattern SHAPE = Pattern.compile("(?i)\\b(circle|circular|rounded(?: corners)?|round)\\b");
    private static final Pattern ANOTHER_SLOT =
            Pattern.compile("(?i)\\s*(?!(?:max|min|at|or|and|on)\\b)\\p{L}.*\\d\\s*(?:px)?\\s*[×x*]\\s*\\d.*");
    /** Words around what is read, which say nothing more. */
    private static final Pattern FILLER = Pattern.compile(
            "(?i)\\b(px|pixels?|in|as|or|and|the|of|with|is|are|be|should|must|format|file|files|size|sizes|sized|image|images|picture|pictures|photo|photos|max|min|maximum|minimum|at|least|most|only|recommended|dimensions?|type|weight|ratio|exactly|about|background|a|an|for|each)\\b");

    private SizeList() {}

    /**
     * @return a proposal for each line that says a size or a ratio, and a note for each that does not and for what was left over
     * @throws BadInput when the list is longer than is read
     */
    public static PageReading read(String list) {
        if (list.length() > MOST_LETTERS) {
            throw new BadInput(
                    "list", "the list has " + list.length() + " letters; " + MOST_LETTERS + " can be read at once");
        }
        List<SlotProposal> slots = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        Set<String> ids = new LinkedHashSet<>();
        for (String part : parts(list)) {
            if (part.length() > LONGEST_LINE) {
                notes.add("“" + shown(part) + "” was not read: a line has " + LONGEST_LINE + " letters at most");
                continue;
            }
            String line = part.replaceAll("[\\t|\\u0000]+", ", ")
                    .replaceFirst("^[\\s,•·*–—-]+(?=\\S)", "")
                    .strip();
            if (!line.matches("(?s).*[\\p{L}\\d].*")) {
                continue;
            }
            if (slots.size() == MOST_SLOTS) {
                notes.add("what comes after " + MOST_SLOTS + " slots is not read");
                break;
            }
            new Entry(line).proposal(ids, notes).ifPresent(slots::add);
        }
        return new PageReading("Home", List.copyOf(slots), List.copyOf(notes));
    }

    /** Lines, parts between semicolons, and parts between commas where each says a size of its own. */
    private static List<String> parts(String list) {
        List<String> parts = new ArrayList<>();
        for (String line : list.split("[\\r\\n;]+")) {
            if (line.length() > LONGEST_LINE) {
                parts.add(line);
                continue;
            }
            String part = "";
            for (String piece : line.split("(?<=,)")) {
                if (BOTH.matcher(part).find() && ANOTHER_SLOT.matcher(piece).matches()) {
                    parts.add(part);
                    part = "";
                }
                part += piece;
            }
            parts.add(part);
        }
        return parts;
    }

    /** One line, from which what is understood is cut out piece by piece. */
    private static final class Entry {
        private static final char CUT = '\u0000';

        private final String line;
        private final List<String> understood = new ArrayList<>();
        private String rest;

        Entry(String line) {
            this.line = line;
            this.rest = BY.matcher(THOUSANDS.matcher(line).replaceAll("")).replaceAll("×");
        }

        Optional<SlotProposal> proposal(Set<String> ids, List<String> notes) {
            Optional<StatedSize> stated = StatedSize.of(rest);
            Size size = stated.flatMap(StatedSize::size).orElse(null);
            Ratio ratio = stated.map(StatedSize::ratio).orElse(null);
            if (size == null && ratio == null) {
                notes.add("“" + shown(line)
                        + "” was not read: it says no size such as 1200×400, and no ratio such as 16:9");
                return Optional.empty();
            }
            int width = size != null ? size.width() : width(stated.get());
            double height = size != null ? size.height() : width / ratio.proportion();
            if (width > MOST_SIDE || height > MOST_SIDE) {
                notes.add("“" + shown(line) + "” was not read: a side has " + MOST_SIDE + " px at most");
                return Optional.empty();
            }
            cutSizes(size, ratio);
            List<String> types = types(notes);
            ObjectNode weight = weight(notes);
            List<Integer> densities = densities();
            String transparency = transparency(types, notes);
            String shape = shape();
            String name = name();
            String kind = kind(name, width, height, shape.equals("circle"));
            leftOver(name, notes);

            ObjectNode slot = JSON.createObjectNode();
            String called = name.isEmpty() ? Character.toUpperCase(kind.charAt(0)) + kind.substring(1) : name;
            slot.put("id", free(ids, Slug.of(called).isEmpty() ? kind : Slug.of(called)));
            slot.put("name", called).put("kind", kind);
            if (size != null) {
                slot.putObject("size").put("width", width).put("height", size.height());
            } else {
                slot.putObject("size").put("width", width);
                slot.put("ratio", ratio.toString());
            }
            densities.forEach(slot.withArray("densities")::add);
            boolean mark = Kinds.isMark(kind);
            (types.isEmpty() ? Kinds.usualTypes(kind) : types).forEach(slot.withArray("types")::add);
            slot.put("transparency", transparency.isEmpty() ? Kinds.usualTransparency(kind, types) : transparency);
            if (weight != null) {
                slot.set("weight", weight);
            }
            slot.put("rule", mark ? "contain" : "cover").put("shape", shape);
            slot.putArray("statements").addObject().put("says", shown(line)).put("source", "the pasted list");
            showing(slot.putArray("showings").addObject(), width, height, mark);
            return Optional.of(new SlotProposal(slot, shown(line), 1, List.copyOf(understood)));
        }

        private void cutSizes(Size size, Ratio ratio) {
            if (size != null) {
                understood.add(size.width() + "×" + size.height() + " px");
                if (cut(BOTH).isEmpty()) {
                    cut(SIDES);
                    cut(SIDES);
                }
                cut(RATIO);
            } else {
                understood.add("ratio " + ratio);
                cut(RATIO);
                cut(SIDES);
            }
        }

        private static int width(StatedSize stated) {
            if (stated.leastWidth() > 1) {
                return stated.leastWidth();
            }
            return stated.mostWidth() < Size.MAX ? stated.mostWidth() : USUAL_WIDTH;
        }

        private List<String> types(List<String> notes) {
            Set<String> types = new LinkedHashSet<>();
            cutAll(TYPE, type -> {
                String word = type.group(1).toLowerCase(Locale.ROOT).replace("jpg", "jpeg");
                if (word.matches("jpeg|png|webp|avif|gif|ico")) {
                    types.add(word);
                } else {
                    notes.add("“" + shown(line) + "”: " + word.toUpperCase(Locale.ROOT)
                            + " files are not made; pictures of that type can be fitted into the types that are");
                }
            });
            if (!types.isEmpty()) {
                understood.add(
                        String.join(" or ", types).toUpperCase(Locale.ROOT).replace(" OR ", " or "));
            }
            return List.copyOf(types);
        }

        private ObjectNode weight(List<String> notes) {
            Optional<MatchResult> found = cut(WEIGHT);
            if (found.isEmpty()) {
                return null;
            }
            double limit = Double.parseDouble(found.get().group(1).replace(',', '.'));
            if (!(limit > 0)) {
                notes.add("“" + shown(line) + "”: a limit of " + limit + " is none");
                return null;
            }
            String letters = found.get().group(2).toLowerCase(Locale.ROOT);
            String unit = (letters.startsWith("k")
                    ? letters.startsWith("ki") && letters.length() == 3 ? "KiB" : "kB"
                    : letters.equals("mib") ? "MiB" : "MB");
            understood.add("at most " + found.get().group(1) + " " + unit);
            return JSON.createObjectNode().put("limit", limit).put("unit", unit);
        }

        private List<Integer> densities() {
            int[] most = {1};
            cutAll(DENSITY, d -> {
                String digit = d.group(1) != null ? d.group(1) : d.group(2);
                most[0] = Math.max(most[0], digit == null ? 2 : Integer.parseInt(digit));
            });
            List<Integer> densities = new ArrayList<>();
            for (int density = 1; density <= most[0]; density++) {
                densities.add(density);
            }
            if (most[0] > 1) {
                understood.add("at densities up to " + most[0]);
            }
            return densities;
        }

        /** @return empty when nothing is said of it, or what can't be */
        private String transparency(List<String> types, List<String> notes) {
            Optional<MatchResult> found = cut(TRANSPARENCY);
            if (found.isEmpty()) {
                return "";
            }
            boolean wanted = found.get().group(1) == null;
            if (wanted && types.equals(List.of("jpeg"))) {
                notes.add("“" + shown(line) + "”: JPEG has no transparency; allow PNG or WebP if it needs some");
                return "";
            }
            understood.add(wanted ? "with transparency" : "without transparency");
            return wanted ? "required" : "forbidden";
        }

        private String shape() {
            return cut(SHAPE)
                    .map(found -> {
                        String shape =
                                found.group(1).toLowerCase(Locale.ROOT).startsWith("rounded") ? "rounded" : "circle";
                        understood.add(shape.equals("circle") ? "shown in a circle" : "with rounded corners");
                        return shape;
                    })
                    .orElse("rectangle");
        }

        /** What stands before all that was cut out; or else what is left behind it. */
        private String name() {
            String before = plain(rest.substring(0, Math.max(0, rest.indexOf(CUT))));
            String name = before.isEmpty() ? plain(FILLER.matcher(rest).replaceAll(" ")) : before;
            return name.length() > LONGEST_NAME
                    ? name.substring(0, LONGEST_NAME).strip()
                    : name;
        }

        private void leftOver(String name, List<String> notes) {
            int from = Math.max(0, rest.indexOf(CUT));
            String after = plain(FILLER.matcher(rest.substring(from)).replaceAll(" "));
            if (!after.isEmpty() && !after.equals(name)) {
                notes.add("“" + shown(line) + "”: “" + after
                        + "” was not understood; it stays with the slot as a statement");
            }
        }

        private static String plain(String words) {
            return words.replace(CUT, ' ')
                    .replaceAll("\\(\\s*[,.]*\\s*\\)", " ")
                    .replaceAll("\\s*[,:](?=\\s*([,:]|$))", "")
                    .replaceAll("\\s+", " ")
                    .replaceAll("^[\\s\\p{P}=<>]+|[\\s\\p{P}=<>]+$", "");
        }

        private Optional<MatchResult> cut(Pattern pattern) {
            Matcher matcher = pattern.matcher(rest);
            if (!matcher.find()) {
                return Optional.empty();
            }
            MatchResult found = matcher.toMatchResult();
            rest = rest.substring(0, matcher.start()) + CUT + rest.substring(matcher.end());
            return Optional.of(found);
        }

        private void cutAll(Pattern pattern, Consumer<MatchResult> each) {
            for (Optional<MatchResult> found = cut(pattern); found.isPresent(); found = cut(pattern)) {
                each.accept(found.get());
            }
        }
    }

    private static String kind(String name, double width, double height, boolean circle) {
        String words = name.toLowerCase(Locale.ROOT);
        if (words.matches(".*\\b(fav ?icons?|icons?|app ?icons?)\\b.*")) {
            return "icon";
        }
        if (words.matches(".*\\b(tiles?|pattern|texture)\\b.*")) {
            return "tile";
        }
        boolean logo = words.contains("logo");
        if (!logo && words.matches(".*\\b(header|banner|hero|masthead|cover)\\b.*")) {
            return "banner";
        }
        return Kinds.of(name, width, height, circle);
    }

    /** On a desktop, as large as it fits there; how phones show it, no list says. */
    private static void showing(ObjectNode showing, double width, double height, boolean mark) {
        double scale = Math.min(1, Screen.DESKTOP.width() / width);
        showing.put("id", Screen.DESKTOP.id()).put("name", Screen.DESKTOP.name());
        showing.putObject("screen").put("width", Screen.DESKTOP.width());
        showing.putObject("box")
                .put("width", Math.max(1, (int) Math.round(width * scale)))
                .put("height", Math.max(1, (int) Math.round(height * scale)));
        showing.put("objectFit", mark ? "contain" : "cover");
    }

    private static String free(Set<String> taken, String wanted) {
        String free = wanted;
        for (int n = 2; !taken.add(free); n++) {
            free = wanted + "-" + n;
        }
        return free;
    }

    private static String shown(String line) {
        return line.length() > LONGEST_STATEMENT ? line.substring(0, LONGEST_STATEMENT - 1) + "…" : line;
    }
}
