package gavlin.web.site;

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
