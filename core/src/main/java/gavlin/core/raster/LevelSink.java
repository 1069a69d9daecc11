package gavlin.core.raster;

import gavlin.core.geometry.Size;
import java.nio.ByteBuffer;

/** Puts a decoder's rows into a level of a working picture, turning them upright on the way. */
final class LevelSink implements RowSink {
    /** Rows gathered before a turned picture is written, so that its columns are written in runs. */
    private static final int TURNED_ROWS = 64;

    private final WorkingPicture.Level level;
    private final Orientation orientation;
    private final Size stored;
    private final int pixelBytes;
    private final byte[] gathered;
    private int gatheredFrom;
    private int gatheredRows;
    private int transparent;

    /** @param stored the level's size before turning upright */
    LevelSink(WorkingPicture.Level level, Orientation orientation, Size stored) {
        this.level = level;
        this.orientation = orientation;
        this.stored = stored;
        this.pixelBytes = level.samples().pixelBytes();
        this.gathered = new byte[TURNED_ROWS * stored.width() * pixelBytes];
    }

    @Override
    public void row(int y, byte[] samples) {
        countTransparent(samples);
        if (gatheredRows == 0) {
            gatheredFrom = y;
        }
        System.arraycopy(samples, 0, gathered, gatheredRows * stored.width() * pixelBytes, stored.width() * pixelBytes);
        gatheredRows++;
        if (gatheredRows == TURNED_ROWS) {
            flush();
        }
    }

    /** The mapped file itself, for an opaque picture that is stored upright. */
    @Override
    public ByteBuffer whole() {
        return orientation == Orientation.UPRIGHT && level.channels() == 3 ? level.bytes() : null;
    }

    /** Exact, of the rows so far. */
    int transparentPixels() {
        return transparent;
    }

    private void countTransparent(byte[] samples) {
        if (level.channels() == 3) {
            return;
        }
        int bytesEach = level.samples().bytesEach();
        for (int i = 3 * bytesEach; i < stored.width() * pixelBytes; i += pixelBytes) {
            if (samples[i] != -1 || bytesEach == 2 && samples[i + 1] != -1) {
                transparent++;
            }
        }
    }

    /** Writes what is gathered; needed once more after the last row. */
    void flush() {
        int width = level.size().width();
        int storedRow = stored.width() * pixelBytes;
        if (!orientation.transposes() && !orientation.mirrorsColumns()) {
            for (int r = 0; r < gatheredRows; r++) {
                int y = orientation.uprightY(0, gatheredFrom + r, stored);
                level.bytes().put(y * width * pixelBytes, gathered, r * storedRow, storedRow);
            }
        } else {
            for (int x = 0; x < stored.width(); x++) {
                for (int r = 0; r < gatheredRows; r++) {
                    int y = gatheredFrom + r;
                    int to = orientation.uprightY(x, y, stored) * width + orientation.uprightX(x, y, stored);
                    level.bytes().put(to * pixelBytes, gathered, r * storedRow + x * pixelBytes, pixelBytes);
                }
            }
        }
        gatheredRows = 0;
    }
}
