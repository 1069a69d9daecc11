package gavlin.core.solve;

/**
 * What of a window must not change.
 *
 * @param x its left edge, source px, or null
 * @param y its top edge, source px, or null
 * @param width source px, or null
 */
public record Lock(Double x, Double y, Double width) {
    public static final Lock NOTHING = new Lock(null, null, null);

    double x(double otherwise) {
        return x == null ? otherwise : x;
    }

    double y(double otherwise) {
        return y == null ? otherwise : y;
    }

    /** The least and the greatest width of a window. */
    double[] widths(Scene scene) {
        double widest = scene.widest();
        if (x != null) {
            widest = Math.min(widest, scene.picture().width() - x);
        }
        if (y != null) {
            widest = Math.min(
                    widest, (scene.picture().height() - y) * scene.slot().proportion());
        }
        if (width != null) {
            widest = Math.min(widest, width);
        }
        return new double[] {width != null ? widest : Math.min(scene.narrowest(), widest), widest};
    }
}
