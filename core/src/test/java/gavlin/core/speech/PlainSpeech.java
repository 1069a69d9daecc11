package gavlin.core.speech;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** Refuses messages that hold what {@code machine-speech.txt} lists. The web's tests read the same list. */
final class PlainSpeech {
    private static final List<Pattern> MACHINE_SPEECH = patterns();

    private PlainSpeech() {}

    static void assertPlain(String message) {
        assertFalse(message.isBlank(), "a message that says nothing");
        String own = message.replaceAll("“[^”]*”", "“”").replaceAll("#[0-9A-F]{6}\\b", "#");
        assertEquals(
                List.of(),
                MACHINE_SPEECH.stream()
                        .filter(pattern -> pattern.matcher(own).find())
                        .toList(),
                message);
    }

    private static List<Pattern> patterns() {
        try {
            return Files.readAllLines(Path.of("src/test/resources/machine-speech.txt")).stream()
                    .filter(line -> !line.startsWith("# "))
                    .map(Pattern::compile)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
