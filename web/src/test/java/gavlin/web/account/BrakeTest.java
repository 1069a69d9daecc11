package gavlin.web.account;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class BrakeTest {
    private Instant now = Instant.parse("2026-11-26T04:00:00Z");
    private final Brake brake = new Brake(() -> now);

    @Test
    void fewWrongPasswords_costNothing() {
        guess("ines", "10.0.0.1", 4);
        assertEquals(Duration.ZERO, brake.wait("ines", "10.0.0.1"));
    }

    @Test
    void further_eachWaitIsTwiceAsLong_upToAMinute() {
        guess("ines", "10.0.0.1", 5);
        assertEquals(Duration.ofSeconds(1), brake.wait("ines", "10.0.0.1"));
        guess("ines", "10.0.0.1", 3);
        assertEquals(Duration.ofSeconds(8), brake.wait("ines", "10.0.0.1"));
        guess("ines", "10.0.0.1", 40);
        assertEquals(Duration.ofSeconds(60), brake.wait("ines", "10.0.0.1"));
        now = now.plusSeconds(61);
        assertEquals(Duration.ZERO, brake.wait("ines", "10.0.0.1"), "never for ever");
    }

    @Test
    void manyNamesFromOneAddress_areBrakedTogether() {
        for (int i = 0; i < 25; i++) {
            brake.failed("name-" + i, "10.0.0.9");
        }
        assertTrue(brake.wait("somebody-else", "10.0.0.9").toSeconds() > 0);
        assertEquals(Duration.ZERO, brake.wait("somebody-else", "10.0.0.1"));
    }

    @Test
    void oneNameFromManyAddresses_isBraked_butNotForWhoHasSignedInFromTheirsBefore() {
        brake.succeeded("ines", "10.0.0.1");
        for (int i = 0; i < 100; i++) {
            brake.failed("ines", "10.1.0." + i);
        }
        assertTrue(brake.wait("ines", "10.1.0.200").toSeconds() > 0);
        assertEquals(Duration.ZERO, brake.wait("ines", "10.0.0.1"));
    }

    @Test
    void rightPassword_letsTheNextMistakesBeFew() {
        guess("ines", "10.0.0.1", 8);
        brake.succeeded("ines", "10.0.0.1");
        guess("ines", "10.0.0.1", 4);
        assertEquals(Duration.ZERO, brake.wait("ines", "10.0.0.1"));
    }

    private void guess(String name, String address, int times) {
        for (int i = 0; i < times; i++) {
            brake.failed(name, address);
        }
    }
}
