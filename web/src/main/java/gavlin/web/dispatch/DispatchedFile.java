package gavlin.web.dispatch;

import gavlin.core.geometry.Size;
import gavlin.web.fit.FitState;
import gavlin.web.picture.Caption;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One file of a dispatch, as it was then. */
@Entity
class DispatchedFile {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long dispatchId;
    private String slot;
    private String section;
    private int member;
    private int density;
    private int revision;
    private String path;
    private String type;
    private int width;
    private int height;
    private long bytes;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String sha256;

    private String picture;
    private String title;
    private String description;
    private String link;
    private String against;

    protected DispatchedFile() {}

    /** @param against what stood against it, in words; empty for nothing */
    DispatchedFile(long dispatch, Parcel.Item item, String against) {
        FitState fit = item.fit();
        Caption words = fit.picture().words();
        this.dispatchId = dispatch;
        this.slot = fit.slot().id();
        this.section = fit.section();
        this.member = fit.place().member();
        this.density = item.density();
        this.revision = fit.revision();
        this.path = item.path();
        this.type = item.file().type().word();
        this.width = item.file().size().width();
        this.height = item.file().size().height();
        this.bytes = item.file().bytes();
        this.sha256 = item.file().sha256();
        this.picture = fit.picture().id();
        this.title = words.title();
        this.description = words.description();
        this.link = item.link();
        this.against = against;
    }

    Long id() {
        return id;
    }

    long dispatchId() {
        return dispatchId;
    }

    /** As programs and pages see it. @param revision of the fit that it was made from @param receipt null for what was taken away */
    record View(
            String path,
            String slot,
            String section,
            int member,
            int density,
            int revision,
            String type,
            Size size,
            long bytes,
            String sha256,
            String picture,
            String title,
            String description,
            String link,
            String against,
            Delivery.Receipt receipt) {}

    View view() {
        return view(null);
    }

    /** @param receipt what the site made of it; null where it was not sent there */
    View view(Delivery.Receipt receipt) {
        return new View(
                path,
                slot,
                section,
                member,
                density,
                revision,
                type,
                new Size(width, height),
                bytes,
                sha256,
                picture,
                title,
                description,
                link,
                against,
                receipt);
    }

    /** The very same, to leave once more. */
    DispatchedFile again(long dispatch) {
        DispatchedFile same = new DispatchedFile();
        same.dispatchId = dispatch;
        same.slot = slot;
        same.section = section;
        same.member = member;
        same.density = density;
        same.revision = revision;
        same.path = path;
        same.type = type;
        same.width = width;
        same.height = height;
        same.bytes = bytes;
        same.sha256 = sha256;
        same.picture = picture;
        same.title = title;
        same.description = description;
        same.link = link;
        same.against = against;
        return same;
    }
}
