package gavlin.core.codec;

import java.util.List;

/**
 * What a file says of its picture, besides pixels. Texts are empty where it says nothing.
 *
 * @param maker who made it
 * @param credit the line that its provider asks for
 * @param rights who owns it, often with a year
 * @param licence a licence's name or address
 * @param regions at most {@value #MOST_REGIONS}
 * @param secrets what it holds that should not be passed on, for people: a place, serial numbers
 */
public record Embedded(
        String title,
        String description,
        String maker,
        String credit,
        String rights,
        String licence,
        List<Region> regions,
        List<String> secrets) {
    static final int MOST_REGIONS = 100;

    public static final Embedded NOTHING = new Embedded("", "", "", "", "", "", List.of(), List.of());

    /** One line without control characters, of at most so many chars and never half of a character. */
    public static String line(String text, int longest) {
        if (text == null) {
            return "";
        }
        String line = text.replaceAll("[\\p{Cc}\\s]+", " ").strip();
        if (line.length() <= longest) {
            return line;
        }
        return line.substring(0, Character.isHighSurrogate(line.charAt(longest - 1)) ? longest - 1 : longest)
                .strip();
    }

    /** Whether a text is what devices and programs write by themselves, or a bare file name. */
    public static boolean saysNothing(String text) {
        return CameraText.isDefault(text);
    }

    /** The line to stand beside the picture: the credit asked for, else its maker, else its owner. */
    public String creditLine() {
        return !credit.isEmpty() ? credit : !maker.isEmpty() ? maker : rights;
    }
}
