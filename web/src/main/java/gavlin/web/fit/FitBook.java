package gavlin.web.fit;

import gavlin.core.Require;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import gavlin.core.gauge.Verdict;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.work.Again;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Changes fits, revision by revision: nothing that was decided is ever written over. */
@Service
public class FitBook {
    private final FitHeadRepository heads;
    private final FitRevisionRepository revisions;
    private final Fits fits;
    private final Renditions renditions;
    private final Measuring measuring;
    private final TransactionTemplate transaction;

    FitBook(
            FitHeadRepository heads,
            FitRevisionRepository revisions,
            Fits fits,
            Renditions renditions,
            Measuring measuring,
            TransactionTemplate transaction) {
        this.heads = heads;
        this.revisions = revisions;
        this.fits = fits;
        this.renditions = renditions;
        this.measuring = measuring;
        this.transaction = transaction;
    }

    /**
     * Stores a decision as the next revision. The file is not made here: see {@link Renditions#measured}.
     *
     * @param base the revision that was looked at, 0 for none, or null to go on from whatever is there
     * @throws FitChanged when somebody else stored another one meanwhile
     */
    public FitState save(OpenSite site, Place place, StoredPicture picture, Fit fit, Integer base) {
        FitState stored = store(site, place, picture, fit, head -> {
            int parent = head.currentRevision();
            FitRevision last = parent == 0 ? null : fits.current(head);
            boolean unchanged = last != null && last.fit().equals(fit) && last.pictureNumber() == picture.number();
            if (base != null && base != parent && last != null && !unchanged) {
                throw new FitChanged(last.madeBy(), parent);
            }
            if (base != null && base > 0 && last == null) {
                throw new Conflict("the picture was taken out of "
                        + place.slot().name() + " meanwhile: put it back first, or choose one anew");
            }
            return unchanged ? last : revision(head, head.advance(), parent, picture, fit, site);
        });
        measuring.nowIs(site, place, stored.key());
        return stored;
    }

    /** Stores a decision for the history while the present one goes on holding: the other side of a conflict. */
    public void setAside(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        store(site, place, picture, fit, head -> {
            int parent = head.currentRevision();
            return revision(head, head.setAside(), parent, picture, fit, site);
        });
    }

    private interface Storing {
        FitRevision in(FitHead head);
    }

    private FitState store(OpenSite site, Place place, StoredPicture picture, Fit fit, Storing storing) {
        site.requireChange(place.slot(), place.section());
        picture.requireThere();
        FitState.looked(site, place, picture, fit); // a fit that can't be planned is refused before it is stored
        return Again.whenBeaten(() -> {
            if (fits.head(site, place).isEmpty()) {
                transaction.executeWithoutResult(status ->
                        heads.createUnlessThere(site.sheetId(), place.slot().id(), place.section(), place.member()));
            }
            return transaction.execute(status -> {
                FitHead head = place.slot().set() == null
                        ? heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                                .orElseThrow()
                        : withRoom(site, place);
                FitRevision held = storing.in(head);
                heads.save(head);
                return fits.state(site, place, head, held);
            });
        });
    }

    /** One of the pictures of a slot of several, and no more than it takes, however many come at once. */
    private FitHead withRoom(OpenSite site, Place place) {
        List<FitHead> all = heads.lockAll(site.sheetId(), place.slot().id(), place.section());
        FitHead own = all.stream()
                .filter(head -> head.member() == place.member())
                .findFirst()
                .orElseThrow();
        long filled = all.stream().filter(head -> head.currentRevision() > 0).count();
        if (own.currentRevision() == 0 && filled >= place.slot().set().most()) {
            throw new Conflict(
                    place.slot().name() + " takes at most " + place.slot().set().most() + " pictures");
        }
        return own;
    }

    private FitRevision revision(FitHead head, int number, int parent, StoredPicture picture, Fit fit, OpenSite site) {
        return revisions.save(new FitRevision(
                head.id(),
                number,
                parent,
                picture.number(),
                new FitDocument(picture.id(), fit),
                site.viewer().name()));
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
                        fits.next(head, revision).map(FitRevision::revision).orElse(0),
                "there is nothing to redo");
    }

    /** Goes to any revision; those after it stay, and redo leads on from there. @throws NotFound when there is no such one */
    public FitState goTo(OpenSite site, Place place, int revision) {
        return move(
                site,
                place,
                (head, present) -> revisions
                        .findByHeadIdAndRevision(head.id(), revision)
                        .map(FitRevision::revision)
                        .orElseThrow(() -> new NotFound("step", Integer.toString(revision))),
                "");
    }

    private interface Step {
        int from(FitHead head, FitRevision revision);
    }

    private FitState move(OpenSite site, Place place, Step step, String nothing) {
        site.requireChange(place.slot(), place.section());
        FitState moved = transaction.execute(status -> {
            FitHead head = locked(site, place);
            int to = step.from(head, fits.current(head));
            if (to == 0) {
                throw new Conflict(nothing);
            }
            head.moveTo(to);
            heads.save(head);
            FitState there = fits.state(site, place, head, fits.current(head));
            there.picture().requireThere();
            return there;
        });
        measuring.nowIs(site, place, moved.key());
        return moved;
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

    /** Marks the present revision as the one to use. @throws Conflict while a gauge fails */
    public FitState accept(OpenSite site, Place place) {
        site.requireChange(place.slot(), place.section());
        FitState state = renditions.measured(fits.get(site, place));
        Verdict verdict = state.verdict();
        if (verdict == Verdict.FAILS) {
            throw new Conflict("this cannot be accepted yet: " + FitState.worstOf(state.gauges()));
        }
        return transaction.execute(status -> {
            FitHead head = locked(site, place);
            if (head.currentRevision() != state.revision()) {
                throw new Conflict("somebody changed this fit meanwhile; look at it again");
            }
            head.accept(verdict);
            heads.save(head);
            return fits.state(site, place, head, fits.current(head));
        });
    }

    private FitHead locked(OpenSite site, Place place) {
        return heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                .filter(head -> head.currentRevision() > 0)
                .orElseThrow(() -> Fits.none(place));
    }
}
