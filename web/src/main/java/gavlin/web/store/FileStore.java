package gavlin.web.store;

import gavlin.core.decoder.Source;
import gavlin.web.problem.NotFound;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Files in the database, by the SHA-256 of their bytes, in chunks of 1 MB: one backup has everything. */
@Service
public class FileStore {
    private static final int CHUNK = 1 << 20;

    private static final String NOBODY_REFERS = " AND NOT EXISTS (SELECT 1 FROM picture p WHERE p.sha256 = f.sha256)"
            + " AND NOT EXISTS (SELECT 1 FROM shelf_picture s WHERE s.sha256 = f.sha256)"
            + " AND NOT EXISTS (SELECT 1 FROM rendition r WHERE r.sha256 = f.sha256)"
            + " AND NOT EXISTS (SELECT 1 FROM dispatched_file d WHERE d.sha256 = f.sha256)";

    private final JdbcTemplate sql;
    private final TransactionTemplate transaction;

    FileStore(JdbcTemplate sql, TransactionTemplate transaction) {
        this.sql = sql;
        this.transaction = transaction;
    }

    /**
     * What a file is, found by reading it once.
     *
     * @param sha256 of its bytes, in hexadecimal digits
     */
    public record Identity(String sha256, long bytes) {}

    public static Identity identify(Source source) throws IOException {
        MessageDigest digest = digest();
        long[] bytes = {0};
        source.copyTo(new OutputStream() {
            @Override
            public void write(int value) {
                write(new byte[] {(byte) value}, 0, 1);
            }

            @Override
            public void write(byte[] from, int at, int length) {
                digest.update(from, at, length);
                bytes[0] += length;
            }
        });
        return new Identity(HexFormat.of().formatHex(digest.digest()), bytes[0]);
    }

    /** Stores the bytes once, however often they come. */
    @Transactional
    public String put(byte[] bytes) {
        try {
            String sha256 = sha256(bytes);
            put(new Identity(sha256, bytes.length), Source.of(bytes));
            return sha256;
        } catch (IOException e) {
            throw new IllegalStateException("memory does not fail to be read", e);
        }
    }

    /** Stores a file chunk by chunk: no more than one of them is in memory. */
    @Transactional(rollbackFor = IOException.class)
    public void put(Identity file, Source source) throws IOException {
        int added = sql.update(
                "INSERT IGNORE INTO stored_file (sha256, bytes, made_at) VALUES (?, ?, UTC_TIMESTAMP(3))",
                file.sha256,
                file.bytes);
        if (added == 0) {
            return; // a writer still at work on the same bytes held us until it had committed
        }
        Chunks chunks = new Chunks(file.sha256);
        source.copyTo(chunks);
        chunks.finish();
        if (chunks.written != file.bytes) {
            throw new IOException("a file changed while it was stored");
        }
    }

    /** Cuts what comes into rows of the table. */
    private final class Chunks extends OutputStream {
        private final String sha256;
        private final byte[] chunk = new byte[CHUNK];
        private int filled;
        private int part;
        private long written;

        Chunks(String sha256) {
            this.sha256 = sha256;
        }

        @Override
        public void write(int value) {
            write(new byte[] {(byte) value}, 0, 1);
        }

        @Override
        public void write(byte[] from, int at, int length) {
            for (int done = 0; done < length; ) {
                int some = Math.min(length - done, CHUNK - filled);
                System.arraycopy(from, at + done, chunk, filled, some);
                filled += some;
                done += some;
                if (filled == CHUNK) {
                    finish();
                }
            }
        }

        void finish() {
            if (filled > 0) {
                sql.update(
                        "INSERT INTO stored_chunk (sha256, part, data) VALUES (?, ?, ?)",
                        sha256,
                        part++,
                        Arrays.copyOf(chunk, filled));
                written += filled;
                filled = 0;
            }
        }
    }

    /**
     * Hands the bytes out chunk by chunk. Each is a query of its own: no connection is held while whoever takes them is slow. Chunks are
     * never changed; a file that is collected meanwhile ends in an error, never in other bytes.
     */
    public void copy(String sha256, OutputStream to) throws IOException {
        List<Long> length = sql.queryForList("SELECT bytes FROM stored_file WHERE sha256 = ?", Long.class, sha256);
        if (length.isEmpty()) {
            throw new NotFound("stored file", sha256);
        }
        for (int part = 0; (long) part * CHUNK < length.get(0); part++) {
            List<byte[]> chunk = sql.queryForList(
                    "SELECT data FROM stored_chunk WHERE sha256 = ? AND part = ?", byte[].class, sha256, part);
            if (chunk.isEmpty()) {
                throw new IOException("the stored file " + sha256 + " lacks its part " + part);
            }
            to.write(chunk.get(0));
        }
    }

    public boolean has(String sha256) {
        return !sql.queryForList("SELECT 1 FROM stored_file WHERE sha256 = ?", Long.class, sha256)
                .isEmpty();
    }

    public byte[] bytes(String sha256) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            copy(sha256, out);
        } catch (IOException e) {
            throw new IllegalStateException("memory does not fail to write", e);
        }
        return out.toByteArray();
    }

    /**
     * Deletes files that nothing refers to. Each is locked first: whoever is about to refer to it either has done so by then, or stores
     * it anew.
     *
     * @return how many
     */
    public int collect(Instant before) {
        List<String> old = sql.queryForList(
                "SELECT f.sha256 FROM stored_file f WHERE f.made_at < ?" + NOBODY_REFERS,
                String.class,
                Timestamp.from(before));
        int gone = 0;
        for (String sha256 : old) {
            gone += Boolean.TRUE.equals(transaction.execute(status -> collected(sha256))) ? 1 : 0;
        }
        return gone;
    }

    /** How many files {@link #collect} would take. */
    public long collectable(Instant before) {
        Long count = sql.queryForObject(
                "SELECT COUNT(*) FROM stored_file f WHERE f.made_at < ?" + NOBODY_REFERS,
                Long.class,
                Timestamp.from(before));
        return count == null ? 0 : count;
    }

    private boolean collected(String sha256) {
        sql.queryForList("SELECT bytes FROM stored_file WHERE sha256 = ? FOR UPDATE", sha256);
        if (sql.queryForList("SELECT f.sha256 FROM stored_file f WHERE f.sha256 = ?" + NOBODY_REFERS, sha256)
                .isEmpty()) {
            return false;
        }
        sql.update("DELETE FROM stored_chunk WHERE sha256 = ?", sha256);
        return sql.update("DELETE FROM stored_file WHERE sha256 = ?", sha256) > 0;
    }

    public static String sha256(byte[] bytes) {
        return HexFormat.of().formatHex(digest().digest(bytes));
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every JDK has SHA-256", e);
        }
    }
}
