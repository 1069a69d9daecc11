package gavlin.web.fit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.brief.Slot;
import gavlin.core.codec.OwnFile;
import gavlin.core.fit.Suitability;
import gavlin.core.mark.EdgeContrast;
import gavlin.core.raster.Pixels;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import java.util.List;
import org.springframework.stereotype.Component;

/** Judges whether one slot's rendition serves in another. Files are measured once for each ground, and remembered. */
@Component
public class StandIns {
    private static final int REMEMBERED = 500;
    /** Of a file that is decoded into memory. */
    private static final long HEAP_PER_PIXEL = 8;

    private final FileStore files;
    private final HeavyWork work;
    private final Cache<String, Double> hidden =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    StandIns(FileStore files, HeavyWork work) {
        this.files = files;
        this.work = work;
    }

    /** What speaks against showing a fit's file in another slot; empty when it suits, or when there is no file to judge yet. */
    public List<String> against(Slot place, FitState source) {
        StoredRendition file = source.rendition();
        if (file == null) {
            return List.of();
        }
        // Margins around an opaque picture don't count: it would still stand in a box of its own.
        boolean clear = source.fit().backing() == null
                && source.prepared().transparent(source.picture().transparent());
        return Suitability.against(place, file.size(), clear, ground -> clear ? hiddenShare(file, ground) : 0);
    }

    private double hiddenShare(StoredRendition file, int ground) {
        return hidden.get(
                file.key() + ground,
                key -> work.run(file.bytes() + HEAP_PER_PIXEL * file.size().pixels(), () -> {
                    Pixels pixels = OwnFile.pixels(files.bytes(file.sha256()));
                    return EdgeContrast.hiddenShare(pixels, ground);
                }));
    }
}
