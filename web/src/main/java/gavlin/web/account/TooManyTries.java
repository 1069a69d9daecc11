package gavlin.web.account;

import java.time.Duration;
import org.springframework.security.core.AuthenticationException;

/** The password was not looked at: there were too many wrong ones just before. */
final class TooManyTries extends AuthenticationException {
    private final Duration wait;

    TooManyTries(Duration wait) {
        super("too many wrong passwords: try again in " + seconds(wait) + " s");
        this.wait = wait;
    }

    long seconds() {
        return seconds(wait);
    }

    private static long seconds(Duration wait) {
        return Math.max(1, (wait.toMillis() + 999) / 1000);
    }
}
