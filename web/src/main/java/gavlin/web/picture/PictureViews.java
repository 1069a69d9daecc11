package gavlin.web.picture;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.springframework.stereotype.Component;

/** Smaller pictures for the screen: whole, upright, good enough to judge a crop on. Never what is uploaded anywhere. */
@Component
class PictureViews {
    /** Widths there are, px; another is rounded up to the next. */
    static final List<Integer> WIDTHS = List.of(320, 640, 1600);

    private static final double QUALITY = 82;

    private final WorkingPictures working;
    private final OnceAtATime<byte[]> making = new OnceAtATime<>();

    PictureViews(WorkingPictures working) {
        this.working = working;
    }

    /** WebP where the picture is transparent, JPEG otherwise. */
    static PictureType typeOf(StoredPicture picture) {
        return picture.transparent() ? PictureType.WEBP : PictureType.JPEG;
    }

    byte[] view(StoredPicture picture, int width) {
        int wanted = WIDTHS.stream().filter(w -> w >= width).findFirst().orElse(WIDTHS.get(WIDTHS.size() - 1));
        String name = picture.sha256() + "-" + wanted + "." + typeOf(picture).extension();
        return making.get(name, () -> readOrMake(picture, wanted, working.cached(name)));
    }

    private byte[] readOrMake(StoredPicture picture, int width, Path file) {
        try {
            return Files.readAllBytes(file);
        } catch (NoSuchFileException e) {
            return madeAnew(picture, width, file);
        } catch (IOException e) {
            throw new UncheckedIOException("the cache folder cannot be used", e);
        }
    }

    private byte[] madeAnew(StoredPicture picture, int width, Path file) {
        try {
            byte[] bytes = make(picture, width);
            Path part = Files.createTempFile(file.getParent(), "view-", ".part");
            Files.write(part, bytes);
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return bytes;
        } catch (IOException e) {
            throw new UncheckedIOException("the cache folder cannot be used", e);
        }
    }

    private byte[] make(StoredPicture picture, int width) {
        WorkingPicture source = working.of(picture);
        Size full = source.size();
        int shown = Math.min(width, full.width());
        int height = (int) Math.max(1, Math.min(4L * width, Math.round((double) full.height() * shown / full.width())));
        Size size = new Size(shown, height);
        Pixels pixels = source.render(new Framing(full.box(), size.box()), size);
        return picture.transparent()
                ? WebpWriter.writeLossy(pixels, QUALITY, Tags.NONE)
                : JpegWriter.write(pixels.over(0xffffff), QUALITY, JpegWriter.Chroma.HALVED, Tags.NONE);
    }
}
