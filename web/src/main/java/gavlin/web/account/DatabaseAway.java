package gavlin.web.account;

import org.springframework.security.authentication.AuthenticationServiceException;

/** Nobody can say who asks, because the database does not answer: no fault of whoever asks. */
final class DatabaseAway extends AuthenticationServiceException {
    DatabaseAway(Throwable cause) {
        super("the database does not answer just now; try again in a moment", cause);
    }
}
