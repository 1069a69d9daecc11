package gavlin.core.raster;

import java.io.IOException;

/** There is no room left on the disk for a working picture. What was begun is not kept. */
public final class DiskFull extends IOException {
    public DiskFull(String message) {
        super(message);
    }

    /** Whether a failure to write says so, in the words of Linux. */
    public static boolean isSaidBy(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            String message = cause.getMessage();
            if (cause instanceof DiskFull
                    || message != null
                            && (message.contains("No space left on device")
                                    || message.contains("Disk quota exceeded"))) {
                return true;
            }
        }
        return false;
    }
}
