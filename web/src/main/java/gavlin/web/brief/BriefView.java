package gavlin.web.brief;

import gavlin.core.BadInput;
import gavlin.core.brief.Decision;
import gavlin.core.brief.FrameCost;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Reach;
import gavlin.core.brief.Showing;
import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet.Section;
import gavlin.core.brief.StatedSize;
import gavlin.core.brief.Statement;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.web.board.Phrases;
import gavlin.web.fit.FitState;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/** What is known of a slot: who says what of its size and what each would cost, where it is seen, whom a change reaches. */
record BriefView(
        List<Said> statements,
        List<Candidate> sizes,
        List<String> disputes,
        boolean settled,
        Decision decision,
        List<Seen> showings,
        String reachPages,
        String reachSlots,
        List<SectionView> sections,
        boolean overriding,
        String exists,
        boolean present) {
    record Said(String says, String source, String date, boolean measured, boolean isNew) {}

    /**
     * One size in play.
     *
     * @param own whether it is what the slot asks now
     * @param proposed whether it is offered as the one that holds: what was measured outranks what is written
     * @param made what becomes of the present picture in a file of this size
     * @param framed what becomes of the present file if the frame really has this size
     */
    record Candidate(String size, boolean own, boolean proposed, String sources, String made, String framed) {}

    record Seen(
            String name,
            String page,
            String box,
            String rule,
            String over,
            String exists,
            Box<InShowing> drawn,
            List<Box<InShowing>> covered) {}

    /** @param state "its own", "its own, idle" or "the site's" */
    record SectionView(String id, String name, String state, String benchHref) {}

    static BriefView of(OpenSite site, Slot slot, FitState fit, Reach reach, List<String> own) {
        Optional<SizeDispute> dispute = SizeDispute.of(slot);
        return new BriefView(
                slot.statements().stream().map(s -> said(s, slot)).toList(),
                dispute.map(d -> d.sizes().stream()
                                .map(size -> candidate(size, slot, fit))
                                .toList())
                        .orElse(List.of()),
                dispute.map(SizeDispute::says).orElse(List.of()),
                dispute.map(SizeDispute::settled).orElse(true),
                slot.decision(),
                slot.showings().stream().map(s -> seen(site, slot, s)).toList(),
                reach.pages().stream().map(PagePlan::name).collect(Collectors.joining(", ")),
                reach.slots().stream().map(Slot::name).collect(Collectors.joining(", ")),
                slot.sectionsMayOverride()
                        ? site.sheet().sections().stream()
                                .map(s -> section(site, slot, s, own))
                                .toList()
                        : List.of(),
                site.overrides(slot),
                slot.exists().says(site.sheet().variants()),
                site.has(slot));
    }

    private static Said said(Statement statement, Slot slot) {
        boolean unknown = slot.decision() != null
                && StatedSize.of(statement.says())
                        .flatMap(StatedSize::size)
                        .filter(s -> !slot.decision().over().contains(s.label()))
                        .isPresent();
        return new Said(statement.says(), statement.source(), statement.date(), statement.measured(), unknown);
    }

    private static Candidate candidate(Size size, Slot slot, FitState fit) {
        List<Statement> stating =
                slot.statements().stream().filter(s -> states(s, size)).toList();
        String sources = stating.stream().map(Statement::source).collect(Collectors.joining(", "));
        boolean own = size.equals(slot.brief().size());
        return new Candidate(
                size.label(),
                own,
                slot.statements().stream().anyMatch(Statement::measured)
                        ? stating.stream().anyMatch(Statement::measured)
                        : own,
                sources.isEmpty() ? "the slot sheet" : sources,
                fit == null ? "no picture yet" : made(size, slot, fit),
                fit == null ? "" : framed(size, fit.plan().size()));
    }

    private static boolean states(Statement statement, Size size) {
        return StatedSize.of(statement.says())
                .flatMap(StatedSize::size)
                .filter(size::equals)
                .isPresent();
    }

    private static String made(Size size, Slot slot, FitState fit) {
        try {
            RenditionPlan plan = RenditionPlan.of(
                    slot.withSize(size), fit.fit(), fit.picture().facts(), 1);
            double shown = plan.framing().window().area() / fit.picture().size().pixels();
            double detail = plan.framing().detail();
            return percent(1 - shown) + " of the picture cut"
                    + (fit.picture().facts().isEnlargedAt(detail)
                            ? format(", enlarged %.2f times", 1 / detail)
                            : ", not enlarged");
        } catch (BadInput e) {
            return e.getMessage();
        }
    }

    private static String framed(Size frame, Size file) {
        FrameCost cost = FrameCost.of(file, frame.box());
        if (frame.equals(file)) {
            return "fits exactly";
        }
        List<String> costs = new ArrayList<>();
        if (cost.cut() > 0.0005) {
            costs.add(percent(cost.cut()) + " cut off, or squashed by " + percent(cost.squashed()));
        }
        costs.add(cost.enlarged() > 1.0005 ? format("enlarged %.2f times", cost.enlarged()) : "not enlarged");
        return String.join(", ", costs);
    }

    private static Seen seen(OpenSite site, Slot slot, Showing showing) {
        Box<InShowing> widest = showing.widest();
        String box = showing.isRange()
                ? format(
                        "%.0f×%.0f to %.0f×%.0f",
                        showing.box().width(), showing.box().height(), widest.width(), widest.height())
                : format("%.0f×%.0f", showing.box().width(), showing.box().height());
        return new Seen(
                showing.name(),
                site.sheet().pages().stream()
                        .filter(p -> p.id().equals(showing.page()))
                        .map(PagePlan::name)
                        .findFirst()
                        .orElse("–"),
                box,
                showing.objectFit().rule().word()
                        + format(
                                " %.0f%% %.0f%%",
                                showing.objectFit().positionX() * 100,
                                showing.objectFit().positionY() * 100),
                showing.obstructions().isEmpty()
                        ? "nothing"
                        : showing.obstructions().stream().map(o -> o.name()).collect(Collectors.joining(", ")),
                showing.exists().says(site.sheet().variants()),
                showing.box(),
                showing.obstructions().stream().map(o -> o.box()).toList());
    }

    private static SectionView section(OpenSite site, Slot slot, Section section, List<String> own) {
        boolean has = own.contains(section.id());
        return new SectionView(
                section.id(),
                section.name(),
                has ? site.overrides(slot) ? "its own picture" : "the site’s; its own is kept, idle" : "the site’s",
                "/sites/" + site.id() + "/slots/" + slot.id() + "/bench?section=" + section.id());
    }

    private static String percent(double share) {
        return format("%.1f %%", Math.max(0, share) * 100);
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }

    /** The asks as chips, for the top of the page. */
    static List<String> asks(Slot slot) {
        List<String> asks = new ArrayList<>(
                List.of(slot.brief().sizeLabel(), Phrases.types(slot.brief().types())));
        asks.add(Phrases.limit(slot.brief()));
        if (!slot.heights().isEmpty()) {
            asks.add("heights " + slot.heights().stream().map(String::valueOf).collect(Collectors.joining(", ")));
        }
        if (slot.set() != null) {
            asks.add("up to " + slot.set().most() + " pictures, "
                    + slot.set().order().says());
        }
        return asks;
    }
}
