package gavlin.web.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.fit.Gauges.Measured;
import gavlin.core.fit.Rendition;
import gavlin.core.geometry.Size;
import gavlin.core.weight.Candidate;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A finished file and what was measured on it, under the hash of everything that made it. */
@Entity(name = "Rendition")
@Immutable
public class StoredRendition {
    private static final JsonMapper JSON = new JsonMapper();

    @Id
    @JdbcTypeCode(SqlTypes.CHAR)
    private String renditionKey;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String sha256;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private PictureType type;

    private int width;
    private int height;
    private long bytes;
    private double ssim;
    private int transparentPixels;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String tried;

    private Instant madeAt;

    protected StoredRendition() {}

    StoredRendition(String key, String sha256, Rendition rendition) {
        this.renditionKey = key;
        this.sha256 = sha256;
        this.type = rendition.type();
        this.width = rendition.size().width();
        this.height = rendition.size().height();
        this.bytes = rendition.file().length;
        this.ssim = rendition.ssim();
        this.transparentPixels = rendition.transparentPixels();
        this.tried = JSON.writeValueAsString(rendition.tried());
        this.madeAt = Instant.now();
    }

    public String key() {
        return renditionKey;
    }

    public String sha256() {
        return sha256;
    }

    public PictureType type() {
        return type;
    }

    public Size size() {
        return new Size(width, height);
    }

    public long bytes() {
        return bytes;
    }

    public Measured measured() {
        return new Measured(type, bytes, ssim, transparentPixels);
    }

    /** Every file that the weight search made on the way. */
    public List<Candidate> tried() {
        return JSON.readValue(tried, new TypeReference<List<Candidate>>() {});
    }
}
