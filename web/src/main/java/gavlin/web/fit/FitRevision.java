package gavlin.web.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Setting;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Rule;
import gavlin.core.weight.Encoding;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** One decision, as it was made; never changed afterwards. */
@Entity
@Immutable
class FitRevision {
    private static final JsonMapper JSON = new JsonMapper();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long headId;
    private int revision;
    private int parent;
    private long pictureNumber;

    @Column(name = "focal_x")
    private double focalX;

    @Column(name = "focal_y")
    private double focalY;

    private double zoom;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Rule rule;

    private Integer backing;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private PictureType type;

    /** See {@link Encoding#code()}. */
    private String encoding;

    /** JSON; null for nothing. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String setting;

    private String name;
    private String madeBy;
    private Instant madeAt;

    protected FitRevision() {}

    FitRevision(long headId, int revision, int parent, long pictureNumber, Fit fit, String madeBy) {
        this.headId = headId;
        this.revision = revision;
        this.parent = parent;
        this.pictureNumber = pictureNumber;
        this.focalX = fit.focal().x();
        this.focalY = fit.focal().y();
        this.zoom = fit.zoom();
        this.rule = fit.rule();
        this.backing = fit.backing();
        this.type = fit.type();
        this.encoding = fit.encoding() == null ? null : fit.encoding().code();
        this.setting = fit.setting().changesNothing() ? null : JSON.writeValueAsString(fit.setting());
        this.madeBy = madeBy;
        this.madeAt = Instant.now();
    }

    Fit fit() {
        return new Fit(
                new FocalPoint(focalX, focalY),
                zoom,
                rule,
                backing,
                type,
                encoding == null ? null : Encoding.parse(encoding),
                setting == null ? Setting.NONE : JSON.readValue(setting, Setting.class));
    }

    long headId() {
        return headId;
    }

    int revision() {
        return revision;
    }

    int parent() {
        return parent;
    }

    long pictureNumber() {
        return pictureNumber;
    }

    String name() {
        return name;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
