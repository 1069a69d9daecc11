package gavlin.web.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.damage.Damage;
import gavlin.core.fit.Readable;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.Standing;
import gavlin.core.gauge.Measured;
import gavlin.core.geometry.Size;
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
class RenditionRow {
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

    /** JSON: what compression did; null in rows of earlier versions. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String damage;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String tried;

    /** JSON: how well words can be read over it; null likewise. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String words;

    /** JSON: how a mark stands out from its grounds; null likewise. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String grounds;

    /** Of a small mark, the share that is finer than a pixel; null likewise. */
    private Double vanishing;

    private Instant madeAt;

    protected RenditionRow() {}

    RenditionRow(String key, String sha256, Rendition rendition) {
        this.renditionKey = key;
        this.sha256 = sha256;
        this.type = rendition.type();
        this.width = rendition.size().width();
        this.height = rendition.size().height();
        this.bytes = rendition.file().length;
        this.ssim = rendition.damage().ssim();
        this.transparentPixels = rendition.transparentPixels();
        this.damage = JSON.writeValueAsString(rendition.damage());
        this.tried = JSON.writeValueAsString(rendition.tried());
        this.words = JSON.writeValueAsString(rendition.words());
        this.grounds = JSON.writeValueAsString(rendition.grounds());
        this.vanishing = rendition.vanishing();
        this.madeAt = Instant.now();
    }

    StoredRendition view() {
        return new StoredRendition(
                renditionKey,
                sha256,
                type,
                new Size(width, height),
                bytes,
                new Measured(
                        type,
                        bytes,
                        damage == null ? null : JSON.readValue(damage, Damage.class),
                        transparentPixels,
                        words == null ? null : JSON.readValue(words, new TypeReference<List<Readable>>() {}),
                        grounds == null ? null : JSON.readValue(grounds, new TypeReference<List<Standing>>() {}),
                        vanishing,
                        null),
                tried);
    }
}
