package gavlin.core.raster;

import com.sun.jna.Library;
import com.sun.jna.Native;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Room on the disk, taken before a file is mapped: a mapped page for which the disk has no room would end the process, not fail a write.
 */
final class Room {
    /** As in fcntl.h and errno.h of Linux. */
    private static final int WRITE_ONLY = 1;

    private static final int NO_SPACE = 28;
    private static final int QUOTA_EXCEEDED = 122;
    private static final int CHUNK = 1 << 20;
    private static final LibC C = load();

    private Room() {}

    /** As in POSIX.1-2017. */
    private interface LibC extends Library {
        int open(String path, int flags);

        int close(int descriptor);

        int posix_fallocate(int descriptor, long offset, long length);
    }

    /**
     * Gives the bytes {@code from..from+length−1} of a file a place on the disk; where it had none they are zero.
     *
     * @throws DiskFull when there is none
     */
    static void reserve(Path file, long from, long length) throws IOException {
        if (length <= 0) {
            return;
        }
        int failed = C == null ? -1 : allocate(file, from, length);
        if (failed == NO_SPACE || failed == QUOTA_EXCEEDED) {
            throw new DiskFull("there is no room for " + length + " bytes more");
        }
        if (failed != 0) {
            writeZeros(file, from, length);
        }
    }

    private static int allocate(Path file, long from, long length) {
        int descriptor = C.open(file.toString(), WRITE_ONLY);
        if (descriptor < 0) {
            return -1;
        }
        try {
            return C.posix_fallocate(descriptor, from, length);
        } finally {
            C.close(descriptor);
        }
    }

    /** Where the system can't: only right for a file that holds nothing there yet. */
    private static void writeZeros(Path file, long from, long length) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
            ByteBuffer zeros = ByteBuffer.allocate(CHUNK);
            for (long at = from; at < from + length; at += zeros.limit()) {
                zeros.clear().limit((int) Math.min(CHUNK, from + length - at));
                channel.write(zeros, at);
            }
        } catch (IOException e) {
            throw DiskFull.isSaidBy(e) ? new DiskFull(e.getMessage()) : e;
        }
    }

    private static LibC load() {
        try {
            return Native.load("c", LibC.class);
        } catch (UnsatisfiedLinkError e) {
            return null;
        }
    }
}
