package gavlin.web.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.json.JsonMapper;

/**
 * An answer in lines of JSON, which several threads may tell. Once it is closed nothing more is written: a search that was given up may still tell of a
 * file, and by then the server has lent the same stream to somebody else's request.
 */
final class AnswerLines implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(AnswerLines.class);

    private final JsonMapper json;
    /** Null once it is closed. */
    private OutputStream out;

    AnswerLines(OutputStream out, JsonMapper json) {
        this.out = out;
        this.json = json;
    }

    /** What is told goes on, whether anybody listens or not: others may wait for the same file. */
    synchronized void tell(Supplier<?> line) {
        if (out == null) {
            return;
        }
        try {
            out.write((json.writeValueAsString(line.get()) + "\n").getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            LOG.debug("nobody listens any more", e);
        }
    }

    @Override
    public synchronized void close() {
        out = null;
    }
}
