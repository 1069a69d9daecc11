package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Gauge.Verdict;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The fits of a site: looked at, changed revision by revision, accepted, rendered. */
@Service
public class Fits {
    private static final int HISTORY = 60;

    private final FitHeadRepository heads;
    private final FitRevisionRepository revisions;
    private final Renditions renditions;
    private final Pictures pictures;
    private final TransactionTemplate transaction;

    Fits(
            FitHeadRepository heads,
            FitRevisionRepository revisions,
            Renditions renditions,
            Pictures pictures,
            TransactionTemplate transaction) {
        this.heads = heads;
        this.revisions = revisions;
        this.renditions = renditions;
        this.pictures = pictures;
        this.transaction = transaction;
    }

    /** The slot's fit as it stands, with its file when there is one; empty when the slot has none. */
    public Optional<FitState> find(OpenSite site, Place place) {
        return head(site, place)
                .filter(head -> head.currentRevision() > 0)
                .map(head -> state(site, place, head, current(head), null, renditions::find));
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
                .map(head -> {
                    FitRevision revision = held.get(head.id());
                    Place place = new Place(site.slot(head.slot()), section, head.member());
                    StoredPicture picture = sources.get(revision.pictureNumber());
                    // Whether there is something to redo matters on the bench only, and would be a query for each.
                    return FitState.looked(site, place, picture, revision.fit()).stored(head, revision, false);
                })
                .toList();
        return known(planned).stream()
                .collect(Collectors.groupingBy(f -> f.slot().id()));
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

    /** What a fit would be, without storing it or making its file. */
    public FitState look(OpenSite site, Place place, FitRequest request) {
        StoredPicture picture = pictureOf(site, place, request);
        return look(site, place, picture, fitOf(site, place, picture, request));
    }

    /** The same of a picture whose marks need not be stored yet. */
    public FitState look(OpenSite site, Place place, StoredPicture picture, FitRequest request) {
        return look(site, place, picture, fitOf(site, place, picture, request));
    }

    /** What a fit would be, with its file when that has been made before. */
    public FitState look(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        return known(List.of(FitState.looked(site, place, picture, fit))).get(0);
    }

    /** As it is asked for; where that leaves the window open, the best one for what must be seen of the picture. */
    private static Fit fitOf(OpenSite site, Place place, StoredPicture picture, FitRequest request) {
        Fit fit = request.toFit(place.slot(), picture);
        return request.leavesTheWindowOpen() ? BestWindow.placed(site, place, picture, fit) : fit;
    }

    /**
     * A picture as Gavlin would put it into a place: a fit that was made of it for another size proposes itself, from the slot whose
     * proportions are nearest; otherwise about its focal point. Where it is marked what must be seen, that decides.
     *
     * @throws BadInput when the slot has no size inside so small a picture
     */
    public FitState proposed(OpenSite site, Place place, StoredPicture picture, List<FitState> placed) {
        double proportion = place.slot().brief().sizeFor(picture.size()).proportion();
        Fit fit = placed.stream()
                .filter(f -> f.picture().number() == picture.number())
                .min(Comparator.comparingDouble(
                        f -> Math.abs(Math.log(f.plan().size().proportion() / proportion))))
                .map(f -> f.fit().carriedTo(place.slot(), picture.size()))
                .orElseGet(() -> FitRequest.of(picture.id()).toFit(place.slot(), picture));
        return look(site, place, picture, BestWindow.placed(site, place, picture, fit));
    }

    /** The same, from all that is placed there now. */
    public FitState proposed(OpenSite site, Place place, StoredPicture picture) {
        return proposed(site, place, picture, placed(site, place.section()));
    }

    /** Puts a picture into a place as Gavlin would. */
    public FitState put(OpenSite site, Place place, StoredPicture picture) {
        return save(site, place, picture, proposed(site, place, picture).fit(), null);
    }

    /** All that is placed in a section, or in the whole site. */
    public List<FitState> placed(OpenSite site, String section) {
        return findAll(site, section).values().stream().flatMap(List::stream).toList();
    }

    /** The same with their files, as far as those have been made before: one query. */
    public List<FitState> known(List<FitState> states) {
        Map<String, StoredRendition> files =
                renditions.findAll(states.stream().map(FitState::key).toList());
        return states.stream().map(f -> f.with(files.get(f.key()))).toList();
    }

    /** Stores a decision as the next revision. The file is not made here: see {@link #measured}. */
    public FitState save(OpenSite site, Place place, FitRequest request) {
        site.requireChange(place.slot(), place.section());
        StoredPicture picture = pictureOf(site, place, request);
        return save(site, place, picture, fitOf(site, place, picture, request), request.base());
    }

    /**
     * Stores a decision as the next revision.
     *
     * @param base the revision that was looked at, or null to go on from whatever is there
     * @throws FitChanged when somebody else stored another one meanwhile
     */
    public FitState save(OpenSite site, Place place, StoredPicture picture, Fit fit, Integer base) {
        site.requireChange(place.slot(), place.section());
        FitState.looked(site, place, picture, fit); // a fit that can't be planned is refused before it is stored
        if (head(site, place).isEmpty()) {
            transaction.executeWithoutResult(status ->
                    heads.createUnlessThere(site.sheetId(), place.slot().id(), place.section(), place.member()));
        }
        return store(site, place, picture, fit, base);
    }

    private FitState store(OpenSite site, Place place, StoredPicture picture, Fit fit, Integer base) {
        return transaction.execute(status -> {
            FitHead head = heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                    .orElseThrow();
            int parent = head.currentRevision();
            FitRevision last = parent == 0 ? null : current(head);
            boolean theirs = base != null && base != parent && last != null;
            if (theirs && !(last.fit().equals(fit) && last.pictureNumber() == picture.number())) {
                throw new FitChanged(last.madeBy(), parent);
            }
            boolean unchanged = last != null && last.fit().equals(fit) && last.pictureNumber() == picture.number();
            FitRevision held = unchanged
                    ? last
                    : revisions.save(new FitRevision(
                            head.id(),
                            head.advance(),
                            parent,
                            picture.number(),
                            fit,
                            site.viewer().name()));
            heads.save(head);
            return state(site, place, head, held, picture, renditions::find);
        });
    }

    /** The same state with its file made and measured, when any type allowed can hold it. */
    public FitState measured(FitState state) {
        if (state.rendition() != null || state.plan().types().isEmpty()) {
            return state;
        }
        return state.with(renditions.make(state.picture(), state.slot(), state.plan()));
    }

    /** Back to the revision that the present one was made from. */
    public FitState undo(OpenSite site, Place place) {
        return move(site, place, (head, revision) -> revision.parent(), "there is nothing to undo");
    }

    /** Forward again to the newest change made from the present revision. */
    public FitState redo(OpenSite site, Place place) {
        return move(
                site,
                place,
                (head, revision) ->
                        next(head, revision).map(FitRevision::revision).orElse(0),
                "there is nothing to redo");
    }

    private interface Step {
        int from(FitHead head, FitRevision revision);
    }

    private FitState move(OpenSite site, Place place, Step step, String nothing) {
        site.requireChange(place.slot(), place.section());
        return transaction.execute(status -> {
            FitHead head = locked(site, place);
            int to = step.from(head, current(head));
            if (to == 0) {
                throw new Conflict(nothing);
            }
            head.moveTo(to);
            heads.save(head);
            return state(site, place, head, current(head), null, renditions::find);
        });
    }

    /** Goes to any revision; those after it stay, and redo leads on from there. @throws NotFound when there is no such one */
    public FitState goTo(OpenSite site, Place place, int revision) {
        site.requireChange(place.slot(), place.section());
        return transaction.execute(status -> {
            FitHead head = locked(site, place);
            FitRevision wanted = revisions
                    .findByHeadIdAndRevision(head.id(), revision)
                    .orElseThrow(() -> new NotFound("step", Integer.toString(revision)));
            head.moveTo(wanted.revision());
            heads.save(head);
            return state(site, place, head, wanted, null, renditions::find);
        });
    }

    /** Gives a revision a name, or takes it away. */
    public void name(OpenSite site, Place place, int revision, String name) {
        site.requireChange(place.slot(), place.section());
        String said = Require.text("name", name, 80);
        transaction.executeWithoutResult(status -> {
            FitHead head = locked(site, place);
            if (revisions.name(head.id(), revision, said.isEmpty() ? null : said) == 0) {
                throw new NotFound("step", Integer.toString(revision));
            }
        });
    }

    /** All that was decided of a place, the newest first, {@value #HISTORY} at most and all that have names. */
    public List<FitState> history(OpenSite site, Place place) {
        return head(site, place)
                .map(head -> revisions.history(head.id(), head.newestRevision() - HISTORY).stream()
                        .map(r -> FitState.looked(site, place, pictures.byNumber(site, r.pictureNumber()), r.fit())
                                .stored(head, r, false))
                        .toList())
                .orElse(List.of());
    }

    /** Marks the present revision as the one to use. @throws Conflict while a gauge fails */
    public FitState accept(OpenSite site, Place place) {
        site.requireChange(place.slot(), place.section());
        FitState state = measured(get(site, place));
        if (state.verdict() == Verdict.FAILS) {
            throw new Conflict("this cannot be accepted yet: " + FitState.worstOf(state.gauges()));
        }
        return transaction.execute(status -> {
            FitHead head = locked(site, place);
            if (head.currentRevision() != state.revision()) {
                throw new Conflict("somebody changed this fit meanwhile; look at it again");
            }
            head.accept();
            heads.save(head);
            return state(site, place, head, current(head), state.picture(), renditions::find);
        });
    }

    /**
     * The slot's file at a density, made now if need be.
     *
     * @throws BadInput when the brief does not ask for that density
     * @throws Conflict when the picture has not got the pixels, or no type can hold it
     */
    public StoredRendition rendition(FitState state, int density) {
        List<Integer> asked = state.slot().brief().densities();
        if (!asked.contains(density)) {
            throw new BadInput("density", "density must be one of " + asked + ", was " + density);
        }
        RenditionPlan plan =
                RenditionPlan.of(state.slot(), state.fit(), state.picture().facts(), density);
        if (density > 1 && plan.framing().detail() < 1) {
            throw new Conflict("the picture has too few pixels in this window for density " + density);
        }
        if (plan.types().isEmpty()) {
            throw new Conflict("there is no file yet: " + FitState.worstOf(state.gauges()));
        }
        return renditions.make(state.picture(), state.slot(), plan);
    }

    public void copy(StoredRendition rendition, OutputStream to) throws IOException {
        renditions.copy(rendition, to);
    }

    private FitState state(
            OpenSite site,
            Place place,
            FitHead head,
            FitRevision revision,
            StoredPicture picture,
            Function<String, Optional<StoredRendition>> files) {
        StoredPicture source = picture != null ? picture : pictures.byNumber(site, revision.pictureNumber());
        FitState state = FitState.looked(site, place, source, revision.fit())
                .stored(head, revision, next(head, revision).isPresent());
        return state.with(files.apply(state.key()).orElse(null));
    }

    private StoredPicture pictureOf(OpenSite site, Place place, FitRequest request) {
        if (request.picture() != null) {
            return pictures.find(site, request.picture());
        }
        return find(site, place)
                .map(FitState::picture)
                .orElseThrow(() -> new BadInput("picture", "the slot has no picture yet: say which one, by its id"));
    }

    private Optional<FitHead> head(OpenSite site, Place place) {
        return heads.findBySheetIdAndSlotAndSectionAndMember(
                site.sheetId(), place.slot().id(), place.section(), place.member());
    }

    private FitHead locked(OpenSite site, Place place) {
        return heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                .filter(head -> head.currentRevision() > 0)
                .orElseThrow(() -> none(place));
    }

    private static NotFound none(Place place) {
        return new NotFound("fit for slot", place.slot().id());
    }

    private static <K, V> Map<K, V> byKey(List<V> values, Function<V, K> key) {
        return values.stream().collect(Collectors.toMap(key, Function.identity()));
    }

    private FitRevision current(FitHead head) {
        return revisions
                .findByHeadIdAndRevision(head.id(), head.currentRevision())
                .orElseThrow(() -> new IllegalStateException("a fit's present revision is missing"));
    }

    private Optional<FitRevision> next(FitHead head, FitRevision revision) {
        return revisions.findFirstByHeadIdAndParentOrderByRevisionDesc(head.id(), revision.revision());
    }
}
