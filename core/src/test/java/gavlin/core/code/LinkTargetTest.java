package gavlin.core.code;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LinkTargetTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "https://example.org/boats?day=1#noon",
                "HTTP://example.org",
                "/boats",
                "/",
                "mailto:keeper@example.org",
                ""
            })
    void address_ofTheWebOrTheSite_isTaken(String target) {
        assertEquals(target, LinkTarget.checked(" " + target + " "));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "javascript:alert(1)",
                "data:text/html,x",
                "//elsewhere.org/x",
                "boats",
                "https://",
                "https:boats",
                "/a b",
                "mailto:nobody",
                "file:///etc/passwd",
                "vbscript:x",
                "/\\elsewhere.org"
            })
    void anythingElse_isRefused(String target) {
        assertThrows(BadInput.class, () -> LinkTarget.checked(target));
    }
}
