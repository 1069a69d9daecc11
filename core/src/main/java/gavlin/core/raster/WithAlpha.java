package gavlin.core.raster;

import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;

/** Opaque rows with an alpha channel of ones: what a file needs whose edges the picture does not reach. */
record WithAlpha(PixelRows opaque) implements PixelRows {
    /** Less than this of a pixel left open is rounding. */
    private static final double ROUNDING = 1e-6;

    /** The rows as they are, or with alpha where the framing leaves a part of the file empty. */
    static PixelRows where(PixelRows rows, Framing<?> framing, Size out) {
        var placed = framing.placed();
        boolean covers = placed.x() <= ROUNDING
                && placed.y() <= ROUNDING
                && placed.right() >= out.width() - ROUNDING
                && placed.bottom() >= out.height() - ROUNDING;
        return covers || rows.channels() == 4 ? rows : new WithAlpha(rows);
    }

    @Override
    public Size size() {
        return opaque.size();
    }

    @Override
    public int channels() {
        return 4;
    }

    @Override
    public void readLinear(int y, int x, int count, float[] into) {
        float[] rgb = new float[count * 3];
        opaque.readLinear(y, x, count, rgb);
        for (int i = 0, from = 0, to = 0; i < count; i++, from += 3, to += 4) {
            into[to] = rgb[from];
            into[to + 1] = rgb[from + 1];
            into[to + 2] = rgb[from + 2];
            into[to + 3] = 1;
        }
    }
}
