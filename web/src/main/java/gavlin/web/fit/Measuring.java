package gavlin.web.fit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.web.site.OpenSite;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;

/**
 * Measures the file of a place's present decision, and gives up when another decision was stored meanwhile: nobody waits for that file any
 * more. Only this node's own decisions are known here; another's file is measured to its end.
 */
@Service
public class Measuring {
    private static final int PLACES = 10_000;

    private final Renditions renditions;
    /** The key of the file that a place needs now. */
    private final Cache<String, String> needed =
            Caffeine.newBuilder().maximumSize(PLACES).build();

    Measuring(Renditions renditions) {
        this.renditions = renditions;
    }

    void nowIs(OpenSite site, Place place, String key) {
        needed.put(name(site, place), key);
    }

    /**
     * The same state with its file; without it when it was superseded.
     *
     * @param told from any thread of the state with a file that would do, while better ones are looked for
     */
    public FitState of(OpenSite site, FitState state, Consumer<FitState> told) {
        String key = state.key();
        String name = name(site, state.place());
        BooleanSupplier superseded = () -> {
            String now = needed.getIfPresent(name);
            return now != null && !now.equals(key);
        };
        return renditions.measured(state, superseded, told);
    }

    private static String name(OpenSite site, Place place) {
        return site.sheetId() + "/" + place.slot().id() + "/" + place.section() + "/" + place.member();
    }
}
