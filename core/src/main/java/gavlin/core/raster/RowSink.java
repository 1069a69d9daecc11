package gavlin.core.raster;

import java.nio.ByteBuffer;

/** Takes a decoder's rows, from the first that is wanted to the last, each once. */
@FunctionalInterface
public interface RowSink {
    /** @param samples interleaved straight samples, big-endian when two bytes each; reused by the caller afterwards */
    void row(int y, byte[] samples);

    /**
     * Where a decoder may put all rows at once, one after the other without gaps, in place of handing them out; null when
     * they are wanted one by one. Whoever fills it calls {@link #row} for none of them.
     */
    default ByteBuffer whole() {
        return null;
    }
}
