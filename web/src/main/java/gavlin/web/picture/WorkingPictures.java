package gavlin.web.picture;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.codec.RegionCopy;
import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.Source;
import gavlin.core.decoder.Taken;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.lift.LiftedPicture;
import gavlin.core.operation.Halfway;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.DiskFull;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.problem.StorageFull;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Working pictures on this node's disk: made when a picture is uploaded, made again from the original whenever they are
 * missing, and thrown out oldest first when there are too many.
 */
@Component
public class WorkingPictures {
    private static final Logger LOG = LoggerFactory.getLogger(WorkingPictures.class);
    /** Mapped files kept open: address space and page cache, no heap. */
    private static final int KEPT_OPEN = 32;
    /** Bytes of the disk that the cache leaves to the database and everything else. */
    private static final long LEFT_FREE = 500_000_000;

    private static final String WORKING = ".working";

    private final PictureSettings settings;
    private final FileStore files;
    private final Decoders decoders;
    private final HeavyWork work;
    private final OnceAtATime<WorkingPicture> building = new OnceAtATime<>();
    /** Bytes written since the folder was last looked through; much, so that a restart looks at once. */
    private final AtomicLong unseen = new AtomicLong(Long.MAX_VALUE / 2);

    private final Cache<String, WorkingPicture> open =
            Caffeine.newBuilder().maximumSize(KEPT_OPEN).build();

    WorkingPictures(PictureSettings settings, FileStore files, Decoders decoders, HeavyWork work) throws IOException {
        this.work = work;
        this.settings = settings;
        this.files = files;
        this.decoders = decoders;
        Files.createDirectories(settings.cache());
    }

    public WorkingPicture of(StoredPicture picture) {
        WorkingPicture known = open.getIfPresent(picture.sha256());
        return known != null ? known : building.get(picture.sha256(), () -> openOrBuild(picture));
    }

    /** The same with those first steps done that are worth keeping: kept beside it. */
    public Renderable<InPicture> of(StoredPicture picture, Steps<Preparation> steps) {
        Steps<Preparation> kept = Prepared.worthKeeping(steps);
        if (kept.isEmpty()) {
            return of(picture);
        }
        String name = picture.sha256() + "-"
                + FileStore.sha256((RenditionPlan.CORE_VERSION + kept.fingerprint()).getBytes(StandardCharsets.UTF_8))
                        .substring(0, 16);
        WorkingPicture known = open.getIfPresent(name);
        return new Halfway(
                known != null ? known : building.get(name, () -> openOrPrepare(name, picture, kept)),
                picture.size(),
                kept.all());
    }

    private WorkingPicture openOrPrepare(String name, StoredPicture picture, Steps<Preparation> steps) {
        WorkingPicture opened = opened(name);
        if (opened != null) {
            return opened;
        }
        Prepared prepared = new Prepared(picture.size(), steps);
        Size size = LiftedPicture.worked(prepared.size());
        WorkingPicture source = of(picture);
        Pixels pixels = work.run(
                LiftedPicture.HEAP_PER_PIXEL * size.pixels(),
                () -> prepared.of(source).render(new Framing<>(prepared.size().box(), size.box()), size));
        return withRoom(() -> {
            WorkingPicture written = WorkingPicture.write(pixels, fileOf(name));
            open.put(name, written);
            makeRoom(fileOf(name).toFile().length());
            return written;
        });
    }

    /**
     * For one rendition: the working picture where this node has it, else only as much of the original as that needs, which
     * is not kept. The bytes of the rendition are the same. A drawing is drawn afresh for each.
     */
    public Renderable<InPicture> forRendition(
            StoredPicture picture, Steps<Preparation> steps, Framing<InPicture> framing) {
        if (!Prepared.worthKeeping(steps).isEmpty() || steps.all().stream().anyMatch(Preparation::looksEverywhere)) {
            return of(picture, steps);
        }
        if (picture.type().isDrawn()) {
            return withRoom(() -> decoders.redrawn(original(picture), settings.limits(), picture.size(), framing));
        }
        String sha256 = picture.sha256();
        if (open.getIfPresent(sha256) != null || Files.exists(fileOf(sha256))) {
            return of(picture);
        }
        return withRoom(() -> decoders.excerpt(original(picture), settings.limits(), List.of(framing)));
    }

    /** A mark for many sizes: each is drawn afresh where it is a drawing. */
    public Renderable<InPicture> forManySizes(StoredPicture picture, Steps<Preparation> steps) {
        return picture.type().isDrawn()
                        && Prepared.worthKeeping(steps).isEmpty()
                        && steps.all().stream().noneMatch(Preparation::looksEverywhere)
                ? new DrawnAfresh(picture)
                : of(picture, steps);
    }

    private final class DrawnAfresh implements Renderable<InPicture> {
        private final StoredPicture picture;

        DrawnAfresh(StoredPicture picture) {
            this.picture = picture;
        }

        @Override
        public Size size() {
            return picture.size();
        }

        @Override
        public boolean hasAlpha() {
            return true;
        }

        @Override
        public Pixels render(Framing<InPicture> framing, Size out) {
            return withRoom(() -> decoders.redrawn(original(picture), settings.limits(), size(), framing))
                    .render(framing, out);
        }
    }

    /** A picture just decoded, and what was read of it. */
    record Made(WorkingPicture picture, Taken taken) {}

