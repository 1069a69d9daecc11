package gavlin.web.site;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** One slot sheet of a site: which revision of its text holds, and what the site chose of it. */
@Entity
@Table(name = "sheet")
class StoredSheet {
    private static final JsonMapper JSON = new JsonMapper();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private int revision;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String choices;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String overridingOff;

    protected StoredSheet() {}

    StoredSheet(String siteId) {
        this.siteId = siteId;
        this.revision = 1;
        this.choices = "{}";
        this.overridingOff = "[]";
    }

    int advance() {
        return ++revision;
    }

    void choose(String variant, String option) {
        Map<String, String> chosen = new TreeMap<>(choices());
        chosen.put(variant, option);
        choices = JSON.writeValueAsString(chosen);
    }

    void overriding(String slot, boolean on) {
        Set<String> off = new TreeSet<>(overridingOff());
        if (on) {
            off.remove(slot);
        } else {
            off.add(slot);
        }
        overridingOff = JSON.writeValueAsString(off);
    }

    Map<String, String> choices() {
        return JSON.readValue(choices, new TypeReference<>() {});
    }

    Set<String> overridingOff() {
        return JSON.readValue(overridingOff, new TypeReference<>() {});
    }

    Long id() {
        return id;
    }

    String siteId() {
        return siteId;
    }

    int revision() {
        return revision;
    }
}
