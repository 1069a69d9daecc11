package gavlin.web.fit;

import gavlin.core.brief.SlotSheet;
import gavlin.core.fit.FitDocument;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** The fits of a site as they stand. {@link FitBook} changes them, {@link Proposals} says what others would be. */
@Service
public class Fits {
    private static final Logger LOG = LoggerFactory.getLogger(Fits.class);
    private static final int HISTORY = 60;

    private final FitHeadRepository heads;
    private final FitRevisionRepository revisions;
    private final Renditions renditions;
    private final Pictures pictures;

    Fits(FitHeadRepository heads, FitRevisionRepository revisions, Renditions renditions, Pictures pictures) {
        this.heads = heads;
        this.revisions = revisions;
        this.renditions = renditions;
        this.pictures = pictures;
    }

    /** The slot's fit as it stands, with its file when there is one; empty when the slot has none. */
    public Optional<FitState> find(OpenSite site, Place place) {
        return head(site, place)
                .filter(head -> head.currentRevision() > 0)
                .map(head -> state(site, place, head, current(head)));
    }

    /** @throws NotFound when the slot has no fit */
    public FitState get(OpenSite site, Place place) {
        return find(site, place).orElseThrow(() -> none(place));
    }

    /** All fits of a section, by slot id, those of a slot in their order: a few queries, however many slots there are. */
    public Map<String, List<FitState>> findAll(OpenSite site, String section) {
        List<FitHead> known = heads.findBySheetIdAndSectionOrderByPositionAscMemberAsc(site.sheetId(), section).stream()
                .filter(head -> head.currentRevision() > 0
                        && site.sheet().slot(head.slot()).isPresent())
                .toList();
        Map<Long, FitRevision> held =
                byKey(revisions.findCurrent(known.stream().map(FitHead::id).toList()), FitRevision::headId);
        Map<Long, StoredPicture> sources = pictures.byNumbers(
                site, held.values().stream().map(FitRevision::pictureNumber).toList());
        List<FitState> planned = known.stream()
                .flatMap(head -> planned(site, section, head, held.get(head.id()), sources).stream())
                .toList();
        return renditions.known(planned).stream()
                .collect(Collectors.groupingBy(f -> f.slot().id()));
    }

    private static Optional<FitState> planned(
            OpenSite site, String section, FitHead head, FitRevision held, Map<Long, StoredPicture> sources) {
        Place place = new Place(site.slot(head.slot()), section, head.member());
        try {
            FitState state = FitState.looked(site, place, sources.get(held.pictureNumber()), held.fit());
            // Whether there is something to redo matters on the bench only, and would be a query for each.
            return Optional.of(state.with(stored(head, held, false)));
        } catch (FitDocument.UnknownFormat e) {
            LOG.warn("the fit of {} in {} is kept, but not shown: {}", head.slot(), site.id(), e.getMessage());
            return Optional.empty();
        }
    }

    /** Ids of slots whose fit a later version of Gavlin stored: kept, and not to be read by this one. */
    public List<String> unreadable(OpenSite site) {
        return revisions.ofAnotherFormat(site.sheetId(), "{\"format\":\"" + FitDocument.FORMAT + "\",%");
    }

    /** Ids of the slots that have a picture for the whole site. */
    public Set<String> filled(OpenSite site) {
        return heads.findBySheetIdAndSectionOrderByPositionAscMemberAsc(site.sheetId(), OpenSite.WHOLE_SITE).stream()
                .filter(head -> head.currentRevision() > 0)
                .map(FitHead::slot)
                .collect(Collectors.toSet());
    }

    /** Slot ids to the sections that have a picture of their own there, whether it counts now or not. */
    public Map<String, Set<String>> ownSections(OpenSite site) {
        return heads
                .findBySheetIdAndSectionNotAndCurrentRevisionGreaterThan(site.sheetId(), OpenSite.WHOLE_SITE, 0)
                .stream()
                .collect(Collectors.groupingBy(
                        FitHead::slot, Collectors.mapping(FitHead::section, Collectors.toCollection(TreeSet::new))));
    }

    /** All that is placed in a section, or in the whole site. */
    public List<FitState> placed(OpenSite site, String section) {
        return findAll(site, section).values().stream().flatMap(List::stream).toList();
    }

    /** All that is placed anywhere: in the whole site first, then in each of its sections. */
    public List<FitState> placedAnywhere(OpenSite site) {
        return Stream.concat(
                        Stream.of(OpenSite.WHOLE_SITE),
                        site.sheet().sections().stream().map(SlotSheet.Section::id))
                .flatMap(section -> placed(site, section).stream())
                .toList();
    }

    /** All that was decided of a place, the newest first, {@value #HISTORY} at most and all that have names. */
    public List<FitState> history(OpenSite site, Place place) {
        return head(site, place)
                .map(head -> revisions.history(head.id(), head.newestRevision() - HISTORY).stream()
                        .map(r -> FitState.looked(site, place, pictures.byNumber(site, r.pictureNumber()), r.fit())
                                .with(stored(head, r, false)))
                        .toList())
                .orElse(List.of());
    }

    /** What was decided of a place in one of its steps. @throws NotFound when there is none of that number */
    public FitState at(OpenSite site, Place place, int revision) {
        return head(site, place)
                .flatMap(head -> revisions
                        .findByHeadIdAndRevision(head.id(), revision)
                        .map(step -> state(site, place, head, step)))
                .orElseThrow(() -> new NotFound("step", Integer.toString(revision)));
    }

    /** The revision that holds at a place now; 0 for none. */
    public int currentRevision(OpenSite site, Place place) {
        return head(site, place).map(FitHead::currentRevision).orElse(0);
    }

    /** A revision of a place as it stands there. */
    FitState state(OpenSite site, Place place, FitHead head, FitRevision revision) {
        StoredPicture source = pictures.byNumber(site, revision.pictureNumber());
        FitState state = FitState.looked(site, place, source, revision.fit())
                .with(stored(head, revision, next(head, revision).isPresent()));
        return state.with(renditions.find(state.key()).orElse(null));
    }

    private static FitState.Stored stored(FitHead head, FitRevision held, boolean canRedo) {
        return new FitState.Stored(
                held.revision(),
                held.name(),
                held.madeBy(),
                held.madeAt(),
                held.revision() == head.currentRevision() ? head.acceptedAs() : null,
                held.parent() > 0,
                canRedo);
    }

    Optional<FitHead> head(OpenSite site, Place place) {
        return heads.findBySheetIdAndSlotAndSectionAndMember(
                site.sheetId(), place.slot().id(), place.section(), place.member());
    }

    FitRevision current(FitHead head) {
        return revisions
                .findByHeadIdAndRevision(head.id(), head.currentRevision())
                .orElseThrow(() -> new IllegalStateException("a fit's present revision is missing"));
    }

    Optional<FitRevision> next(FitHead head, FitRevision revision) {
        return revisions.findFirstByHeadIdAndParentOrderByRevisionDesc(head.id(), revision.revision());
    }

    static NotFound none(Place place) {
        return new NotFound("fit for slot", place.slot().id());
    }

    private static <K, V> Map<K, V> byKey(List<V> values, Function<V, K> key) {
        return values.stream().collect(Collectors.toMap(key, Function.identity()));
    }
}
