package gavlin.core.raster;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;

/**
 * How stored rows and columns become an upright picture: the eight values of EXIF's Orientation tag 0x0112 (CIPA
 * DC-008, §4.6.4; checked against the eight example files named beside the test).
 */
public enum Orientation {
    UPRIGHT(false, false, false),
    MIRRORED(false, true, false),
    UPSIDE_DOWN(false, true, true),
    MIRRORED_UPSIDE_DOWN(false, false, true),
    TRANSPOSED(true, false, false),
    TURNED_LEFT(true, true, false),
    TRANSVERSED(true, true, true),
    TURNED_RIGHT(true, false, true);

    private final boolean transposes;
    private final boolean flipsX;
    private final boolean flipsY;

    Orientation(boolean transposes, boolean flipsX, boolean flipsY) {
        this.transposes = transposes;
        this.flipsX = flipsX;
        this.flipsY = flipsY;
    }

    /** The orientation of an EXIF value 1..8; anything else counts as upright, as readers commonly do. */
    public static Orientation ofExif(int value) {
        return value >= 1 && value <= 8 ? values()[value - 1] : UPRIGHT;
    }

    public Size upright(Size stored) {
        return transposes ? stored.transposed() : stored;
    }

    /** What takes the upright picture back to how it is stored. */
    public Orientation inverse() {
        // The two quarter turns undo each other, all others themselves.
        return this == ofExif(6) ? ofExif(8) : this == ofExif(8) ? ofExif(6) : this;
    }

    /** A box in fractions of the stored picture, as fractions of the upright one. */
    public Box<OfPicture> upright(Box<OfPicture> stored) {
        Box<OfPicture> along = transposes ? new Box<>(stored.y(), stored.x(), stored.height(), stored.width()) : stored;
        return new Box<>(
                flipsX ? 1 - along.right() : along.x(),
                flipsY ? 1 - along.bottom() : along.y(),
                along.width(),
                along.height());
    }

    boolean transposes() {
        return transposes;
    }

    boolean mirrorsColumns() {
        return flipsX;
    }

    boolean mirrorsRows() {
        return flipsY;
    }

    public int uprightX(int x, int y, Size stored) {
        int along = transposes ? y : x;
        return flipsX ? upright(stored).width() - 1 - along : along;
    }

    public int uprightY(int x, int y, Size stored) {
        int along = transposes ? x : y;
        return flipsY ? upright(stored).height() - 1 - along : along;
    }
}
