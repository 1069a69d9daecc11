package gavlin.web.scheme;

import gavlin.core.palette.ColourScheme;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import tools.jackson.databind.json.JsonMapper;

@Entity
@Table(name = "colour_scheme")
class StoredScheme {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private String name;
    private String document;
    private String changedBy;
    private Instant changedAt;

    protected StoredScheme() {}

    StoredScheme(String siteId) {
        this.siteId = siteId;
    }

    StoredScheme become(ColourScheme scheme, String by) {
        name = scheme.name();
        document = scheme.json().toString();
        changedBy = by;
        changedAt = Instant.now();
        return this;
    }

    Long id() {
        return id;
    }

    ColourScheme scheme() {
        return ColourScheme.read(JsonMapper.shared().readTree(document));
    }
}
