package gavlin.web.account;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class RememberingPasswordEncoderTest {
    private final RememberingPasswordEncoder passwords = new RememberingPasswordEncoder();

    @Test
    void password_rightOrWrong_isToldApartEveryTime() {
        String stored = passwords.encode("tolvane-demo");
        for (int i = 0; i < 3; i++) {
            assertTrue(passwords.matches("tolvane-demo", stored));
            assertFalse(passwords.matches("tolvane-dem0", stored));
            assertFalse(passwords.matches("", stored));
        }
    }

    @Test
    void changedPassword_forgetsTheOldOneAtOnce() {
        String before = passwords.encode("first");
        assertTrue(passwords.matches("first", before));
        String after = passwords.encode("second");
        assertNotEquals(before, after);
        assertFalse(passwords.matches("first", after));
    }
}
