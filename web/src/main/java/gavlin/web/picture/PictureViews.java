package gavlin.web.picture;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.jpeg.Chroma;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Smaller pictures for the screen: whole, upright, good enough to judge a crop on. Never what is uploaded anywhere. */
@Component
public class PictureViews {
    /** Widths there are, px; another is rounded up to the next. */
    public static final int WIDEST = 1600;

    static final List<Integer> WIDTHS = List.of(320, 640, WIDEST);

    private static final Logger LOG = LoggerFactory.getLogger(PictureViews.class);

    /** The longer side of a draft, px. */
    private static final int DRAFT = 480;

    private static final double QUALITY = 82;
    /** Bytes of heap for a pixel of a view: itself, its source at twice the density, its encoder's copy. */
    private static final long HEAP_PER_PIXEL = 40;

    private final WorkingPictures working;
    private final HeavyWork work;
    private final OnceAtATime<byte[]> making = new OnceAtATime<>();

    PictureViews(WorkingPictures working, HeavyWork work) {
        this.working = working;
        this.work = work;
    }

    /** WebP where the picture is transparent, JPEG otherwise. */
    public static PictureType typeOf(StoredPicture picture, Steps<Preparation> prepare) {
        return transparent(picture, prepare) ? PictureType.WEBP : PictureType.JPEG;
    }

    private static boolean transparent(StoredPicture picture, Steps<Preparation> prepare) {
        return new Prepared(picture.size(), prepare).transparent(picture.transparent());
    }

    /** The whole of a picture as it is prepared, so many px wide. */
    public byte[] view(StoredPicture picture, Steps<Preparation> prepare, int width) {
        String name = name(picture, prepare, width);
        return making.get(name, () -> readOrMake(picture, prepare, wanted(width), working.cached(name)));
    }

    /** Another for other pixels. */
    public String tag(StoredPicture picture, Steps<Preparation> prepare, int width) {
        return '"' + name(picture, prepare, width) + '"';
    }

    private static String name(StoredPicture picture, Steps<Preparation> prepare, int width) {
        return picture.sha256() + fingerprint(prepare) + "-" + wanted(width) + "."
                + typeOf(picture, prepare).extension();
    }

    private static int wanted(int width) {
        return WIDTHS.stream().filter(w -> w >= width).findFirst().orElse(WIDTHS.get(WIDTHS.size() - 1));
    }

    /** Where a page reads it. */
    public static String href(StoredPicture picture, Steps<Preparation> prepare, int width) {
        String href = "/sites/" + picture.siteId() + "/pictures/" + picture.id() + "/view?width=" + width;
        return prepare.isEmpty()
                ? href
                : href + "&prepare=" + URLEncoder.encode(prepare.fingerprint(), StandardCharsets.UTF_8);
    }

    private static String fingerprint(Steps<Preparation> prepare) {
        return prepare.isEmpty()
                ? ""
                : "-"
                        + FileStore.sha256(prepare.fingerprint().getBytes(StandardCharsets.UTF_8))
                                .substring(0, 16);
    }

    /**
     * The steps done to a reduced picture, at once and not kept: what is drawn while a hand moves a number. Only steps that leave the
     * picture's size as it is.
     */
    byte[] draft(StoredPicture picture, Steps<Preparation> prepare) {
        Size full = picture.size();
        Size size = full.withinSide(DRAFT);
        WorkingPicture source = working.of(picture);
        return work.run(size.pixels() * HEAP_PER_PIXEL, () -> {
            Pixels reduced = source.render(new Framing<>(full.box(), size.box()), size);
            Prepared prepared = new Prepared(size, prepare);
            Pixels done = prepared.of(new PixelsPicture<InPicture>(reduced, size))
                    .render(new Framing<>(size.box(), size.box()), size);
            return WebpWriter.writeLossy(done, WebpWriter.Lossy.usual(QUALITY), Tags.NONE);
        });
    }

    private byte[] readOrMake(StoredPicture picture, Steps<Preparation> prepare, int width, Path file) {
        try {
            return Files.readAllBytes(file);
        } catch (NoSuchFileException e) {
            return madeAnew(picture, prepare, width, file);
        } catch (IOException e) {
            throw new UncheckedIOException("the cache folder cannot be used", e);
        }
    }

    private byte[] madeAnew(StoredPicture picture, Steps<Preparation> prepare, int width, Path file) {
        byte[] bytes = make(picture, prepare, width);
        working.makeRoom(bytes.length);
        try (Spare part = Spare.in(file.getParent())) {
            Files.write(part.path(), bytes);
            Files.move(part.path(), file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            LOG.warn("a view is not kept: {}", e.getMessage()); // a full disk, mostly; it is made again next time
        }
        return bytes;
    }

    private byte[] make(StoredPicture picture, Steps<Preparation> prepare, int width) {
        Prepared prepared = new Prepared(picture.size(), prepare);
        Size full = prepared.size();
        int shown = Math.min(width, full.width());
        int height = (int) Math.max(1, Math.min(4L * width, Math.round((double) full.height() * shown / full.width())));
        Size size = new Size(shown, height);
        Renderable<InPicture> source = working.of(picture, prepare);
        return work.run(size.pixels() * HEAP_PER_PIXEL, () -> {
            Pixels pixels = prepared.of(source).render(new Framing<>(full.box(), size.box()), size);
            return transparent(picture, prepare)
                    ? WebpWriter.writeLossy(pixels, WebpWriter.Lossy.usual(QUALITY), Tags.NONE)
                    : JpegWriter.write(pixels.over(0xffffff), QUALITY, Chroma.HALVED, Tags.NONE);
        });
    }
}
