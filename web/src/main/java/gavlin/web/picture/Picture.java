package gavlin.web.picture;

import gavlin.core.codec.Header;
import gavlin.core.codec.PictureType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

@Entity
class Picture {
    private static final JsonMapper JSON = new JsonMapper();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long number;

    private String siteId;
    private String id;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String sha256;

    private String fileName;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private PictureType type;

    private int width;
    private int height;
    private boolean transparent;
    private long bytes;
    private String notes;
    private String title;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String description;

    private String credit;
    private String licence;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String suggestions;

    private String addedBy;
    private Instant addedAt;

    protected Picture() {}

    Picture(
            String siteId,
            String id,
            String sha256,
            String fileName,
            Header header,
            String notes,
            boolean transparent,
            long bytes,
            Words words,
            List<Suggestion> suggestions,
            String addedBy) {
        this.siteId = siteId;
        this.id = id;
        this.sha256 = sha256;
        this.fileName = fileName;
        this.type = header.type();
        this.width = header.upright().width();
        this.height = header.upright().height();
        this.transparent = transparent;
        this.bytes = bytes;
        this.notes = notes;
        this.suggestions = JSON.writeValueAsString(suggestions);
        this.addedBy = addedBy;
        this.addedAt = Instant.now();
        describe(words);
    }

    final void describe(Words words) {
        this.title = words.title();
        this.description = words.description();
        this.credit = words.credit();
        this.licence = words.licence();
    }

    StoredPicture view() {
        return new StoredPicture(
                number,
                siteId,
                id,
                sha256,
                fileName,
                type,
                new gavlin.core.geometry.Size(width, height),
                transparent,
                bytes,
                notes,
                new Words(title, description, credit, licence),
                JSON.readValue(suggestions, new TypeReference<List<Suggestion>>() {}),
                addedAt);
    }
}
