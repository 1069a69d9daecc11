package gavlin.web.dispatch;

import gavlin.core.geometry.Box;
import gavlin.core.receipt.Comparison;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A file on its way to the site, and the receipt: what the site then held of it. */
@Entity
class Delivery {
    /** Where a file is on its way. */
    enum State {
        WAITING("waits"),
        SENT("sent"),
        REFUSED("refused"),
        /** The site has no place for it. */
        NO_PLACE("no place"),
        /** A later dispatch put another file there before it was seen. */
        REPLACED("replaced");

        private final String word;

        State(String word) {
            this.word = word;
        }

        String word() {
            return word;
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long fileId;
    private String state = State.WAITING.name();
    private String says = "";
    private int tries;
    private Instant sentAt;
    private Instant lookedAt;
    private String outcome;
    private Double likeness;
    private String part;
    private String heldType;
    private String heldSize;
    private Long heldBytes;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String heldSha256;

    private boolean flattened;
    private boolean seen;

    protected Delivery() {}

    Delivery(long file) {
        this.fileId = file;
    }

    long fileId() {
        return fileId;
    }

    State state() {
        return State.valueOf(state);
    }

    boolean waits() {
        return state() == State.WAITING;
    }

    /** Whether the site has to be looked at again: it has no receipt yet, or visitors don't see it yet. */
    boolean isToBeLookedAt() {
        return state() == State.SENT && (outcome == null || !seen);
    }

    /** Whether it arrived and nobody looked at it yet. */
    boolean isFresh() {
        return state() == State.SENT && lookedAt == null;
    }

    boolean isSettled() {
        return !waits() && !isToBeLookedAt();
    }

    Instant sentAt() {
        return sentAt;
    }

    void trying() {
        tries++;
    }

    void sent() {
        state = State.SENT.name();
        says = "";
        sentAt = now();
    }

    void refused(State how, String words) {
        state = how.name();
        says = Dispatch.cut(words);
    }

    /** To be sent once more. */
    void again() {
        state = State.WAITING.name();
        says = "";
        outcome = null;
        lookedAt = null;
        seen = false;
    }

    /** Nothing is held at its place, or nothing that could be read. */
    void lost(String words) {
        lookedAt = now();
        outcome = null;
        says = Dispatch.cut(words);
    }

    /** @param type media type of what is held @param seen whether visitors get just that */
    void received(Comparison told, String type, long bytes, String sha256, boolean seen) {
        lookedAt = now();
        says = "";
        outcome = told.outcome().name();
        likeness = told.likeness();
        part = told.part() == null ? null : told.part().toString();
        heldType = type;
        heldSize = told.held().label();
        heldBytes = bytes;
        heldSha256 = sha256;
        flattened = told.flattened();
        this.seen = seen;
    }

    String heldSha256() {
        return heldSha256;
    }

    void seen() {
        lookedAt = now();
        seen = true;
    }

    private static Instant now() {
        return Instant.now().truncatedTo(ChronoUnit.MILLIS);
    }

    /**
     * As programs see it.
     *
     * @param outcome what the site made of it; null until it was looked at
     * @param part of the sent file that is held, px
     * @param seen whether visitors get what the site holds
     */
    record Receipt(
            String state,
            String says,
            int tries,
            Instant sentAt,
            Instant lookedAt,
            String outcome,
            Double likeness,
            Box<?> part,
            String heldType,
            String heldSize,
            Long heldBytes,
            boolean flattened,
            boolean seen) {
        Comparison.Outcome told() {
            return outcome == null ? null : Comparison.Outcome.valueOf(outcome);
        }
    }

    Receipt receipt() {
        return new Receipt(
                state().word(),
                says,
                tries,
                sentAt,
                lookedAt,
                outcome,
                likeness,
                part == null ? null : Box.parse(part),
                heldType,
                heldSize,
                heldBytes,
                flattened,
                seen);
    }
}
