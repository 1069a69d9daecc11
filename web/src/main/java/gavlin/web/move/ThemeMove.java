package gavlin.web.move;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A move of a site from one slot sheet to another: proposed, accepted, or undone. */
@Entity
class ThemeMove {
    private static final JsonMapper JSON = new JsonMapper();

    enum State {
        PROPOSED,
        ACCEPTED,
        UNDONE;

        String word() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private long fromSheet;
    private long toSheet;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String matching;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private State state;

    private String madeBy;
    private Instant madeAt;

    protected ThemeMove() {}

    ThemeMove(String siteId, long fromSheet, long toSheet, Map<String, String> matching, String madeBy) {
        this.siteId = siteId;
        this.fromSheet = fromSheet;
        this.toSheet = toSheet;
        this.matching = JSON.writeValueAsString(matching);
        this.state = State.PROPOSED;
        this.madeBy = madeBy;
        this.madeAt = Instant.now();
    }

    /** New slot id to old slot id. */
    Map<String, String> matching() {
        return JSON.readValue(matching, new TypeReference<LinkedHashMap<String, String>>() {});
    }

    /** @param old null for none */
    void match(String slot, String old) {
        Map<String, String> changed = matching();
        if (old == null) {
            changed.remove(slot);
        } else {
            changed.put(slot, old);
        }
        matching = JSON.writeValueAsString(changed);
    }

    void become(State next) {
        state = next;
    }

    Long id() {
        return id;
    }

    long fromSheet() {
        return fromSheet;
    }

    long toSheet() {
        return toSheet;
    }

    State state() {
        return state;
    }
}
