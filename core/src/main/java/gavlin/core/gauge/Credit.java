package gavlin.core.gauge;

import java.util.regex.Pattern;

/**
 * Who must be named beside a picture. Three states: a line, nothing said yet, and {@value #NONE_DUE}, by somebody's choice or
 * because the licence asks for none.
 */
public final class Credit {
    /** In place of a credit line: whoever looked found that nobody has to be named. */
    public static final String NONE_DUE = "none due";

    private static final Pattern CHOSEN =
            Pattern.compile("(?i)(?:no credit(?: is)? due|none(?: is)? due|no credit needed)\\.?");

    /**
     * Licences without a duty to name anybody: Creative Commons' CC0 1.0 (§2, all rights waived) and Public Domain Mark 1.0, by name
     * or address; works in the public domain; and what is the site's own.
     */
    private static final Pattern ASKS_FOR_NONE = Pattern.compile("(?i)(?:"
            + "cc[ -]?(?:0|zero)(?:[ -]?1\\.0)?(?: universal)?"
            + "|creative ?commons (?:zero|cc0)\\b.*"
            + "|https?://creativecommons\\.org/publicdomain/(?:zero|mark)/.*"
            + "|public domain(?: mark.*|\\.)?"
            + "|(?:our |my )?own (?:work|picture|photo(?:graph)?)s?"
            + ")\\s*");

    private Credit() {}

    /** What is known of it: the line, {@value #NONE_DUE}, or nothing. */
    public static String said(String line, String licence) {
        if (CHOSEN.matcher(line.strip()).matches()) {
            return NONE_DUE;
        }
        return line.isBlank() && ASKS_FOR_NONE.matcher(licence.strip()).matches() ? NONE_DUE : line;
    }

    /** What is to be printed beside the picture and written into its files: the line, or nothing. */
    public static String printed(String line) {
        return CHOSEN.matcher(line.strip()).matches() ? "" : line;
    }
}
