package gavlin.web.picture;

import gavlin.core.Slug;
import gavlin.core.codec.Embedded;
import gavlin.core.codec.Header;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureReader.Decoded;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.RegionCopy;
import gavlin.core.solve.KeepArea;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.multipart.MultipartFile;

/** The pictures of a site: taken in, described, handed out. Originals are never changed. */
@Service
public class Pictures {
    private static final int SHORT_HASH = 6;
    /** Of a file that may be in the heap at once: as it is read, and as parts of it are taken out. */
    private static final long COPIES = 3;

    private static final String SALVAGED = "saved from a damaged file: look at it closely";

    private final PictureRepository pictures;
    private final FileStore files;
    private final WorkingPictures working;
    private final PictureSettings settings;
    private final HeavyWork work;
    private final TransactionTemplate transaction;

    Pictures(
            PictureRepository pictures,
            FileStore files,
            WorkingPictures working,
            PictureSettings settings,
            HeavyWork work,
            TransactionTemplate transaction) {
        this.pictures = pictures;
        this.files = files;
        this.working = working;
        this.settings = settings;
        this.work = work;
        this.transaction = transaction;
    }

    /** @param isNew false when the site had the same bytes already */
    public record Added(StoredPicture picture, boolean isNew) {}

    /**
     * As {@link #add(OpenSite, byte[], String, Caption)}, with the weight judged before the upload is read.
     *
     * @param salvage whether what can be seen of a damaged file is taken in its place
     */
    public Added add(OpenSite site, MultipartFile upload, Caption words, boolean salvage) {
        if (upload.getSize() > settings.limits().maxBytes()) {
            throw PictureRefused.tooHeavy(upload.getSize(), settings.limits());
        }
        // Its header is judged in a turn of its own: only then is known what decoding takes.
        long held = COPIES * upload.getSize();
        long heap = work.run(held, () -> heapToDecode(bytesOf(upload), salvage));
        return work.run(held + heap, () -> add(site, bytesOf(upload), upload.getOriginalFilename(), words, salvage));
    }

    private Added add(OpenSite site, byte[] file, String fileName, Caption words, boolean salvage) {
        try {
            return add(site, file, fileName, words);
        } catch (PictureRefused e) {
            if (!salvage || e.reason() != PictureRefused.Reason.CORRUPT) {
                throw e;
            }
            byte[] saved = PictureReader.salvage(file, settings.limits());
            return add(site, saved, fileName, words, List.of(SALVAGED));
        }
    }

    private long heapToDecode(byte[] file, boolean salvage) {
        try {
            Header header = PictureReader.inspect(file, settings.limits());
            return PictureReader.heapToDecode(header.type(), header.upright());
        } catch (PictureRefused e) {
            if (!salvage || e.reason() != PictureRefused.Reason.CORRUPT) {
                throw e;
            }
            return 4 * settings.limits().maxPixels(); // nobody knows what can be seen of it
        }
    }

    private static byte[] bytesOf(MultipartFile upload) {
        try {
            return upload.getBytes();
        } catch (IOException e) {
            throw new PictureRefused(PictureRefused.Reason.CORRUPT, "the upload broke off; try again");
        }
    }

    /**
     * Takes a picture in. The header is judged, then everything is decoded; only a picture that can be used is stored.
     *
     * @param words where they say nothing, the file's own are taken
     * @throws PictureRefused with the reason; nothing is stored then
     */
    public Added add(OpenSite site, byte[] file, String fileName, Caption words) {
        return add(site, file, fileName, words, List.of());
    }

    private Added add(OpenSite site, byte[] file, String fileName, Caption words, List<String> remarks) {
        site.requireSomeChange();
        Header header = PictureReader.inspect(file, settings.limits());
        String sha256 = FileStore.sha256(file);
        StoredPicture known = bySha256(site, sha256);
        if (known != null) {
            return new Added(known, false);
        }
        Decoded decoded = working.decode(file, header, sha256);
        Embedded embedded = PictureReader.embedded(file, header);
        String name = plainFileName(fileName);
        Caption said = words.orThoseOf(embedded);
        Caption titled = said.title().isEmpty()
                ? new Caption(titleFrom(name), said.description(), said.credit(), said.licence())
                : said;
        Picture picture = new Picture(
                site.id(),
                id(titled.title(), sha256),
                sha256,
                name,
                header,
                notes(header, embedded, remarks),
                decoded.transparentPixels() > 0,
                file.length,
                titled,
                embedded.regions().stream().map(Suggestion::of).toList(),
                site.viewer().name());
        try {
            return transaction.execute(status -> {
                files.put(file);
                return new Added(pictures.saveAndFlush(picture).view(), true);
            });
        } catch (DataIntegrityViolationException e) {
            StoredPicture winner = bySha256(site, sha256); // somebody uploaded the same bytes a moment earlier
            if (winner == null) {
                throw e;
            }
            return new Added(winner, false);
        }
    }

