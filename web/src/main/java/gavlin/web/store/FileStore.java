package gavlin.web.store;

import gavlin.web.problem.NotFound;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.ResultSet;
import java.util.Arrays;
import java.util.HexFormat;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Files in the database, by the SHA-256 of their bytes, in chunks of 1 MB: one backup has everything. */
@Service
public class FileStore {
    private static final int CHUNK = 1 << 20;

    private final JdbcTemplate sql;

    FileStore(JdbcTemplate sql) {
        this.sql = sql;
    }

    /** Stores the bytes once, however often they come. */
    @Transactional
    public String put(byte[] bytes) {
        String sha256 = sha256(bytes);
        int added = sql.update(
                "INSERT IGNORE INTO stored_file (sha256, bytes, made_at) VALUES (?, ?, UTC_TIMESTAMP(3))",
                sha256,
                bytes.length);
        if (added == 0) {
            return sha256; // a writer still at work on the same bytes held us until it had committed
        }
        for (int part = 0; (long) part * CHUNK < bytes.length; part++) {
            byte[] chunk = Arrays.copyOfRange(bytes, part * CHUNK, Math.min(bytes.length, (part + 1) * CHUNK));
            sql.update("INSERT INTO stored_chunk (sha256, part, data) VALUES (?, ?, ?)", sha256, part, chunk);
        }
        return sha256;
    }

    /** Hands the bytes out chunk by chunk. */
    @Transactional(readOnly = true)
    public void copy(String sha256, OutputStream to) throws IOException {
        IOException[] failure = new IOException[1];
        int[] chunks = new int[1];
        JdbcTemplate streaming = new JdbcTemplate(sql.getDataSource());
        streaming.setFetchSize(1);
        streaming.query(
                "SELECT data FROM stored_chunk WHERE sha256 = ? ORDER BY part",
                (ResultSet row) -> {
                    try {
                        chunks[0]++;
                        if (failure[0] == null) {
                            to.write(row.getBytes(1));
                        }
                    } catch (IOException e) {
                        failure[0] = e;
                    }
                },
                sha256);
        if (failure[0] != null) {
            throw failure[0];
        }
        if (chunks[0] == 0) {
            throw new NotFound("stored file", sha256);
        }
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

    public static String sha256(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every JDK has SHA-256", e);
        }
    }
}
