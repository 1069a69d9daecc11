package gavlin.web.site;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

@Entity
class Site {
    @Id
    private String id;

    private String name;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String sheet;

    private int sheetRevision;
    private Instant madeAt;

    protected Site() {}

    Site(String id, String name, String sheet) {
        this.id = id;
        this.name = name;
        this.sheet = sheet;
        this.sheetRevision = 1;
        this.madeAt = Instant.now();
    }

    String id() {
        return id;
    }

    String name() {
        return name;
    }

    String sheet() {
        return sheet;
    }

    int sheetRevision() {
        return sheetRevision;
    }
}