    private static String notes(Header header, Embedded embedded, List<String> remarks) {
        List<String> notes = new ArrayList<>(remarks);
        notes.addAll(header.notes());
        if (!embedded.secrets().isEmpty()) {
            notes.add("its file says " + String.join(" and ", embedded.secrets()) + ": never passed on");
        }
        return String.join("; ", notes);
    }

    public StoredPicture find(OpenSite site, String id) {
        return pictures.findBySiteIdAndId(site.id(), id)
                .map(Picture::view)
                .orElseThrow(() -> new NotFound("picture", id));
    }

    /** By the database's own number, for what refers to it. */
    public StoredPicture byNumber(OpenSite site, long number) {
        return pictures.findById(number)
                .map(Picture::view)
                .filter(picture -> picture.siteId().equals(site.id()))
                .orElseThrow(() -> new NotFound("picture", Long.toString(number)));
    }

    /** Several at once, by the database's own numbers. */
    public Map<Long, StoredPicture> byNumbers(OpenSite site, Collection<Long> numbers) {
        return pictures.findAllById(numbers).stream()
                .map(Picture::view)
                .filter(picture -> picture.siteId().equals(site.id()))
                .collect(Collectors.toMap(StoredPicture::number, Function.identity()));
    }

    /** Newest first. */
    public List<StoredPicture> list(OpenSite site) {
        return pictures.findBySiteIdOrderByNumberDesc(site.id()).stream()
                .map(Picture::view)
                .toList();
    }

    public long count(OpenSite site) {
        return pictures.countBySiteId(site.id());
    }

    /**
     * Says what people should know of it.
     *
     * @param base the revision of the words that was looked at, or null to write over whatever is there
     * @throws Conflict when somebody else changed it meanwhile
     */
    public StoredPicture describe(OpenSite site, String id, Caption words, Integer base) {
        site.requireSomeChange();
        return transaction.execute(status -> {
            Picture picture = pictures.lock(site.id(), id).orElseThrow(() -> new NotFound("picture", id));
            if (base != null
                    && base != picture.wordsRevision()
                    && !words.equals(picture.view().words())) {
                throw new Conflict(
                        "somebody else changed these words meanwhile: look at theirs, then save yours again");
            }
            if (!words.equals(picture.view().words())) {
                picture.describeAnew(words);
            }
            return pictures.save(picture).view();
        });
    }

    /** The bytes that were uploaded, unchanged. */
    public void copyOriginal(StoredPicture picture, OutputStream to) throws IOException {
        files.copy(picture.sha256(), to);
    }

    /** A copy of the file that says what must be seen of it; where its type can't hold that, an XMP file to lie beside it. */
    public byte[] withRegions(StoredPicture picture) {
        return work.run(COPIES * picture.bytes(), () -> copyWithRegions(picture));
    }

    private byte[] copyWithRegions(StoredPicture picture) {
        byte[] original = files.bytes(picture.sha256());
        Header header = PictureReader.inspect(original, settings.limits());
        List<RegionCopy.Outline> areas = picture.keepAreas().areas().stream()
                .map(area -> new RegionCopy.Outline(area.name(), area.shape() == KeepArea.Shape.ELLIPSE, area.box()))
                .toList();
        return RegionCopy.canHold(header.type())
                ? RegionCopy.of(original, header, areas, picture.keepAreas().point())
                : RegionCopy.sidecar(header, areas, picture.keepAreas().point());
    }

    private StoredPicture bySha256(OpenSite site, String sha256) {
        return pictures.findBySiteIdAndSha256(site.id(), sha256)
                .map(Picture::view)
                .orElse(null);
    }

    /** The last part of whatever path a browser sent, without anything that could trip a file system or a header. */
    private static String plainFileName(String sent) {
        String last = sent == null ? "" : sent.replace('\\', '/').replaceAll(".*/", "");
        String plain = last.replaceAll("[\\p{Cntrl}\"<>:|?*]", "").strip();
        String cut = plain.length() > 200 ? plain.substring(plain.length() - 200) : plain;
        return cut.isEmpty() ? "picture" : cut;
    }

    private static String titleFrom(String fileName) {
        String stem = fileName.replaceFirst("\\.[A-Za-z0-9]{1,5}$", "")
                .replaceAll("[-_]+", " ")
                .strip();
        boolean camera = stem.matches("(?i)(img|dsc[fn]?|pict|photo|image|untitled|scan)?[ 0-9]*");
        if (stem.isEmpty() || camera) {
            return "";
        }
        return stem.substring(0, 1).toUpperCase(Locale.ROOT) + stem.substring(1);
    }

    /** Readable, and different for different bytes. */
    private static String id(String title, String sha256) {
        String slug = Slug.of(title);
        return (slug.isEmpty() ? "picture" : slug) + "-" + sha256.substring(0, SHORT_HASH);
    }
}
