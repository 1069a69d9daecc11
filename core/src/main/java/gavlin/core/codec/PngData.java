package gavlin.core.codec;

import java.util.List;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** A PNG's IDAT chunks as one inflated stream. */
final class PngData implements AutoCloseable {
    private final Bytes file;
    private final List<int[]> stretches;
    private final Inflater inflater = new Inflater();
    private int next;

    PngData(Bytes file, List<int[]> stretches) {
        this.file = file;
        this.stretches = stretches;
    }

    void read(byte[] into, int at, int count) {
        try {
            while (count > 0) {
                int got = inflater.inflate(into, at, count);
                at += got;
                count -= got;
                if (got == 0) {
                    if (inflater.finished() || inflater.needsDictionary() || next == stretches.size()) {
                        throw PictureRefused.corrupt("it breaks off in the middle of the picture");
                    }
                    int[] stretch = stretches.get(next++);
                    inflater.setInput(file.array(), stretch[0], stretch[1]);
                }
            }
        } catch (DataFormatException e) {
            throw PictureRefused.corrupt("its picture data cannot be unpacked");
        }
    }

    @Override
    public void close() {
        inflater.end();
    }
}
