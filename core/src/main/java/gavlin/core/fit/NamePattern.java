package gavlin.core.fit;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import java.time.LocalDate;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a site's files are named: small letters, digits, hyphens, underscores and points, and among them words in braces that stand for what
 * a file is. A file's type is always put behind it.
 */
public record NamePattern(String text) {
    /** What may stand in braces. */
    public static final List<String> WORDS = List.of("site", "slot", "picture", "size", "density", "date");

    private static final int LONGEST = 120;
    private static final Pattern WORD = Pattern.compile("\\{([^{}]*)}");
    private static final Pattern PLAIN = Pattern.compile("[a-z0-9._-]*");

    /** Below what checks it. */
    public static final NamePattern USUAL = new NamePattern("{slot}-{picture}-{size}");

    /** @throws BadInput unless it can name files, and two files of one slot differently */
    public NamePattern {
        if (text == null || text.isBlank() || text.length() > LONGEST) {
            throw new BadInput("pattern", "the pattern must have 1 to " + LONGEST + " characters");
        }
        Set<String> used = new LinkedHashSet<>();
        Matcher words = WORD.matcher(text);
        while (words.find()) {
            used.add(words.group(1));
            if (!WORDS.contains(words.group(1))) {
                throw new BadInput(
                        "pattern",
                        "{" + words.group(1) + "} stands for nothing; known are {" + String.join("}, {", WORDS) + "}");
            }
        }
        if (!PLAIN.matcher(WORD.matcher(text).replaceAll("")).matches()) {
            throw new BadInput(
                    "pattern",
                    "beside words in braces, only small letters, digits, hyphens, underscores and points can be used");
        }
        if (!used.contains("slot") && !used.contains("picture")) {
            throw new BadInput("pattern", "the pattern needs {slot} or {picture}: a name must say what the file is");
        }
    }

    /**
     * What a file is.
     *
     * @param picture its title, or another name of it; may say nothing
     * @param date when the fit was decided
     */
    public record File(
            String site, String slot, String picture, Size size, int density, LocalDate date, PictureType type) {}

    /** Such as {@code masthead-gallery-at-dusk-1920x480.webp}; never empty before the point. */
    public String name(File file) {
        String filled = WORD.matcher(text).replaceAll(word -> switch (word.group(1)) {
            case "site" -> file.site;
            case "slot" -> file.slot;
            case "picture" -> Slug.of(file.picture);
            case "size" -> file.size.toString();
            case "density" -> file.density + "x";
            default -> file.date.toString();
        });
        // What stands for nothing leaves no double hyphens behind.
        String tidy = filled.replaceAll("([-_.])[-_.]+", "$1").replaceAll("^[-_.]+|[-_.]+$", "");
        return (tidy.isEmpty() ? file.slot : tidy) + "." + file.type.extension();
    }
}
