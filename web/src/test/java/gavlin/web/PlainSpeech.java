package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;

/** Refuses machine speech in what the API says: every answer that any test gets is looked through. */
final class PlainSpeech {
    private static final Set<String> FOR_PEOPLE = Set.of("detail", "says", "where");
    private static final List<Pattern> MACHINE_SPEECH = patterns();

    private PlainSpeech() {}

    static void assertPlain(JsonNode answer) {
        answer.properties().forEach(member -> {
            if (FOR_PEOPLE.contains(member.getKey()) && member.getValue().isString()) {
                assertPlain(member.getValue().asString());
            }
            assertPlain(member.getValue());
        });
        if (answer.isArray()) {
            answer.forEach(PlainSpeech::assertPlain);
        }
    }

    static void assertPlain(String message) {
        String own = message.replaceAll("“[^”]*”", "“”").replaceAll("#[0-9A-F]{6}\\b", "#");
        assertEquals(
                List.of(),
                MACHINE_SPEECH.stream()
                        .filter(pattern -> pattern.matcher(own).find())
                        .toList(),
                message);
    }

    /** Those of the core. */
    private static List<Pattern> patterns() {
        try {
            return Files.readAllLines(Path.of("../core/src/test/resources/machine-speech.txt")).stream()
                    .filter(line -> !line.startsWith("# "))
                    .map(Pattern::compile)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
