package gavlin.core.fit;

import gavlin.core.Slug;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;

/** Names for files that say what they are: slot, picture and size, in letters that every server takes. */
public final class FileName {
    private FileName() {}

    /** Such as {@code masthead-gallery-at-dusk-1920x480.webp}. */
    public static String of(Slot slot, String title, Size size, PictureType type) {
        String slug = Slug.of(title);
        return slot.id() + (slug.isEmpty() ? "" : "-" + slug) + "-" + size + "." + type.extension();
    }
}
