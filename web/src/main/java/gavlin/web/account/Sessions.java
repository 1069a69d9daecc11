package gavlin.web.account;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;

/** Where somebody is signed in, on whichever node: listed, and ended. */
@Service
public class Sessions {
    /** The attribute that says with what somebody signed in. */
    static final String PROGRAM = "gavlin.program";

    private static final int ID_SHOWN = 8;

    private final FindByIndexNameSessionRepository<? extends Session> sessions;

    Sessions(FindByIndexNameSessionRepository<? extends Session> sessions) {
        this.sessions = sessions;
    }

    /**
     * One of somebody's sessions.
     *
     * @param id enough of it to end it by, too little to use it
     * @param program the browser, as it calls itself
     */
    public record Open(String id, String program, Instant since, Instant lastSeen, boolean here) {}

    /** Newest first. @param here the id of the session that asks */
    public List<Open> of(String name, String here) {
        return sessions.findByPrincipalName(name).values().stream()
                .filter(session -> !session.isExpired())
                .map(session -> new Open(
                        Secret.hash(session.getId()).substring(0, ID_SHOWN),
                        session.getAttributeOrDefault(PROGRAM, Browser.named(null)),
                        session.getCreationTime(),
                        session.getLastAccessedTime(),
                        session.getId().equals(here)))
                .sorted(Comparator.comparing(Open::lastSeen).reversed())
                .toList();
    }

    public void end(String name, String id) {
        sessions.findByPrincipalName(name).keySet().stream()
                .filter(session -> Secret.hash(session).startsWith(id))
                .forEach(sessions::deleteById);
    }

    /** Ends all of them. @param except the id of one to be kept, or null */
    public void endAll(String name, String except) {
        sessions.findByPrincipalName(name).keySet().stream()
                .filter(session -> !session.equals(except))
                .forEach(sessions::deleteById);
    }
}
