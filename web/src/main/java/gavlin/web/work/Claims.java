package gavlin.web.work;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * Which of several nodes does a piece of work: a row of the database says that it is taken, until when at most. No connection is held
 * meanwhile, a node that dies leaves the work to others when its time is up, and the database's clock is everybody's.
 */
@Component
public class Claims {
    private final JdbcTemplate sql;

    Claims(JdbcTemplate sql) {
        this.sql = sql;
    }

    /** Work that one node has taken. Closed when it is done. */
    public final class Claim implements AutoCloseable {
        private final String name;
        private final byte[] holder;

        private Claim(String name, byte[] holder) {
            this.name = name;
            this.holder = holder;
        }

        @Override
        public void close() {
            sql.update("DELETE FROM claim WHERE name = ? AND holder = ?", name, holder);
        }
    }

    /**
     * @param name of the work: ASCII, at most 100 characters
     * @param most after which others may take it too
     * @return empty when somebody else does it
     */
    public Optional<Claim> take(String name, Duration most) {
        byte[] holder = random();
        long micros = most.toNanos() / 1000;
        return Again.whenBeaten(() -> {
            int taken = sql.update(
                    "INSERT IGNORE INTO claim (name, holder, until) VALUES (?, ?, NOW(3) + INTERVAL ? MICROSECOND)",
                    name,
                    holder,
                    micros);
            if (taken == 0) {
                taken = sql.update(
                        "UPDATE claim SET holder = ?, until = NOW(3) + INTERVAL ? MICROSECOND WHERE name = ? AND until < NOW(3)",
                        holder,
                        micros,
                        name);
            }
            return taken == 0 ? Optional.empty() : Optional.of(new Claim(name, holder));
        });
    }

    /** Drops what dead nodes left. */
    public void forgetOld() {
        sql.update("DELETE FROM claim WHERE until < NOW(3) - INTERVAL 1 DAY");
    }

    private static byte[] random() {
        UUID id = UUID.randomUUID();
        return ByteBuffer.allocate(16)
                .putLong(id.getMostSignificantBits())
                .putLong(id.getLeastSignificantBits())
                .array();
    }
}
