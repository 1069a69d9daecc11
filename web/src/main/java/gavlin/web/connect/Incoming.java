package gavlin.web.connect;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.util.function.LongSupplier;

/** What a site sends, read with an end to it: by bytes and by time, also where it comes drop by drop. */
final class Incoming {
    private static final Duration LONGEST = Duration.ofMinutes(2);
    private static final int CHUNK = 1 << 15;

    private Incoming() {}

    /** @throws SiteRefused for more than {@link Connector#MOST_BYTES} @throws IOException when it takes too long */
    static byte[] read(InputStream in) throws IOException {
        return read(in, System::nanoTime);
    }

    static byte[] read(InputStream in, LongSupplier nanos) throws IOException {
        long end = nanos.getAsLong() + LONGEST.toNanos();
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        byte[] chunk = new byte[CHUNK];
        for (int read = in.read(chunk); read >= 0; read = in.read(chunk)) {
            all.write(chunk, 0, read);
            if (all.size() > Connector.MOST_BYTES) {
                throw SiteRefused.thisFile("the site answered with more than " + Connector.MOST_BYTES + " bytes");
            }
            if (nanos.getAsLong() > end) {
                throw new IOException("the answer took more than " + LONGEST.toSeconds() + " s");
            }
        }
        return all.toByteArray();
    }
}
