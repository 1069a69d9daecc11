package gavlin.web.problem;

import java.util.List;

/** What is asked doesn't go with how things stand now. */
public class Conflict extends RuntimeException {
    public Conflict(String message) {
        super(message);
    }

    /** What stands in the way, one by one, where there is more to say than the message. */
    public List<?> changes() {
        return List.of();
    }
}
