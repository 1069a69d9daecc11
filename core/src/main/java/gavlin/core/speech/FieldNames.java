package gavlin.core.speech;

import java.util.Locale;
import java.util.Map;

/** What people call a field. */
public final class FieldNames {
    private static final Map<String, String> NAMES = Map.ofEntries(
            Map.entry("window.width", "the window's width"),
            Map.entry("window.x", "the window's left edge"),
            Map.entry("window.y", "the window's upper edge"),
            Map.entry("focal.x", "the focal point, across,"),
            Map.entry("focal.y", "the focal point, down,"),
            Map.entry("position.x", "the object-position, across,"),
            Map.entry("position.y", "the object-position, down,"),
            Map.entry("growth.top", "the growth above"),
            Map.entry("growth.right", "the growth on the right"),
            Map.entry("growth.bottom", "the growth below"),
            Map.entry("growth.left", "the growth on the left"),
            Map.entry("lift.tolerance", "the tolerance of lifting"),
            Map.entry("spots.x", "the spot's distance from the left"),
            Map.entry("spots.y", "the spot's distance from the top"),
            Map.entry("spots.reach", "the spot's reach"),
            Map.entry("tighten.top", "what is cut above"),
            Map.entry("tighten.right", "what is cut on the right"),
            Map.entry("tighten.bottom", "what is cut below"),
            Map.entry("tighten.left", "what is cut on the left"),
            Map.entry("tighten.threshold", "the threshold of tightening"),
            Map.entry("tighten.margin", "the margin that is kept"),
            Map.entry("tighten.marginPx", "the margin that is kept"),
            Map.entry("ink.to", "the ink"),
            Map.entry("ink.map.from", "an ink of the mark"),
            Map.entry("ink.map.to", "the new ink"),
            Map.entry("lettered.letters", "the height of capitals"),
            Map.entry("lettered.tracking", "the room between letters"),
            Map.entry("tile.across", "the number of columns"),
            Map.entry("tile.down", "the number of rows"),
            Map.entry("tile.size", "the size of the motif"),
            Map.entry("tile.angle", "the angle of the motif"),
            Map.entry("tile.grain", "the grain"),
            Map.entry("lettered.gap", "the room between symbol and name"),
            Map.entry("line.width", "the line's width"),
            Map.entry("line.ink", "the line's ink"),
            Map.entry("backing.colour", "the backing's colour"),
            Map.entry("degrees", "the angle"),
            Map.entry("keepAreas", "the number of keep areas"),
            Map.entry("full name", "the full name"),
            Map.entry("says", "what is said"),
            Map.entry("why", "the reason"),
            Map.entry("page", "the page's name"),
            Map.entry("x", "the distance from the left"),
            Map.entry("y", "the distance from the top"));

    private FieldNames() {}

    /** "the zoom" for {@code zoom}, "the alpha quality" for {@code alphaQuality}: to begin a sentence with. */
    public static String of(String field) {
        return NAMES.getOrDefault(field, "the " + plain(field));
    }

    /** {@code objectFit} as "object fit", {@code a.b} as "a, b". */
    static String plain(String field) {
        return field.replaceAll("([a-z])([A-Z])", "$1 $2").replace(".", ", ").toLowerCase(Locale.ROOT);
    }
}
