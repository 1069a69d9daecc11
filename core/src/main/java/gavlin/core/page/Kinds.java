package gavlin.core.page;

import java.util.Locale;

/** Which kind of slot a place is, by what it is called and how large it is. */
final class Kinds {
    private static final int SMALL_ICON = 64;
    /** Nearly as wide as the screen. */
    private static final double WIDE = 0.75;

    private Kinds() {}

    /** @param words all that the place is called */
    static String of(String words, double width, double height, boolean circle) {
        String said = words.toLowerCase(Locale.ROOT);
        double proportion = width / height;
        if (said.matches("(?s).*\\b(avatars?|portraits?|profile|author)\\b.*") || circle && proportion == 1) {
            return "avatar";
        }
        if (said.contains("logo") || said.matches("(?s).*\\b(brand|mark)\\b.*")) {
            return "logo";
        }
        if (Math.max(width, height) <= SMALL_ICON) {
            return "icon";
        }
        if (said.matches("(?s).*\\b(slides?|slider|slideshow|carousel)\\b.*")) {
            return "slide";
        }
        return proportion >= 2 && width >= WIDE * Screen.DESKTOP.width() ? "banner" : "photo";
    }

    static boolean isMark(String kind) {
        return kind.equals("logo") || kind.equals("icon");
    }
}
