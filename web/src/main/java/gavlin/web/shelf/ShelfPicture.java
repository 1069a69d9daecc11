package gavlin.web.shelf;

import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import gavlin.core.traits.Traits;
import gavlin.web.picture.Caption;
import gavlin.web.picture.Pictures.Judged;
import gavlin.web.picture.StoredPicture;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

@Entity
class ShelfPicture {
    private static final JsonMapper JSON = JsonMapper.shared();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

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
    private String title;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String description;

    private String credit;
    private String licence;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String traits;

    private String addedBy;
    private Instant addedAt;

    protected ShelfPicture() {}

    ShelfPicture(Judged file, Caption words, Traits traits, String by) {
        sha256 = file.sha256();
        fileName = file.fileName();
        type = file.type();
        width = file.size().width();
        height = file.size().height();
        transparent = file.transparent();
        bytes = file.bytes();
        this.traits = JSON.writeValueAsString(traits);
        addedBy = by;
        addedAt = Instant.now();
        describe(words);
    }

    /** Brought again, with other words. */
    void describe(Caption words) {
        title = words.title();
        description = words.description();
        credit = words.credit();
        licence = words.licence();
    }

    long id() {
        return id;
    }

    String addedBy() {
        return addedBy;
    }

    Traits traits() {
        return JSON.readValue(traits, Traits.class);
    }

    /** As a picture that is no site's. */
    StoredPicture view() {
        return StoredPicture.ofNoSite(
                sha256,
                fileName,
                type,
                new Size(width, height),
                transparent,
                bytes,
                new Caption(title, description, credit, licence));
    }
}
