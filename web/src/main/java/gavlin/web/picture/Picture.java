package gavlin.web.picture;

import gavlin.core.codec.PictureType;
import gavlin.core.decoder.Taken;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.made.MadeKinds;
import gavlin.web.store.FileStore.Identity;
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

    private int keepAreasRevision;
    /** How many ids were given: none is used again. */
    private int keepAreasMade;

    /** JSON, or null while nobody asked. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String found;

    /** How often its words were changed: two who change them at once are told. */
    private int wordsRevision;

    /** JSON of a picture that is made, or null. */
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String made;

    private String addedBy;
    private Instant addedAt;
    private Instant removedAt;
    private String removedBy;

    protected Picture() {}

    Picture(
            String siteId,
            String id,
            Identity file,
            String fileName,
            Taken taken,
            String notes,
            Caption words,
            Made made,
            String addedBy) {
        this.siteId = siteId;
        this.id = id;
        become(file, fileName, taken, notes, made);
        this.keepAreas = "[]";
        this.addedBy = addedBy;
        this.addedAt = Instant.now();
        describe(words);
    }

    private void become(Identity file, String name, Taken taken, String remarks, Made document) {
        this.made = document == null ? null : JSON.writeValueAsString(document);
        this.sha256 = file.sha256();
        this.bytes = file.bytes();
        this.fileName = name;
        this.type = taken.type();
        this.width = taken.size().width();
        this.height = taken.size().height();
        this.transparent = taken.transparentPixels() > 0;
        this.notes = remarks;
        this.suggestions =
                json(taken.embedded().regions().stream().map(Suggestion::of).toList());
    }

    /** What it was so far, as a removed picture of its own. */
    Picture former(String formerId, String by) {
        Picture former = new Picture();
        former.siteId = siteId;
        former.id = formerId;
        former.sha256 = sha256;
        former.bytes = bytes;
        former.fileName = fileName;
        former.type = type;
        former.width = width;
        former.height = height;
        former.transparent = transparent;
        former.notes = notes;
        former.suggestions = suggestions;
        former.found = found;
        former.focalX = focalX;
        former.focalY = focalY;
        former.keepAreas = keepAreas;
        former.keepAreasMade = keepAreasMade;
        former.made = made;
        former.addedBy = addedBy;
        former.addedAt = addedAt;
        former.describe(view().words());
        former.remove(by);
        return former;
    }

    /** Is another file from now on; words, keep areas and decisions stay. */
    void replaceBy(Identity file, String name, Taken taken, String remarks, Made document) {
        become(file, name, taken, remarks, document);
        found = null;
    }

    void describeAnew(Caption words) {
        describe(words);
        wordsRevision++;
    }

    private void describe(Caption words) {
        this.title = words.title();
        this.description = words.description();
        this.credit = words.credit();
        this.licence = words.licence();
    }

    void keep(KeepAreas areas) {
        focalX = areas.point() == null ? null : Double.valueOf(areas.point().x());
        focalY = areas.point() == null ? null : Double.valueOf(areas.point().y());
        keepAreas = JSON.writeValueAsString(
                areas.areas().stream().map(KeepAreaBody::of).toList());
        keepAreasRevision++;
    }

    String nextKeepAreaId() {
        return "k" + ++keepAreasMade;
    }

    /** Whether an area of this picture has the id, or had it once. */
    boolean gave(String id) {
        return Integer.parseInt(id.substring(1)) <= keepAreasMade;
    }

    void remove(String by) {
        removedAt = Instant.now();
        removedBy = by;
    }

    void bringBack() {
        removedAt = null;
        removedBy = null;
    }

    Long number() {
        return number;
    }

    int wordsRevision() {
        return wordsRevision;
    }

    String keepAreasJson() {
        return keepAreas;
    }

    /** What Gavlin found in it; null while nobody asked. */
    List<Suggestion> found() {
        return found == null ? null : suggestions(found);
    }

    static String json(List<Suggestion> suggestions) {
        return JSON.writeValueAsString(suggestions);
    }

    private static List<Suggestion> suggestions(String json) {
        return JSON.readValue(json, new TypeReference<List<Suggestion>>() {});
    }

    static KeepAreas keepAreas(Double focalX, Double focalY, String areas, int revision) {
        return new KeepAreas(
                focalX == null ? null : new FocalPoint<>(focalX, focalY),
                JSON.readValue(areas, new TypeReference<List<KeepAreaBody>>() {}).stream()
                        .map(KeepAreaBody::toArea)
                        .toList(),
                revision);
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
                new Caption(title, description, credit, licence),
                suggestions(suggestions),
                keepAreas(focalX, focalY, keepAreas, keepAreasRevision),
                wordsRevision,
                addedAt,
                removedAt == null ? null : new StoredPicture.Removal(removedAt, removedBy),
                made == null ? null : MadeKinds.read(JSON.readTree(made)));
    }
}
