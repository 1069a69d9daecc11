package gavlin.web.picture;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.codec.Header;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureReader.Decoded;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.UncheckedIOException;
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

    private final PictureSettings settings;
    private final FileStore files;
    private final HeavyWork work;
    private final OnceAtATime<WorkingPicture> building = new OnceAtATime<>();
    /** Bytes written since the folder was last looked through; much, so that a restart looks at once. */
    private final AtomicLong unseen = new AtomicLong(Long.MAX_VALUE / 2);

    private final Cache<String, WorkingPicture> open =
            Caffeine.newBuilder().maximumSize(KEPT_OPEN).build();

    WorkingPictures(PictureSettings settings, FileStore files, HeavyWork work) throws IOException {
        this.settings = settings;
        this.files = files;
        this.work = work;
        Files.createDirectories(settings.cache());
    }

    public WorkingPicture of(StoredPicture picture) {
        WorkingPicture known = open.getIfPresent(picture.sha256());
        return known != null ? known : building.get(picture.sha256(), () -> openOrBuild(picture));
    }

    /**
     * For one rendition: the working picture where this node has it, else only as much of the original as that needs, which
     * is not kept. The bytes of the rendition are the same.
     */
    public WorkingPicture forRendition(StoredPicture picture, Framing<InPicture> framing) {
        String sha256 = picture.sha256();
        if (open.getIfPresent(sha256) != null || Files.exists(fileOf(sha256))) {
            return of(picture);
        }
        return work.run(heapToDecode(picture), () -> {
            byte[] original = files.bytes(sha256);
            try {
                Header header = PictureReader.inspect(original, settings.limits());
                return PictureReader.decodeFor(original, header, settings.cache(), List.of(framing));
            } catch (IOException e) {
                throw new UncheckedIOException("the cache folder cannot be written", e);
            }
        });
    }

    /** Decodes a file that has passed its header, keeping the outcome. */
    Decoded decode(byte[] file, Header header, String sha256) {
        long heap = file.length + PictureReader.heapToDecode(header.type(), header.upright());
        return work.run(heap, () -> {
            try {
                Decoded decoded = PictureReader.decode(file, header, fileOf(sha256));
                open.put(sha256, decoded.picture());
                makeRoom(Files.size(fileOf(sha256)));
                return decoded;
            } catch (IOException e) {
                throw new UncheckedIOException("the cache folder cannot be written", e);
            }
        });
    }

    private WorkingPicture openOrBuild(StoredPicture picture) {
        String sha256 = picture.sha256();
        Path file = fileOf(sha256);
        try {
            if (Files.exists(file)) {
                WorkingPicture opened = WorkingPicture.open(file);
                Files.setLastModifiedTime(file, FileTime.from(Instant.now()));
                open.put(sha256, opened);
                return opened;
            }
        } catch (IOException e) {
            LOG.warn("the working picture {} is unusable and is made again: {}", sha256, e.getMessage());
        }
        return work.run(heapToDecode(picture), () -> {
            byte[] original = files.bytes(sha256);
            return decode(original, PictureReader.inspect(original, settings.limits()), sha256)
                    .picture();
        });
    }

    /** Of a file in the heap, and what its reader needs besides: some decode whole. */
    static long heapToDecode(StoredPicture picture) {
        return picture.bytes() + PictureReader.heapToDecode(picture.type(), picture.size());
    }

    Path cached(String name) {
        return settings.cache().resolve(name);
    }

    private Path fileOf(String sha256) {
        return cached(sha256 + ".working");
    }

    /**
     * Throws away what was used longest ago, as far as there is too much. Looks only once in a while: after a twentieth of the
     * room has been filled since the last time.
     *
     * @param written bytes that were just added
     */
    void makeRoom(long written) {
        long most = settings.maxCacheSize().toBytes();
        if (unseen.addAndGet(written) < most / 20) {
            return;
        }
        synchronized (unseen) {
            unseen.set(0);
            long kept = 0;
            for (Cached file : newestFirst()) {
                kept += file.bytes;
                if (kept > most - most / 20) {
                    try {
                        Files.deleteIfExists(file.path);
                    } catch (IOException e) {
                        LOG.warn("{} cannot be thrown away: {}", file.path, e.getMessage());
                    }
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
