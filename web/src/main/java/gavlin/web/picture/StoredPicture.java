package gavlin.web.picture;

import gavlin.core.codec.Embedded;
import gavlin.core.codec.PictureType;
import gavlin.core.drawing.Made;
import gavlin.core.fit.PictureFacts;
import gavlin.core.geometry.Size;
import gavlin.web.problem.Gone;
import java.time.Instant;
import java.util.List;
import java.util.Locale;

/**
 * A picture of a site, as the rest of the application sees it.
 *
 * @param number the database's own; {@code id} is the one for people and programs
 * @param size upright, px
 * @param transparent whether any pixel is not fully opaque
 * @param notes what a person should know of how it was read, or empty
 * @param suggestions what its file names in it
 * @param keepAreas what must be seen of it
 * @param wordsRevision how often its words were changed
 * @param removal null while it is there
 * @param made its document, where it was made and not uploaded; otherwise null
 */
public record StoredPicture(
        long number,
        String siteId,
        String id,
        String sha256,
        String fileName,
        PictureType type,
        Size size,
        boolean transparent,
        long bytes,
        String notes,
        Caption words,
        List<Suggestion> suggestions,
        KeepAreas keepAreas,
        int wordsRevision,
        Instant addedAt,
        Removal removal,
        Made made) {
    /** One that no site has, as a picture of the shelf. */
    public static StoredPicture ofNoSite(
            String sha256,
            String fileName,
            PictureType type,
            Size size,
            boolean transparent,
            long bytes,
            Caption words) {
        return new StoredPicture(
                0,
                "",
                sha256,
                sha256,
                fileName,
                type,
                size,
                transparent,
                bytes,
                "",
                words,
                List.of(),
                KeepAreas.NONE,
                0,
                null,
                null,
                null);
    }

    /** Since when it is kept only in case somebody wants it back. */
    public record Removal(Instant at, String by) {}

    /** @throws Gone when somebody removed it */
    public void requireThere() {
        if (removal != null) {
            throw new Gone(label() + " was removed from the site by " + removal.by
                    + ". Bring it back on the Pictures page to go on with it");
        }
    }

    /** A name to show: the title, or what the file's name says while it has none. */
    public String label() {
        return words.title().isEmpty() ? readable(fileName) : words.title();
    }

    /** What the files made of it are named after: nothing, where its own name is only a camera's count. */
    public String nameInFiles() {
        return words.title().isEmpty() && Embedded.saysNothing(readable(fileName)) ? "" : label();
    }

    /** "harbour-day.jpg" as "Harbour day". A name to call it by, never words that stand on a page: a file name describes nothing. */
    static String readable(String fileName) {
        String stem = fileName.replaceFirst("\\.[A-Za-z0-9]{1,5}$", "")
                .replaceAll("[-_\\s]+", " ")
                .strip();
        return stem.isEmpty() ? fileName : stem.substring(0, 1).toUpperCase(Locale.ROOT) + stem.substring(1);
    }

    public PictureFacts facts() {
        return new PictureFacts(
                size,
                transparent,
                type.isDrawn(),
                nameInFiles(),
                words.description(),
                words.creditSaid(),
                keepAreas.areas());
    }

    /** The same, were this what must be seen of it. */
    public StoredPicture with(KeepAreas other) {
        return new StoredPicture(
                number,
                siteId,
                id,
                sha256,
                fileName,
                type,
                size,
                transparent,
                bytes,
                notes,
                words,
                suggestions,
                other,
                wordsRevision,
                addedAt,
                removal,
                made);
    }
}
