package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
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
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The fits of a site: looked at, changed revision by revision, accepted, rendered. */
@Service
public class Fits {
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
    public Optional<FitState> find(OpenSite site, Slot slot, String section) {
        return heads.findBySiteIdAndSlotAndSection(site.id(), slot.id(), section)
                .filter(head -> head.currentRevision() > 0)
                .map(head -> state(site, slot, head, current(head), null, renditions::find));
    }

    /** @throws NotFound when the slot has no fit */
    public FitState get(OpenSite site, Slot slot, String section) {
        return find(site, slot, section).orElseThrow(() -> new NotFound("fit for slot", slot.id()));
    }

    /** All fits of a section, by slot id: a few queries, however many slots there are. */
    public Map<String, FitState> findAll(OpenSite site, String section) {
        Map<Long, FitHead> byId = heads.findBySiteIdAndSection(site.id(), section).stream()
                .filter(head -> head.currentRevision() > 0
                        && site.sheet().slot(head.slot()).isPresent())
                .collect(Collectors.toMap(FitHead::id, Function.identity()));
        Map<Long, StoredPicture> known =
                pictures.list(site).stream().collect(Collectors.toMap(StoredPicture::number, Function.identity()));
        Map<String, FitState> planned = new HashMap<>();
        for (FitRevision revision : revisions.findCurrent(byId.keySet())) {
            FitHead head = byId.get(revision.headId());
            Slot slot = site.slot(head.slot());
            StoredPicture picture = known.get(revision.pictureNumber());
            planned.put(slot.id(), state(site, slot, head, revision, picture, key -> Optional.empty()));
        }
        Map<String, StoredRendition> files = renditions.findAll(planned.values().stream()
                .map(f -> Renditions.key(f.picture(), f.slot(), f.plan()))
                .toList());
        planned.replaceAll((slot, f) -> withRendition(f, files.get(Renditions.key(f.picture(), f.slot(), f.plan()))));
        return planned;
    }

    /** What a fit would be, without storing it or making its file. */
    public FitState look(OpenSite site, Slot slot, String section, FitRequest request) {
        StoredPicture picture = pictureOf(site, slot, section, request);
        Fit fit = request.toFit(slot, picture);
        RenditionPlan plan = FitRequest.plan(slot, fit, picture, 1);
        StoredRendition known =
                renditions.find(Renditions.key(picture, slot, plan)).orElse(null);
        return new FitState(slot, section, 0, null, false, false, false, picture, fit, plan, known);
    }

    /** Stores a decision as the next revision. The file is not made here: see {@link #measured}. */
    public FitState save(OpenSite site, Slot slot, String section, FitRequest request) {
        site.requireChange(section);
        StoredPicture picture = pictureOf(site, slot, section, request);
        Fit fit = request.toFit(slot, picture);
        FitRequest.plan(slot, fit, picture, 1); // a fit that can't be planned is refused before it is stored
        if (heads.findBySiteIdAndSlotAndSection(site.id(), slot.id(), section).isEmpty()) {
            transaction.executeWithoutResult(status -> heads.createUnlessThere(site.id(), slot.id(), section));
        }
        return store(site, slot, section, picture, fit);
    }

    private FitState store(OpenSite site, Slot slot, String section, StoredPicture picture, Fit fit) {
        return transaction.execute(status -> {
            FitHead head = heads.lock(site.id(), slot.id(), section).orElseThrow();
            int parent = head.currentRevision();
            FitRevision last = parent == 0 ? null : current(head);
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
            return state(site, slot, head, held, picture, renditions::find);
        });
    }

    /** The same state with its file made and measured, when any type allowed can hold it. */
    public FitState measured(FitState state) {
        if (state.rendition() != null || state.plan().types().isEmpty()) {
            return state;
        }
        return withRendition(state, renditions.make(state.picture(), state.slot(), state.plan()));
    }

    /** Back to the revision that the present one was made from. */
    public FitState undo(OpenSite site, Slot slot, String section) {
        return move(site, slot, section, (head, revision) -> revision.parent(), "there is nothing to undo");
    }

    /** Forward again to the newest change made from the present revision. */
    public FitState redo(OpenSite site, Slot slot, String section) {
        return move(
                site,
                slot,
                section,
                (head, revision) ->
                        next(head, revision).map(FitRevision::revision).orElse(0),
                "there is nothing to redo");
    }

    private interface Step {
        int from(FitHead head, FitRevision revision);
    }

    private FitState move(OpenSite site, Slot slot, String section, Step step, String nothing) {
        site.requireChange(section);
        return transaction.execute(status -> {
            FitHead head = locked(site, slot, section);
            int to = step.from(head, current(head));
            if (to == 0) {
                throw new Conflict(nothing);
            }
            head.moveTo(to);
            heads.save(head);
            return state(site, slot, head, current(head), null, renditions::find);
        });
    }

    /** Marks the present revision as the one to use. @throws Conflict while a gauge fails */
    public FitState accept(OpenSite site, Slot slot, String section) {
        site.requireChange(section);
        FitState state = measured(get(site, slot, section));
        if (state.verdict() == Verdict.FAILS) {
            throw new Conflict("this cannot be accepted yet: " + FitState.worstOf(state.gauges()));
        }
        return transaction.execute(status -> {
            FitHead head = locked(site, slot, section);
            if (head.currentRevision() != state.revision()) {
                throw new Conflict("somebody changed this fit meanwhile; look at it again");
            }
            head.accept();
            heads.save(head);
            return state(site, slot, head, current(head), state.picture(), renditions::find);
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
        RenditionPlan plan = FitRequest.plan(state.slot(), state.fit(), state.picture(), density);
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
            Slot slot,
            FitHead head,
            FitRevision revision,
            StoredPicture picture,
            Function<String, Optional<StoredRendition>> files) {
        StoredPicture source = picture != null ? picture : pictures.byNumber(site, revision.pictureNumber());
        Fit fit = revision.fit();
        RenditionPlan plan = FitRequest.plan(slot, fit, source, 1);
        return new FitState(
                slot,
                head.section(),
                revision.revision(),
                revision.madeAt(),
                head.isAccepted(),
                revision.parent() > 0,
                next(head, revision).isPresent(),
                source,
                fit,
                plan,
                files.apply(Renditions.key(source, slot, plan)).orElse(null));
    }

    private static FitState withRendition(FitState s, StoredRendition rendition) {
        return new FitState(
                s.slot(),
                s.section(),
                s.revision(),
                s.madeAt(),
                s.accepted(),
                s.canUndo(),
                s.canRedo(),
                s.picture(),
                s.fit(),
                s.plan(),
                rendition);
    }

    private StoredPicture pictureOf(OpenSite site, Slot slot, String section, FitRequest request) {
        if (request.picture() != null) {
            return pictures.find(site, request.picture());
        }
        return find(site, slot, section)
                .map(FitState::picture)
                .orElseThrow(() -> new BadInput("picture", "the slot has no picture yet: say which one, by its id"));
    }

    private FitHead locked(OpenSite site, Slot slot, String section) {
        return heads.lock(site.id(), slot.id(), section)
                .filter(head -> head.currentRevision() > 0)
                .orElseThrow(() -> new NotFound("fit for slot", slot.id()));
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
