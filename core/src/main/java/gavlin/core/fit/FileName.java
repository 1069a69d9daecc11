package gavlin.core.fit;

import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import java.text.Normalizer;
import java.util.Locale;

/** Names for files that say what they are: slot, picture and size, in letters that every server takes. */
public final class FileName {
    private static final int MAX_TITLE = 48;

    private FileName() {}

    /** Such as {@code masthead-gallery-at-dusk-1920x480.webp}. */
    public static String of(Slot slot, String title, Size size, PictureType type) {
        String slug = slug(title);
        return slot.id() + (slug.isEmpty() ? "" : "-" + slug) + "-" + size + "." + type.extension();
    }

    /** Lower-case letters, digits and single hyphens; empty for a title that says nothing. */
    public static String slug(String title) {
        String plain = Normalizer.normalize(title.replace("ß", "ss"), Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-");
        String cut = plain.length() > MAX_TITLE ? plain.substring(0, MAX_TITLE) : plain;
        String slug = cut.replaceAll("^-|-$", "");
        return slug.equals("untitled") ? "" : slug;
    }
}
