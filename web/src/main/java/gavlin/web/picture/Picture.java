package gavlin.web.picture;

import gavlin.core.codec.Header;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.solve.KeepArea;
import jakarta.persistence.Column;
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

    @Column(name = "focal_x")
    private Double focalX;

    @Column(name = "focal_y")
    private Double focalY;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String keepAreas;

    private int regionsRevision;

    /** JSON, or null while nobody asked. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String found;

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
        this.keepAreas = "[]";
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

    void mark(FocalPoint focal, List<KeepArea> areas) {
        focalX = focal == null ? null : Double.valueOf(focal.x());
        focalY = focal == null ? null : Double.valueOf(focal.y());
        keepAreas = JSON.writeValueAsString(areas.stream().map(KeepAreaBody::of).toList());
        regionsRevision++;
    }

    void remember(List<Suggestion> suggested) {
        found = JSON.writeValueAsString(suggested);
    }

    /** What Gavlin found in it; null while nobody asked. */
    List<Suggestion> found() {
        return found == null ? null : JSON.readValue(found, new TypeReference<List<Suggestion>>() {});
    }

    private Regions regions() {
        List<KeepAreaBody> areas = JSON.readValue(keepAreas, new TypeReference<List<KeepAreaBody>>() {});
        return new Regions(
                focalX == null ? null : new FocalPoint(focalX, focalY),
                areas.stream().map(KeepAreaBody::toArea).toList(),
                regionsRevision);
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
                regions(),
                addedAt);
    }
}
