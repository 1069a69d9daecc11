package gavlin.web.fit;

import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.gauge.Gauges;
import gavlin.core.gauge.Measured;
import gavlin.core.gauge.Reading;
import gavlin.core.gauge.Subject;
import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Rule;
import gavlin.core.operation.Prepared;
import gavlin.core.solve.Problem;
import gavlin.core.solve.Shares;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A slot's fit as it stands: the decision, what follows from it, and how it is judged.
 *
 * @param present the slot with the showings that exist now
 * @param stored what is known of it as a revision; {@link Stored#NOT} for a fit that is only looked at
 * @param plan at density 1
 * @param shares how much is seen of what must be; null where nothing is marked
 * @param rendition null while there is no file for this plan
 * @param gauges judged as it is made: a state is asked for its verdict again and again
 */
public record FitState(
        Place place,
        Slot present,
        Stored stored,
        StoredPicture picture,
        Fit fit,
        RenditionPlan plan,
        Shares shares,
        StoredRendition rendition,
        List<Reading> gauges) {
    /** @param acceptedAs what the gauges said when it was accepted; null unless it was */
    public record Stored(
            int revision,
            String name,
            String madeBy,
            Instant madeAt,
            Verdict acceptedAs,
            boolean canUndo,
            boolean canRedo) {
        static final Stored NOT = new Stored(0, null, null, null, null, false, false);
    }

    /** One that is only looked at: nothing of it is stored. */
    public static FitState looked(OpenSite site, Place place, StoredPicture picture, Fit fit) {
        Slot present = site.present(place.slot());
        RenditionPlan plan = RenditionPlan.of(place.slot(), fit, picture.facts(), 1);
        Shares shares = shares(present, picture, fit, plan);
        return new FitState(
                place,
                present,
                Stored.NOT,
                picture,
                fit,
                plan,
                shares,
                null,
                judge(place, present, fit, picture, plan, shares, null));
    }

    private static List<Reading> judge(
            Place place,
            Slot present,
            Fit fit,
            StoredPicture picture,
            RenditionPlan plan,
            Shares shares,
            Measured file) {
        Measured measured = file == null
                ? null
                : file.in(present.showings().stream().map(Showing::id).collect(Collectors.toSet()));
        return Gauges.judge(new Subject(place.slot(), fit, picture.facts(), plan, shares, measured));
    }

    private static Shares shares(Slot present, StoredPicture picture, Fit fit, RenditionPlan plan) {
        Problem problem = fit.problem(
                present,
                picture.size(),
                picture.keepAreas().areas(),
                picture.keepAreas().focal());
        boolean nothing = problem.areas().isEmpty() || fit.rule() == Rule.CONTAIN;
        return nothing ? null : problem.shares(plan.framing().window());
    }

    FitState with(Stored as) {
        return new FitState(place, present, as, picture, fit, plan, shares, rendition, gauges);
    }

    /** The same with its file, or without one. */
    FitState with(StoredRendition other) {
        return judged(other, other == null ? null : other.measured());
    }

    /** The same while its file is looked for, judged by what is known of one that would do. */
    FitState expecting(Rendition.SoFar soFar) {
        return judged(
                null,
                new Measured(
                        soFar.encoding().type(),
                        soFar.bytes(),
                        soFar.damage(),
                        soFar.transparentPixels(),
                        soFar.words(),
                        soFar.grounds(),
                        soFar.vanishing(),
                        soFar.encoding()));
    }

    private FitState judged(StoredRendition file, Measured measured) {
        return new FitState(
                place,
                present,
                stored,
                picture,
                fit,
                plan,
                shares,
                file,
                judge(place, present, fit, picture, plan, shares, measured));
    }

    /** What must be seen of the picture here, as a problem to be solved. */
    public Problem problem() {
        return fit.problem(
                present,
                picture.size(),
                picture.keepAreas().areas(),
                picture.keepAreas().focal());
    }

    public FitDocument document() {
        return new FitDocument(picture.id(), fit);
    }

    /** The picture as the fit prepares it. */
    public Prepared prepared() {
        return plan.prepared();
    }

    /** The slot in the height that was chosen, its showings at the position that was; those that exist now. */
    public Slot shown() {
        return fit.slotOf(present);
    }

    public Slot slot() {
        return place.slot();
    }

    /** Empty for the whole site. */
    public String section() {
        return place.section();
    }

    /** 0 for a fit that is only looked at. */
    public int revision() {
        return stored.revision;
    }

    public boolean accepted() {
        return stored.acceptedAs != null;
    }

    /** What its file is stored under. */
    String key() {
        return Renditions.key(picture, slot(), plan);
    }

    public Verdict verdict() {
        return Reading.overall(gauges);
    }

    /** The state of a slot with these pictures, in a word of the API's: {@code empty} for none, otherwise the worst. */
    public static String wordFor(List<FitState> pictures) {
        return pictures.isEmpty()
                ? "empty"
                : wordFor(Verdict.worst(pictures.stream().map(FitState::verdict).toList()));
    }

    /** What is not measured yet asks for a look. */
    public static String wordFor(Verdict verdict) {
        return verdict == Verdict.UNMEASURED ? Verdict.LOOK.word() : verdict.word();
    }

    /** What the first failing gauge says, else the first that asks for a look; empty when none does. */
    public static String worstOf(List<Reading> gauges) {
        for (Verdict verdict : List.of(Verdict.FAILS, Verdict.LOOK)) {
            for (Reading gauge : gauges) {
                if (gauge.verdict() == verdict) {
                    return gauge.says();
                }
            }
        }
        return "";
    }

    /** Whether it was accepted as better than it is now: accepting does not hide what became worse afterwards. */
    public boolean isWorseThanAccepted() {
        return accepted() && !verdict().isNoObstacle() && verdict().compareTo(stored.acceptedAs) > 0;
    }

    /** Whether a person should still do something: not when it fits, nor when it was looked at and accepted as it is. */
    public boolean needsAttention() {
        return switch (verdict()) {
            case FITS -> false;
            case UNMEASURED -> !accepted();
            case LOOK -> !accepted() || isWorseThanAccepted();
            case FAILS -> true;
        };
    }
}
