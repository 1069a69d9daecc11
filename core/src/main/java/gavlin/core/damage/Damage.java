package gavlin.core.damage;

/**
 * What compression did to a picture.
 *
 * @param ssim as {@link Ssim}, 0..1: a figure that others know, not what is judged by
 * @param structure multi-scale structural similarity, 0..1
 * @param worstPlaces the same over the finest scales, the mean of the worst twentieth of places
 * @param addedEdges in smooth areas, 99th percentile, CIE 1994 at half the density
 * @param colour the mean of the worst twentieth of places, CIEDE2000 at a quarter of the density
 */
public record Damage(double ssim, double structure, double worstPlaces, double addedEdges, double colour) {
    /** What of each is just not seen. */
    private static final double STRUCTURE = 0.04;

    private static final double PLACES = 0.008;
    private static final double EDGES = 0.9;
    private static final double COLOUR = 1.9;

    /** Of {@link #seen}: up to here nobody sees it. */
    public static final double NOT_SEEN = 1;
    /** From here on everybody does who looks. */
    public static final double SHOWS = 2;

    /** Nothing happened to it. */
    public static final Damage NONE = new Damage(1, 1, 1, 0, 0);

    /**
     * The worst of the four as a multiple of what is just not seen: 0 none, up to 1 not seen. Likeness grows with the
     * square of what is seen, as Butteraugli judges it.
     */
    public double seen() {
        double forms = Math.max(root((1 - structure) / STRUCTURE), root((1 - worstPlaces) / PLACES));
        return Math.max(forms, Math.max(addedEdges / EDGES, colour / COLOUR));
    }

    /** Of one place: of what its forms lost, and the edges that were added. */
    static double seenOfForms(double lost, double added) {
        return Math.max(root(lost / PLACES), added / EDGES);
    }

    /** Of one place: what is seen already, or its colour's shift if that is seen more. */
    static double seenOfColour(double seen, double shift) {
        return Math.max(seen, shift / COLOUR);
    }

    /** A likeness of 1 may come out a little above it. */
    private static double root(double loss) {
        return Math.sqrt(Math.max(0, loss));
    }

    /** What is seen. */
    public enum Kind {
        /** Forms are softer or bent, over all of the picture. */
        FORMS,
        /** The same in some places. */
        PLACES,
        /** Steps, blocks and rings in smooth areas. */
        EDGES,
        /** Colours moved or ran. */
        COLOUR
    }

    /** What is seen most. */
    public Kind most() {
        double seen = seen();
        if (colourCountsMost()) {
            return Kind.COLOUR;
        }
        return addedEdges / EDGES >= seen
                ? Kind.EDGES
                : root((1 - worstPlaces) / PLACES) >= seen ? Kind.PLACES : Kind.FORMS;
    }

    /** Whether the change of colours is what is seen most. */
    public boolean colourCountsMost() {
        return colour / COLOUR >= seen();
    }

    /** Whether the change of colours is far from what is seen most. */
    public boolean colourCountsLittle() {
        return colour / COLOUR < seen() / 2;
    }
}
