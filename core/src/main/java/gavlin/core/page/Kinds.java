package gavlin.core.page;

import gavlin.core.brief.Slot;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Kinds of slots: which one a place is, by what it is called and how large it is; and what a slot of a kind usually asks. */
public final class Kinds {
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

    /** By kind, the members that a slot of it usually has: where a person begins one. */
    public static ObjectNode usual() {
        ObjectNode all = JsonNodeFactory.instance.objectNode();
        for (Slot.Kind kind : Slot.Kind.values()) {
            ObjectNode usual = all.putObject(kind.word());
            usualTypes(kind.word()).forEach(usual.putArray("types")::add);
            usual.put("transparency", usualTransparency(kind.word(), List.of()));
            usual.put("rule", isMark(kind.word()) ? "contain" : "cover");
            usual.put("shape", kind == Slot.Kind.AVATAR ? "circle" : "rectangle");
        }
        return all;
    }

    /** Common practice, no source: marks keep transparency and sharp edges, photographs weigh little. */
    static List<String> usualTypes(String kind) {
        return switch (kind) {
            case "logo" -> List.of("png", "webp");
            case "icon" -> List.of("png", "ico");
            case "tile" -> List.of("png", "jpeg", "webp");
            default -> List.of("jpeg", "webp");
        };
    }

    static String usualTransparency(String kind, List<String> types) {
        boolean onlyJpeg = types.equals(List.of("jpeg"));
        return onlyJpeg ? "forbidden" : kind.equals("logo") ? "required" : "allowed";
    }

    static boolean isMark(String kind) {
        return kind.equals("logo") || kind.equals("icon");
    }
}
