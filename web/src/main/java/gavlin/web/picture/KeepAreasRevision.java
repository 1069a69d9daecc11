package gavlin.web.picture;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A picture's keep areas as they were after one change. */
@Entity
@Immutable
class KeepAreasRevision {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long pictureNumber;
    private int revision;

    @Column(name = "focal_x")
    private Double focalX;

    @Column(name = "focal_y")
    private Double focalY;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String keepAreas;

    private String says;
    private String madeBy;
    private Instant madeAt;

    protected KeepAreasRevision() {}

    KeepAreasRevision(long pictureNumber, KeepAreas areas, String json, String says, String madeBy) {
        this.pictureNumber = pictureNumber;
        this.revision = areas.revision();
        this.focalX =
                areas.point() == null ? null : Double.valueOf(areas.point().x());
        this.focalY =
                areas.point() == null ? null : Double.valueOf(areas.point().y());
        this.keepAreas = json;
        this.says = says;
        this.madeBy = madeBy;
        this.madeAt = Instant.now();
    }

    KeepAreas areas() {
        return Picture.keepAreas(focalX, focalY, keepAreas, revision);
    }

    String says() {
        return says;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
