package gavlin.web.backup;

import java.io.IOException;
import java.io.OutputStream;
import java.security.MessageDigest;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;

/**
 * Stored files, one after the other, read a few chunks ahead: the database works, and what it gave is hashed, while what came before is
 * written. While it is open, the connection is its own.
 */
final class Originals implements AutoCloseable {
    private static final int CHUNKS_AHEAD = 8;

    private final BlockingQueue<Chunk> read = new ArrayBlockingQueue<>(CHUNKS_AHEAD);
    private final Thread reader;

    /** A part of a file; or, at its end, what all of it hashes to; or why there is no more. */
    private record Chunk(byte[] data, String sha256, Exception failure) {}

    /** @param hashes in the order in which they will be copied */
    Originals(Connection database, List<String> hashes) {
        reader = new Thread(() -> readAll(database, hashes), "originals");
        reader.start();
    }

    private void readAll(Connection database, List<String> hashes) {
        try (PreparedStatement query =
                database.prepareStatement("SELECT data FROM stored_chunk WHERE sha256 = ? ORDER BY part")) {
            query.setFetchSize(4);
            MessageDigest digest = Backup.sha256();
            for (String sha256 : hashes) {
                query.setString(1, sha256);
                try (ResultSet row = query.executeQuery()) {
                    while (row.next()) {
                        byte[] data = row.getBytes(1);
                        read.put(new Chunk(data, null, null));
                        digest.update(data);
                    }
                }
                read.put(new Chunk(null, HexFormat.of().formatHex(digest.digest()), null));
            }
        } catch (SQLException | RuntimeException e) {
            put(new Chunk(null, null, e));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt(); // whoever copied has given up
        }
    }

    private void put(Chunk last) {
        try {
            read.put(last);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /**
     * Copies the next one.
     *
     * @return its bytes
     * @throws IllegalStateException when the database holds other bytes than it should: a backup of them would be none
     */
    long copyNext(String sha256, OutputStream to) throws SQLException, IOException {
        long bytes = 0;
        Chunk chunk = next();
        for (; chunk.data != null; chunk = next()) {
            to.write(chunk.data);
            bytes += chunk.data.length;
        }
        if (!chunk.sha256.equals(sha256)) {
            throw new IllegalStateException("the original " + sha256 + " is damaged in the database");
        }
        return bytes;
    }

    private Chunk next() throws SQLException, IOException {
        try {
            Chunk chunk = read.take();
            if (chunk.failure != null) {
                throw new SQLException("an original could not be read", chunk.failure);
            }
            return chunk;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("the backup was interrupted", e);
        }
    }

    /** The connection is free again afterwards. */
    @Override
    public void close() {
        reader.interrupt();
        try {
            reader.join();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
