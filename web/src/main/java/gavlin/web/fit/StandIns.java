package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureReader;
import gavlin.core.fit.Suitability;
import gavlin.core.mark.EdgeContrast;
import gavlin.core.raster.Pixels;
import gavlin.web.store.FileStore;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Judges whether one slot's rendition serves in another. Files are measured once for each ground, and remembered. */
@Component
public class StandIns {
    private static final int REMEMBERED = 500;

    private final FileStore files;
    private final Map<String, Double> hidden = Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Double> eldest) {
            return size() > REMEMBERED;
        }
    });

    StandIns(FileStore files) {
        this.files = files;
    }

    /** What speaks against showing a fit's file in another slot; empty when it suits, or when there is no file to judge yet. */
    public List<String> against(Slot place, FitState source) {
        StoredRendition file = source.rendition();
        if (file == null) {
            return List.of();
        }
        return Suitability.against(
                place, file.size(), file.measured().transparentPixels() > 0, ground -> hiddenShare(file, ground));
    }

    private double hiddenShare(StoredRendition file, int ground) {
        if (file.measured().transparentPixels() == 0) {
            return 0;
        }
        return hidden.computeIfAbsent(file.key() + ground, key -> {
            Pixels pixels = PictureReader.pixels(files.bytes(file.sha256()));
            return EdgeContrast.hiddenShare(pixels, ground);
        });
    }
}
