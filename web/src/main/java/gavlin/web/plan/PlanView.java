package gavlin.web.plan;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Showing;
import gavlin.core.fit.Gauge.Verdict;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.web.fit.FitState;
import gavlin.web.page.SlotBoard.Entry;
import gavlin.web.page.Words;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What the Plan shows: page plans as scale drawings, and the slot list. Boxes are in the page's own CSS px. */
record PlanView(String headline, String sentence, String scale, List<Page> pages, List<Row> rows, List<String[]> keys) {
    /** The width on the screen of the widest page plan, px. */
    private static final double DRAWN_WIDTH = 376;
    /** Page plans this narrow hold small things, and are drawn at true size. */
    private static final int TRUE_SIZE_WIDTH = 320;
    /** Reasons that fit into the one sentence on top. */
    private static final int REASONS = 3;

    record Page(
            String name,
            String note,
            int width,
            int height,
            long drawnWidth,
            long drawnHeight,
            double tagSize,
            List<Box> lines,
            List<Place> places) {}

    record Place(
            String href,
            String label,
            String number,
            String state,
            Box box,
            Box halo,
            Box tag,
            boolean round,
            String clipId,
            String image,
            Box imageBox,
            String background,
            String asks,
            List<Box> obstructions) {}

    record Row(
            String number,
            String name,
            String href,
            String asks,
            String limit,
            String picture,
            String weighs,
            String state,
            boolean accepted,
            String says) {}

    static PlanView of(OpenSite site, List<Entry> entries) {
        List<Entry> waiting = entries.stream().filter(Entry::needsAttention).toList();
        double widest =
                site.sheet().pages().stream().mapToInt(PagePlan::width).max().orElse(1);
        double scale = Math.max(1, widest / DRAWN_WIDTH);
        Map<String, Entry> bySlot =
                entries.stream().collect(Collectors.toMap(e -> e.slot().id(), Function.identity()));
        return new PlanView(
                headline(waiting.size()),
                sentence(waiting),
                String.format(Locale.ROOT, "1 : %.1f", scale),
                site.sheet().pages().stream()
                        .map(page -> page(page, bySlot, scale))
                        .toList(),
                entries.stream()
                        .sorted(Comparator.comparing(e -> order(e)))
                        .map(PlanView::row)
                        .toList(),
                List.of(
                        new String[] {"N", "bench of the next slot that needs you"},
                        new String[] {"↑ ↓", "from line to line in the list"},
                        new String[] {"Enter", "open the slot on the bench"},
                        new String[] {"?", "this list"}));
    }

    private static String headline(int waiting) {
        return waiting == 0 ? "Everything fits" : Words.count(waiting, "slot needs you", "slots need you");
    }

    private static String sentence(List<Entry> waiting) {
        if (waiting.isEmpty()) {
            return "Nothing is left to do; click a slot to look at it again.";
        }
        String reasons = waiting.stream()
                .sorted(Comparator.comparing(e -> order(e)))
                .limit(REASONS)
                .map(e -> e.slot().name() + ": " + says(e))
                .collect(Collectors.joining(" "));
        int more = waiting.size() - REASONS;
        return reasons + (more > 0 ? " And " + more + " more." : "");
    }

    /** What is wrong first, then what is empty, then what is done. */
    private static int order(Entry entry) {
        if (entry.fit() == null) {
            return entry.needsAttention() ? 2 : 4;
        }
        return entry.fit().verdict() == Verdict.FAILS ? 0 : entry.needsAttention() ? 1 : 3;
    }

    private static String says(Entry entry) {
        if (entry.fit() != null) {
            return FitState.worstOf(entry.fit().gauges());
        }
        return entry.slot().standsInFor() == null
                ? "It has no picture yet."
                : "It shows what " + entry.slot().standsInFor() + " has.";
    }

    private static Row row(Entry entry) {
        FitState fit = entry.fit();
        Brief brief = entry.slot().brief();
        return new Row(
                entry.number(),
                entry.slot().name(),
                entry.benchHref(),
                Words.asks(brief),
                Words.limit(brief),
                fit == null ? "" : fit.picture().label(),
                fit == null || fit.rendition() == null
                        ? "–"
                        : Words.weight(fit.rendition().bytes()),
                entry.state(),
                fit != null && fit.accepted(),
                says(entry));
    }

