package gavlin.core.codec;

import java.util.regex.Pattern;

/**
 * Words that a device or a program writes into every file, and that say nothing of the picture: a title or a description is never
 * guessed from them. Common practice, no source: the patterns are those of texts often met, from memory.
 */
final class CameraText {
    private static final Pattern SAYS_NOTHING = Pattern.compile("(?i)\\s*(?:"
            + ".*\\bdigital (?:still )?camera\\b.*" // a maker's name before it
            + "|.*\\bcamera pictures?\\b.*"
            + "|\\w+ dsc" // a maker and the file system's prefix
            + "|(?:made|created|processed|edited|exported|generated|captured|shot|scanned|taken) (?:with|by|using|on)\\b.*"
            + "|exif[ _-]?jpeg[ _-]?(?:picture|t\\d*)?"
            + "|(?:untitled|default|image|picture|photo|photograph|screen ?shot|screenshot|scan|null|none|n/a|test)[ ._-]*\\d*"
            + "|dcim\\b.*"
            + ")\\s*");
    /** A bare file name, as cameras and phones count them, or anything with a picture's ending. */
    private static final Pattern FILE_NAME = Pattern.compile("(?i)\\s*(?:"
            + "(?:_?(?:img|dsc[fn]?|dji|pict|pxl|mvimg|p|sam|gopr|wp|vid|hpim|cimg|imgp))[ _-]?\\d[\\w~-]*"
            + "|[\\d _.:-]+"
            + "|\\S+\\.(?:jpe?g|png|webp|heic|heif|avif|tiff?|gif|bmp|svg|dng|raw|cr\\d|nef|arw)"
            + ")\\s*");

    private CameraText() {}

    /** The text, or nothing where it says nothing. */
    static String said(String text) {
        return isDefault(text) ? "" : text;
    }

    static boolean isDefault(String text) {
        return text.length() < 200
                && (SAYS_NOTHING.matcher(text).matches()
                        || FILE_NAME.matcher(text).matches());
    }
}
