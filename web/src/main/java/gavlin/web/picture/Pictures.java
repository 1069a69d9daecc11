package gavlin.web.picture;

import gavlin.core.Slug;
import gavlin.core.codec.Embedded;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.RegionCopy;
import gavlin.core.decoder.Source;
import gavlin.core.decoder.Taken;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.core.solve.KeepArea;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.store.FileStore;
import gavlin.web.store.FileStore.Identity;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
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
    static final int SHORT_HASH = 6;
    private static final int MOST_IN_ID = 64;

    private static final String SALVAGED = "saved from a damaged file: look at it closely";

    private final PictureRepository pictures;
    private final FileStore files;
    private final WorkingPictures working;
    private final PictureSettings settings;
    private final TransactionTemplate transaction;
    private final PictureUses uses;

    Pictures(
            PictureRepository pictures,
            FileStore files,
            WorkingPictures working,
            PictureSettings settings,
            TransactionTemplate transaction,
            PictureUses uses) {
        this.uses = uses;
        this.pictures = pictures;
        this.files = files;
        this.working = working;
        this.settings = settings;
        this.transaction = transaction;
    }

    /** @param isNew false when the site had the same bytes already */
    public record Added(StoredPicture picture, boolean isNew) {}

    /**
     * As {@link #add(OpenSite, byte[], String, Caption)}, with the weight judged before the upload is read, and never all of it in memory.
     *
     * @param salvage whether what can be seen of a damaged file is taken in its place
     */
    public Added add(OpenSite site, MultipartFile upload, Caption words, boolean salvage) {
        if (upload.getSize() > settings.limits().maxBytes()) {
            throw PictureRefused.tooHeavy(upload.getSize(), settings.limits());
        }
        Source file = contentOf(upload);
        try {
            return add(site, file, upload.getOriginalFilename(), words, List.of(), null);
        } catch (PictureRefused e) {
            if (!salvage || e.reason() != PictureRefused.Reason.CORRUPT) {
                throw e;
            }
        }
        try (Spare saved = working.salvaged(file)) {
            return add(site, saved, upload.getOriginalFilename(), words, List.of(SALVAGED), null);
        } catch (IOException e) {
            throw new UncheckedIOException("the cache folder cannot be used", e);
        }
    }

    /** The heaviest file that is looked at. */
    public long mostBytes() {
        return settings.limits().maxBytes();
    }

    /** Where an upload is read. */
    public static Source contentOf(MultipartFile upload) {
        return to -> {
            try (InputStream in = upload.getInputStream()) {
                in.transferTo(to);
            }
        };
    }

    /**
     * Takes a picture in. A decoder judges it and decodes all of it; only a picture that can be used is stored.
     *
     * @param words where they say nothing, the file's own are taken
     * @throws PictureRefused with the reason; nothing is stored then
     */
    public Added add(OpenSite site, byte[] file, String fileName, Caption words) {
        return add(site, Source.of(file), fileName, words, List.of(), null);
    }

    /** @param made its document, where it was not uploaded; otherwise null */
    Added add(OpenSite site, Source file, String fileName, Caption words, List<String> remarks, Made made) {
        site.requireSomeChange();
        Identity identity = identify(file);
        StoredPicture known = bySha256(site, identity.sha256());
        if (known != null) {
            return new Added(known.removal() == null ? known : bringBack(site, known.id()), false);
        }
        Taken taken = working.take(file, identity.sha256()).taken();
        Embedded embedded = taken.embedded();
        String name = plainFileName(fileName);
        Caption said = words.orThoseOf(embedded);
        return store(
                site,
                file,
                identity,
                SHORT_HASH,
                id -> new Picture(
                        site.id(),
                        id,
                        identity,
                        name,
                        taken,
                        notes(taken, remarks),
                        said,
                        made,
                        site.viewer().name()),
                said.title().isEmpty() ? StoredPicture.readable(name) : said.title());
    }

    /** @param digits of the hash that its id ends with: more where another picture of that title has the same */
    private Added store(
            OpenSite site, Source file, Identity identity, int digits, Function<String, Picture> made, String title) {
        try {
            return transaction.execute(status -> {
                store(identity, file);
                String id = id(title, identity.sha256().substring(0, digits));
                return new Added(pictures.saveAndFlush(made.apply(id)).view(), true);
            });
        } catch (DataIntegrityViolationException e) {
            StoredPicture winner =
                    bySha256(site, identity.sha256()); // somebody uploaded the same bytes a moment earlier
            if (winner != null) {
                return new Added(winner, false);
            }
            if (digits > 2 * SHORT_HASH) {
                throw e;
            }
            return store(site, file, identity, digits + 4, made, title);
        }
    }

    /** A file that is a picture, and what is in it. */
    public record Judged(
            String sha256,
            long bytes,
            String fileName,
            PictureType type,
            Size size,
            boolean transparent,
            Caption words) {}

    /** Looks at a file for something else than a site; nothing is stored. @throws PictureRefused with the reason */
    public Judged judge(Source file, String fileName, Caption words) {
        Identity identity = identify(file);
        Taken taken = working.take(file, identity.sha256()).taken();
        return new Judged(
                identity.sha256(),
                identity.bytes(),
                plainFileName(fileName),
                taken.type(),
                taken.size(),
                taken.transparentPixels() > 0,
                words.orThoseOf(taken.embedded()));
    }

    /** Stores what was judged: who asked refers to it, or it is collected again. */
    public void keep(Judged judged, Source file) {
        transaction.executeWithoutResult(status -> store(new Identity(judged.sha256(), judged.bytes()), file));
    }

    /** A copy for a site of what is stored already. */
    public Added addCopy(OpenSite site, StoredPicture of) {
        return add(site, to -> files.copy(of.sha256(), to), of.fileName(), of.words(), List.of(), null);
    }

    /** Whether a site has these bytes; null where it has not. */
    public StoredPicture sameIn(OpenSite site, StoredPicture other) {
        StoredPicture same = bySha256(site, other.sha256());
        return same == null || same.removal() != null ? null : same;
    }

    static Identity identify(Source file) {
        try {
            return FileStore.identify(file);
        } catch (IOException e) {
            throw new PictureRefused(PictureRefused.Reason.CORRUPT, "the upload broke off; try again");
        }
    }

    void store(Identity identity, Source file) {
        try {
            files.put(identity, file);
        } catch (IOException e) {
            throw new UncheckedIOException("an upload cannot be read again", e);
        }
    }

    static String notes(Taken taken, List<String> remarks) {
        List<String> notes = new ArrayList<>(remarks);
        notes.addAll(taken.notes());
        if (!taken.embedded().secrets().isEmpty()) {
            notes.add("its file says " + String.join(" and ", taken.embedded().secrets()) + ": never passed on");
        }
        return String.join("; ", notes);
    }

    public StoredPicture find(OpenSite site, String id) {
        StoredPicture picture = findAlsoRemoved(site, id);
        picture.requireThere();
        return picture;
    }

    /** @throws NotFound when there never was one, or it is gone for good */
    public StoredPicture findAlsoRemoved(OpenSite site, String id) {
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
        return pictures.findBySiteIdAndRemovedAtIsNullOrderByNumberDesc(site.id()).stream()
                .map(Picture::view)
                .toList();
    }

    public long count(OpenSite site) {
        return pictures.countBySiteIdAndRemovedAtIsNull(site.id());
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
                requireChange(site, picture.view());
                pictures.keepWords(picture.number(), site.viewer().name());
                picture.describeAnew(words);
            }
            return pictures.save(picture).view();
        });
    }

    /**
     * Words and keep areas of a picture count wherever it is used: whoever changes them must be allowed to change all of that.
     *
     * @throws Forbidden naming a place that is somebody else's
     */
    void requireChange(OpenSite site, StoredPicture picture) {
        site.requireSomeChange();
        if (site.warden()) {
            return;
        }
        uses.of(site, picture.number()).stream()
                .filter(use -> !site.mayChange(use.section()))
                .findFirst()
                .ifPresent(use -> {
                    throw new Forbidden(picture.label() + " is also shown in " + use.label()
                            + ", which you don't look after: ask a warden of " + site.name()
                            + ", or take in a copy of your own");
                });
    }

    /** Words that gave way to others. @param by who changed them */
    public record Former(Caption words, String by, Instant at) {}

    /** What was said of a picture before, the latest first, 20 at most. */
    public List<Former> formerWords(StoredPicture picture) {
        return pictures.formerWords(picture.number()).stream()
                .map(row -> new Former(
                        new Caption((String) row[0], (String) row[1], (String) row[2], (String) row[3]),
                        (String) row[4],
                        ((LocalDateTime) row[5]).toInstant(ZoneOffset.UTC)))
                .toList();
    }

    public List<PictureUses.Use> uses(OpenSite site, StoredPicture picture) {
        return uses.of(site, picture.number());
    }

    /** Brings a removed picture back, also into the slots that it was taken out of and that are empty since. */
    public StoredPicture bringBack(OpenSite site, String id) {
        return transaction.execute(status -> {
            Picture picture = pictures.lock(site.id(), id).orElseThrow(() -> new NotFound("picture", id));
            if (picture.view().removal() != null) {
                requireChange(site, picture.view());
                picture.bringBack();
                uses.putBack(site, picture.number());
            }
            return picture.view();
        });
    }

    /** The bytes that were uploaded, unchanged. */
    public void copyOriginal(StoredPicture picture, OutputStream to) throws IOException {
        files.copy(picture.sha256(), to);
    }

    /** A copy of the file that says what must be seen of it; where its type can't hold that, an XMP file to lie beside it. */
    Spare withRegions(StoredPicture picture) {
        List<RegionCopy.Outline> areas = picture.keepAreas().areas().stream()
                .map(area -> new RegionCopy.Outline(area.name(), area.shape() == KeepArea.Shape.ELLIPSE, area.box()))
                .toList();
        return working.withRegions(picture, areas, picture.keepAreas().point());
    }

    StoredPicture bySha256(OpenSite site, String sha256) {
        return pictures.findBySiteIdAndSha256(site.id(), sha256)
                .map(Picture::view)
                .orElse(null);
    }

    /** The last part of whatever path a browser sent, without anything that could trip a file system or a header. */
    static String plainFileName(String sent) {
        String last = sent == null ? "" : sent.replace('\\', '/').replaceAll(".*/", "");
        String plain = last.replaceAll("[\\p{Cntrl}\"<>:|?*]", "").strip();
        String cut = plain.length() > 200 ? plain.substring(plain.length() - 200) : plain;
        return cut.isEmpty() ? "picture" : cut;
    }

    /** Readable, and different for different bytes. */
    static String id(String title, String digits) {
        String slug = Slug.of(title);
        int room = MOST_IN_ID - digits.length() - 1;
        String cut = slug.length() > room ? slug.substring(0, room).replaceFirst("-+$", "") : slug;
        return (cut.isEmpty() ? "picture" : cut) + "-" + digits;
    }
}
