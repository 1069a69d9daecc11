package gavlin.web.site;

import gavlin.core.fit.NamePattern;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

@Entity
class Site {
    @Id
    private String id;

    private String name;
    /** The slot sheet of the theme in use. */
    private Long sheetId;

    private Instant madeAt;
    private boolean archived;
    /** Null for the usual one. */
    private String namePattern;

    protected Site() {}

    Site(String id, String name) {
        this.id = id;
        this.name = name;
        this.madeAt = Instant.now();
    }

    void use(long sheet) {
        sheetId = sheet;
    }

    void archive(boolean now) {
        archived = now;
    }

    boolean archived() {
        return archived;
    }

    void name(NamePattern names) {
        namePattern = names.equals(NamePattern.USUAL) ? null : names.text();
    }

    NamePattern names() {
        return namePattern == null ? NamePattern.USUAL : new NamePattern(namePattern);
    }

    String id() {
        return id;
    }

    String name() {
        return name;
    }

    long sheetId() {
        return sheetId;
    }
}
