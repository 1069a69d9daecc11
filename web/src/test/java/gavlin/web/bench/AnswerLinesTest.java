package gavlin.web.bench;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class AnswerLinesTest {
    private static final JsonMapper JSON = new JsonMapper();

    @Test
    void lines_areToldOneByOne() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (AnswerLines lines = new AnswerLines(out, JSON)) {
            lines.tell(() -> Map.of("at", 1));
            assertEquals("{\"at\":1}\n", out.toString(StandardCharsets.UTF_8));
            lines.tell(() -> Map.of("at", 2));
        }
        assertEquals("{\"at\":1}\n{\"at\":2}\n", out.toString(StandardCharsets.UTF_8));
    }

    /** The server uses a request's stream again for the next: what comes late would stand in somebody else's answer. */
    @Test
    void lineThatComesAfterTheAnswerEnded_isWrittenNowhere_norEvenMade() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        AnswerLines lines = new AnswerLines(out, JSON);
        lines.close();
        lines.tell(() -> {
            throw new AssertionError("nobody needs it");
        });
        assertEquals(0, out.size());
    }

    @Test
    void listenerWhoLeft_isNoFailureOfTheSearch() {
        OutputStream gone = new OutputStream() {
            @Override
            public void write(int b) throws IOException {
                throw new IOException("Broken pipe");
            }
        };
        assertDoesNotThrow(() -> new AnswerLines(gone, JSON).tell(() -> Map.of("at", 1)));
    }
}