    private static Page page(PagePlan plan, Map<String, Entry> bySlot, double commonScale) {
        boolean trueSize = plan.width() <= TRUE_SIZE_WIDTH;
        double scale = trueSize ? 1 : commonScale;
        List<Place> places = new ArrayList<>();
        for (PagePlan.Place place : plan.places()) {
            places.add(place(plan, place, bySlot.get(place.slot()), scale));
        }
        return new Page(
                plan.name(),
                trueSize ? "true size" : Integer.toString(plan.width()),
                plan.width(),
                plan.height(),
                Math.round(plan.width() / scale),
                Math.round(plan.height() / scale),
                11 * scale,
                lines(plan, places, scale),
                places);
    }

    private static Place place(PagePlan plan, PagePlan.Place place, Entry entry, double scale) {
        Showing showing = entry.slot().showings().stream()
                .filter(s -> s.id().equals(place.showing()))
                .findFirst()
                .orElseThrow();
        Box box = new Box(
                place.x(), place.y(), showing.box().width(), showing.box().height());
        boolean hasFile = entry.fit() != null && !entry.fit().plan().types().isEmpty();
        Size file = hasFile ? entry.fit().plan().size() : null;
        boolean small = box.width() < 90 * scale || box.height() < 24 * scale;
        double tagWidth = 24 * scale;
        double tagHeight = 17 * scale;
        Box tag = small
                ? new Box(Math.max(0, box.x() - tagWidth - 3 * scale), box.y(), tagWidth, tagHeight)
                : new Box(box.x(), box.y(), tagWidth, tagHeight);
        double gap = 4 * scale;
        return new Place(
                entry.benchHref(),
                entry.number() + " " + entry.slot().name() + ", " + showing.name() + ": " + entry.state(),
                entry.number(),
                entry.state(),
                box,
                new Box(box.x() - gap, box.y() - gap, box.width() + 2 * gap, box.height() + 2 * gap)
                        .intersect(new Box(0, 0, plan.width(), plan.height())),
                tag,
                entry.slot().brief().shape() == Brief.Shape.CIRCLE,
                "clip-" + plan.id() + "-" + place.slot() + "-" + place.showing(),
                hasFile ? image(entry) : null,
                hasFile ? showing.objectFit().place(file, showing.box()) : Box.EMPTY,
                Words.colour(showing.background()),
                hasFile || small ? "" : entry.slot().brief().sizeLabel(),
                showing.obstructions().stream().map(Obstruction::box).toList());
    }

    private static String image(Entry entry) {
        FitState fit = entry.fit();
        String version = fit.rendition() == null ? "new" : fit.rendition().key().substring(0, 12);
        return "/api/v1/sites/" + entry.site().id() + "/slots/" + entry.slot().id() + "/rendition?v=" + version
                + (fit.section().isEmpty() ? "" : "&section=" + fit.section());
    }

    /** Where the page's text would stand: bars between the slots, so that a drawing reads as a page. */
    private static List<Box> lines(PagePlan plan, List<Place> places, double scale) {
        List<Box> lines = new ArrayList<>();
        if (scale == 1) {
            return lines;
        }
        double height = 5 * scale;
        double margin = Math.min(80, plan.width() * 0.08);
        int n = 0;
        for (double y = margin; y + height < plan.height() - margin / 2; y += 14 * scale) {
            double share = new double[] {1, 0.93, 0.97, 0.62}[n++ % 4];
            Box line = new Box(margin, y, (plan.width() - 2 * margin) * share, height);
            Box free = beside(line, places, margin / 2);
            if (free.width() > 40 * scale) {
                lines.add(free);
            }
        }
        return lines;
    }

    /** What is left of a line to the right of the slots that stand in it; none when a slot reaches its end. */
    private static Box beside(Box line, List<Place> places, double gap) {
        double left = line.x();
        double right = line.right();
        for (Place place : places) {
            Box b = place.box();
            if (b.y() - gap < line.bottom() && b.bottom() + gap > line.y()) {
                if (b.x() + b.width() / 2 < (line.x() + line.right()) / 2 || b.width() > line.width() / 2) {
                    left = Math.max(left, b.right() + gap);
                } else {
                    right = Math.min(right, b.x() - gap);
                }
            }
        }
        return right > left ? new Box(left, line.y(), right - left, line.height()) : Box.EMPTY;
    }
}
