package gavlin.core.fit;

/** Whether a picture is enlarged so far that it shows: the one place that judges it. */
public enum Enlargement {
    NONE,
    /** A little: soft rather than blurred. */
    SOFT,
    BLURRED;

    /** Enlarged no more than this, a picture is soft rather than blurred: common practice, no source. */
    private static final double SOFT_DETAIL = 0.8;
    /** Rounding of a box on a page to whole px is no enlarging. */
    private static final double ROUNDING = 1.02;
    /** What doubles lose on the way from a zoom to a window and back. */
    private static final double HAIR = 1e-9;

    /** @param detail px of the picture for each one wanted */
    public static Enlargement of(double detail) {
        return detail >= 1 - HAIR ? NONE : detail >= SOFT_DETAIL - HAIR ? SOFT : BLURRED;
    }

    /** Of a finished file in a box on a page. @param scale CSS px for each of the file's */
    public static Enlargement onPage(double scale) {
        return scale <= ROUNDING ? NONE : of(1 / scale);
    }
}
