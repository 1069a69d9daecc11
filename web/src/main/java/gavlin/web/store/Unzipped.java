package gavlin.web.store;

import gavlin.core.BadInput;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;

/** A ZIP that somebody brought, read with an end to it. Names are only compared; nothing is written anywhere. */
public final class Unzipped {
    private static final int MOST_ENTRIES = 10_000;

    private Unzipped() {}

    /** One file in it. */
    public interface Content {
        /** All of it; null for more bytes than that. */
        byte[] read(long most) throws IOException;
    }

    /** Takes one file. */
    public interface Taking {
        /** @param path with slashes */
        void take(String path, Content content) throws IOException;
    }

    /**
     * Each file, without folders and what systems hide among them.
     *
     * @param field that is named where something is wrong
     * @param mostBytes of all of it, unpacked: a ZIP of a few MB may unpack to as many GB
     * @throws BadInput for what is no ZIP, a damaged one, or too much of one
     */
    public static void each(InputStream zipped, String field, long mostBytes, Taking taking) throws IOException {
        int files = 0;
        try (ZipInputStream zip = new Bounded(zipped, field, mostBytes)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                String path = entry.getName().replace('\\', '/');
                String name = path.substring(path.lastIndexOf('/') + 1);
                if (entry.isDirectory() || name.startsWith(".") || path.startsWith("__MACOSX/")) {
                    continue;
                }
                if (++files > MOST_ENTRIES) {
                    throw new BadInput(field, "the ZIP has more than " + MOST_ENTRIES + " files: bring them in parts");
                }
                taking.take(path, most -> {
                    byte[] bytes = zip.readNBytes((int) Math.min(Integer.MAX_VALUE - 8, most + 1));
                    return bytes.length > most ? null : bytes;
                });
            }
        } catch (BadInput e) {
            throw e;
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new BadInput(
                    field, "the ZIP is damaged or cut off; what stands in it before that was taken in as pictures");
        }
    }

    /** Whatever is unpacked counts, also what is skipped. */
    private static final class Bounded extends ZipInputStream {
        private final String field;
        private final long most;
        private long left;

        Bounded(InputStream in, String field, long most) {
            super(in, StandardCharsets.UTF_8);
            this.field = field;
            this.most = most;
            this.left = most;
        }

        @Override
        public int read(byte[] into, int at, int length) throws IOException {
            int n = super.read(into, at, length);
            left -= Math.max(0, n);
            if (left < 0) {
                throw new BadInput(
                        field, "the ZIP unpacks to more than " + most / 1_000_000 + " MB: bring it in parts");
            }
            return n;
        }
    }
}
