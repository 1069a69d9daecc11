package gavlin.web.account;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BrowserTest {
    /** The shapes of these texts are common practice, no source. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0|Firefox on Linux",
                "Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0 Safari/537.36 Edg/156.0|Edge on Windows",
                "Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/18.0 Safari/605.1.15|Safari on a Mac",
                "Mozilla/5.0 (Linux; Android 15) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/156.0 Mobile Safari/537.36|Chrome on Android",
                "curl/8.5.0|curl/8.5.0",
                "''|a program that does not say what it is"
            })
    void userAgent_isTwoWordsThatPeopleKnow(String userAgent, String named) {
        assertEquals(named, Browser.named(userAgent));
    }
}