    /** Judges and decodes a file, keeping the outcome. */
    Made take(Source file, String sha256) {
        return withRoom(() -> {
            Taken taken = decoders.take(file, settings.limits(), fileOf(sha256));
            WorkingPicture picture = WorkingPicture.open(fileOf(sha256));
            open.put(sha256, picture);
            makeRoom(fileOf(sha256).toFile().length());
            return new Made(picture, taken);
        });
    }

    /** An SVG drawing without what could run or lead elsewhere. */
    public byte[] cleaned(StoredPicture drawing) {
        try (Spare spare = spare(path -> decoders.clean(original(drawing), settings.limits(), path))) {
            return Files.readAllBytes(spare.path());
        } catch (IOException e) {
            throw new UncheckedIOException("a cleaned drawing cannot be read", e);
        }
    }

    /** A sound PNG of what can be seen of a damaged picture. */
    Spare salvaged(Source file) {
        return spare(path -> decoders.salvage(file, settings.limits(), path));
    }

    /** A copy that says what must be seen of it. */
    Spare withRegions(StoredPicture picture, List<RegionCopy.Outline> areas, FocalPoint<InPicture> focal) {
        return spare(path -> decoders.withRegions(original(picture), settings.limits(), areas, focal, path));
    }

    private interface Filling {
        void into(Path path) throws IOException;
    }

    /** A file for one request; none is left behind when it can't be made. */
    private Spare spare(Filling filling) {
        return withRoom(() -> {
            Spare spare = Spare.in(settings.cache());
            try {
                filling.into(spare.path());
                return spare;
            } catch (IOException | RuntimeException e) {
                spare.close();
                throw e;
            }
        });
    }

    private Source original(StoredPicture picture) {
        return to -> files.copy(picture.sha256(), to);
    }

    private interface OnDisk<T> {
        T get() throws IOException;
    }

    /** Once more after half of the cache has been thrown away, where the disk is full. */
    private <T> T withRoom(OnDisk<T> work) {
        try {
            try {
                return work.get();
            } catch (IOException e) {
                if (!DiskFull.isSaidBy(e)) {
                    throw e;
                }
                LOG.warn("the disk is full: half of the cache is thrown away");
                keepAtMost(kept() / 2);
                return work.get();
            }
        } catch (IOException e) {
            if (DiskFull.isSaidBy(e)) {
                throw new StorageFull(e);
            }
            throw new UncheckedIOException("the cache folder cannot be used", e);
        }
    }

    private WorkingPicture openOrBuild(StoredPicture picture) {
        WorkingPicture opened = opened(picture.sha256());
        return opened != null
                ? opened
                : take(original(picture), picture.sha256()).picture();
    }

    /** Null where there is none that can be used. */
    private WorkingPicture opened(String name) {
        Path file = fileOf(name);
        try {
            if (Files.exists(file)) {
                WorkingPicture opened = WorkingPicture.open(file);
                Files.setLastModifiedTime(file, FileTime.from(Instant.now()));
                open.put(name, opened);
                return opened;
            }
        } catch (IOException e) {
            LOG.warn("the working picture {} is unusable and is made again: {}", name, e.getMessage());
        }
        return null;
    }

    Path cached(String name) {
        return settings.cache().resolve(name);
    }

    private Path fileOf(String sha256) {
        return cached(sha256 + WORKING);
    }

    /**
     * Throws away what was used longest ago, as far as there is too much. Looks only once in a while: after a twentieth of the
     * room has been filled since the last time.
     *
     * @param written bytes that were just added
     */
    void makeRoom(long written) {
        if (unseen.addAndGet(written) < settings.maxCacheSize().toBytes() / 20) {
            return;
        }
        unseen.set(0);
        long left = settings.cache().toFile().getUsableSpace();
        long most = Math.min(settings.maxCacheSize().toBytes(), kept() + left - LEFT_FREE);
        keepAtMost(most - most / 20);
    }

    private long kept() {
        return newestFirst().stream().mapToLong(Cached::bytes).sum();
    }

    private synchronized void keepAtMost(long most) {
        long kept = 0;
        for (Cached file : newestFirst()) {
            kept += file.bytes;
            if (kept > most) {
                try {
                    Files.deleteIfExists(file.path);
                    open.invalidate(file.path.getFileName().toString().replace(WORKING, ""));
                } catch (IOException e) {
                    LOG.warn("{} cannot be thrown away: {}", file.path, e.getMessage());
                }
            }
        }
    }

    private record Cached(Path path, long bytes, long usedAt) {}

    private List<Cached> newestFirst() {
        List<Cached> found = new ArrayList<>();
        try (Stream<Path> all = Files.list(settings.cache())) {
            for (Path path : (Iterable<Path>) all::iterator) {
                try {
                    var facts = Files.readAttributes(path, BasicFileAttributes.class);
                    if (facts.isRegularFile()) {
                        found.add(new Cached(
                                path, facts.size(), facts.lastModifiedTime().toMillis()));
                    }
                } catch (NoSuchFileException e) {
                    // Another request was done with it just now.
                }
            }
        } catch (IOException | UncheckedIOException e) {
            LOG.warn("the cache folder cannot be read: {}", e.getMessage());
        }
        found.sort(Comparator.comparingLong(Cached::usedAt).reversed());
        return found;
    }
}
