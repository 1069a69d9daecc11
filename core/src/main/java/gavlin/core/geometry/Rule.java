package gavlin.core.geometry;

/** How a picture is put into a box, in the sense of CSS object-fit (CSS Images Module 3, §5.5). */
public enum Rule {
    /** Fills the box, keeps proportions, cuts off what does not go in. */
    COVER,
    /** Shows all of the picture, keeps proportions, leaves margins. */
    CONTAIN;

    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
