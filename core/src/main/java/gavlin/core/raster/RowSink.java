package gavlin.core.raster;

/** Takes a decoder's rows, top to bottom, each once. */
@FunctionalInterface
public interface RowSink {
    /** @param samples interleaved straight samples, big-endian when two bytes each; reused by the caller afterwards */
    void row(int y, byte[] samples);
}
