package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitChange;
import gavlin.core.fit.FitDocument;
import gavlin.core.solve.Patience;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import gavlin.web.work.HeavyWork;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;

/** What fits would be that are not stored: asked for, carried from other slots, chosen by Gavlin; judged as stored ones are. */
@Service
public class Proposals {
    /** People wait for it; usual searches end in a tenth of it, proven. */
    private static final Duration MOST_SEARCHING = Duration.ofSeconds(1);
    /** Of all that could be chosen together. */
    private static final Duration MOST_COMPARING = Duration.ofSeconds(6);

    private final Fits fits;
    private final FitBook book;
    private final Renditions renditions;
    private final Pictures pictures;
    private final Settling settling;
    private final HeavyWork work;

    Proposals(Fits fits, FitBook book, Renditions renditions, Pictures pictures, Settling settling, HeavyWork work) {
        this.settling = settling;
        this.fits = fits;
        this.book = book;
        this.renditions = renditions;
        this.pictures = pictures;
        this.work = work;
    }

    /** What a fit would be, with its file when that has been made before. */
    public FitState look(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        return renditions
                .known(List.of(FitState.looked(site, place, picture, fit)))
                .get(0);
    }

    /** The same as it is asked for. */
    public FitState look(OpenSite site, Place place, Asked asked) {
        StoredPicture picture = pictureOf(site, place, asked);
        return look(site, place, picture, fitOf(site, place, picture, asked));
    }

    /** Stores what is asked for. @throws FitChanged when somebody else stored another one meanwhile */
    public FitState save(OpenSite site, Place place, Asked asked) {
        site.requireChange(place.slot(), place.section());
        StoredPicture picture = pictureOf(site, place, asked);
        return book.save(site, place, picture, fitOf(site, place, picture, asked), asked.base());
    }

    private UnaryOperator<Fit> settling(StoredPicture picture) {
        return fit -> settling.of(picture, fit);
    }

    /** A fit with what Gavlin is to choose in it chosen. */
    public Fit settled(StoredPicture picture, Fit fit) {
        return settling.of(picture, fit);
    }

    /** A fit asked for, as it comes to be in a place. */
    public Fit asked(Place place, StoredPicture picture, Asked asked) {
        return asked.toFit(place.slot(), picture, settling(picture));
    }

    /** A fit after a change, with what Gavlin is to choose in it chosen. */
    public Fit changed(Place place, StoredPicture picture, Fit fit, FitChange change) {
        return change.applyTo(new FitDocument(picture.id(), fit), place.slot(), picture.size(), settling(picture))
                .fit();
    }

    /** As it is asked for; where that leaves the window open, the best one for what must be seen of the picture. */
    private Fit fitOf(OpenSite site, Place place, StoredPicture picture, Asked asked) {
        Fit fit = asked.toFit(place.slot(), picture, settling(picture));
        return asked.leavesTheWindowOpen() ? placed(site, place, picture, fit) : fit;
    }

    /** The same fit with its window where Gavlin puts it. */
    public Fit placed(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        return work.run(() -> Patience.within(MOST_SEARCHING, () -> BestWindow.placed(site, place, picture, fit)));
    }

    /** The best window for a fit as it is. */
    public BestWindow best(FitState present, Set<String> locks, List<Integer> heights) {
        return work.run(() -> Patience.within(MOST_SEARCHING, () -> BestWindow.of(present, locks, heights)));
    }

    /**
     * A picture as Gavlin would put it into a place: a fit that was made of it for another size proposes itself, from the slot whose
     * proportions are nearest; otherwise about its focal point. Where it is marked what must be seen, that decides.
     *
     * @throws BadInput when the slot has no size inside so small a picture
     */
    public FitState proposed(OpenSite site, Place place, StoredPicture picture, List<FitState> placed) {
        return look(site, place, picture, placed(site, place, picture, carried(place, picture, placed)));
    }

    private Fit carried(Place place, StoredPicture picture, List<FitState> placed) {
        double proportion = place.slot().brief().sizeFor(picture.size()).proportion();
        return placed.stream()
                .filter(f -> f.picture().number() == picture.number())
                .min(Comparator.comparingDouble(
                        f -> Math.abs(Math.log(f.plan().size().proportion() / proportion))))
                .map(f -> f.fit().carriedTo(place.slot(), picture.size()))
                .orElseGet(() -> FitRequest.of(picture.id()).toFit(place.slot(), picture, settling(picture)));
    }

    /** The same, from all that is placed there now. */
    public FitState proposed(OpenSite site, Place place, StoredPicture picture) {
        return proposed(site, place, picture, fits.placed(site, place.section()));
    }

    /**
     * Puts a picture into a place as Gavlin would.
     *
     * @param base the revision that was looked at, 0 for none, or null for whatever is there
     * @throws FitChanged when somebody else put another one there meanwhile
     */
    public FitState put(OpenSite site, Place place, StoredPicture picture, Integer base) {
        return book.save(site, place, picture, proposed(site, place, picture).fit(), base);
    }

    /**
     * A picture that could be put into a place.
     *
     * @param state as it would be there; null where it can't be
     * @param refusal why it can't be; empty otherwise
     */
    public record Choice(StoredPicture picture, FitState state, String refusal) {
        private int rank() {
            return state == null ? Integer.MAX_VALUE : state.verdict().ordinal();
        }

        /** How many of its gauges are not all right. */
        private long faults() {
            return state == null
                    ? 0
                    : state.gauges().stream()
                            .filter(g -> !g.verdict().isNoObstacle())
                            .count();
        }
    }

    /**
     * The site's pictures as each would be in a place, best first; among equals those with fewer faults, then the newest. Judged by the
     * same gauges as everything else. Of a large site's, those are looked at closely that come first without a search for their best window.
     *
     * @param most that are looked at closely
     */
    public List<Choice> choices(OpenSite site, Place place, int most) {
        List<FitState> placed = fits.placed(site, place.section());
        List<StoredPicture> all = pictures.list(site);
        return work.run(() -> {
            List<StoredPicture> first = all.size() <= most
                    ? all
                    : all.stream()
                            .map(picture -> choice(site, place, picture, placed, false))
                            .sorted(ORDER)
                            .limit(most)
                            .map(Choice::picture)
                            .toList();
            List<Choice> choices = new ArrayList<>();
            Patience.within(MOST_COMPARING, () -> {
                first.forEach(picture -> choices.add(choice(site, place, picture, placed, true)));
                return choices;
            });
            choices.sort(ORDER);
            return choices;
        });
    }

    private static final Comparator<Choice> ORDER =
            Comparator.comparingInt(Choice::rank).thenComparingLong(Choice::faults);

    private Choice choice(OpenSite site, Place place, StoredPicture picture, List<FitState> placed, boolean closely) {
        try {
            Fit fit = carried(place, picture, placed);
            Fit there = closely ? BestWindow.placed(site, place, picture, fit) : fit;
            return new Choice(picture, FitState.looked(site, place, picture, there), "");
        } catch (BadInput e) {
            return new Choice(picture, null, e.getMessage());
        }
    }

    private StoredPicture pictureOf(OpenSite site, Place place, Asked asked) {
        if (asked.picture() != null) {
            return pictures.find(site, asked.picture());
        }
        return fits.find(site, place)
                .map(FitState::picture)
                .orElseThrow(() -> new BadInput("picture", "the slot has no picture yet: say which one, by its id"));
    }
}
