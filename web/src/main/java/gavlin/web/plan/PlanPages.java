package gavlin.web.plan;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.PictureSet;
import gavlin.core.brief.Showing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InShowing;
import gavlin.web.board.Phrases;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FitState;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Page plans as scale drawings. Boxes are in the page's own CSS px. */
final class PlanPages {
    /** The width on the screen of the widest page plan, px. */
    private static final double DRAWN_WIDTH = 376;
    /** Page plans this narrow hold small things, and are drawn at true size. */
    private static final int TRUE_SIZE_WIDTH = 320;
    /** Of a drawing, px: what is longer is cut there, for pages of 20 screens. */
    private static final int MAX_DRAWN_HEIGHT = 900;

    private final Map<String, Entry> bySlot;
    private final double scale;

    /** @param lines where text would stand, as an SVG path */
    record Page(
            String id,
            String name,
            String note,
            int width,
            long height,
            long drawnWidth,
            long drawnHeight,
            double tagSize,
            String lines,
            List<Place> places) {}

    record Place(
            String slot,
            String href,
            String label,
            String number,
            String state,
            boolean standsIn,
            Box<InShowing> box,
            Box<InShowing> halo,
            Box<InShowing> tag,
            boolean round,
            String clipId,
            String image,
            Box<InShowing> imageBox,
            String background,
            String asks,
            List<Box<InShowing>> obstructions) {}

    PlanPages(List<PagePlan> pages, Map<String, Entry> bySlot) {
        this.bySlot = bySlot;
        double widest = pages.stream().mapToInt(PagePlan::width).max().orElse(1);
        this.scale = Math.max(1, widest / DRAWN_WIDTH);
    }

    /** CSS px to one px of the drawings. */
    double scale() {
        return scale;
    }

    Page draw(PagePlan plan) {
        boolean trueSize = plan.width() <= TRUE_SIZE_WIDTH;
        double pageScale = trueSize ? 1 : scale;
        List<PlacedSlot> seen = PlacedSlot.on(plan, bySlot);
        double taller = seen.stream().mapToDouble(PlacedSlot::taller).sum();
        long height = Math.min(Math.round(plan.height() + taller), Math.round(MAX_DRAWN_HEIGHT * pageScale));
        List<Place> places =
                seen.stream().map(each -> place(plan, each, seen, pageScale)).toList();
        return new Page(
                plan.id(),
                plan.name(),
                trueSize ? "true size" : Integer.toString(plan.width()),
                plan.width(),
                height,
                Math.round(plan.width() / pageScale),
                Math.round(height / pageScale),
                11 * pageScale,
                trueSize ? "" : lines(plan.width(), height, places, pageScale),
                places);
    }

    private static Place place(PagePlan plan, PlacedSlot seen, List<PlacedSlot> all, double scale) {
        PagePlan.Place place = seen.place();
        Entry entry = seen.entry();
        Showing showing = seen.showing();
        Box<InShowing> box = seen.box(all);
        FitState fit = seen.fit();
        boolean small = box.width() < 90 * scale || box.height() < 24 * scale;
        String number = number(entry, place.member());
        double tagWidth = (number.length() * 7 + 10) * scale;
        double tagHeight = 17 * scale;
        Box<InShowing> tag = small
                ? new Box<>(Math.max(0, box.x() - tagWidth - 3 * scale), box.y(), tagWidth, tagHeight)
                : new Box<>(box.x(), box.y(), tagWidth, tagHeight);
        double gap = 4 * scale;
        boolean standsIn = seen.own() == null && fit != null;
        double bottom = plan.height() + seen.shift(all) + Math.max(0, seen.taller());
        return new Place(
                entry.slot().id(),
                entry.slot().set() == null ? entry.benchHref() : entry.benchHref(seen.own()),
                number + " " + entry.slot().name() + ", " + showing.name() + ": "
                        + (standsIn ? "shows " + fit.slot().name() : entry.state()),
                number,
                standsIn && !entry.standIn().against().isEmpty() ? "look" : entry.state(),
                standsIn,
                box,
                new Box<InShowing>(box.x() - gap, box.y() - gap, box.width() + 2 * gap, box.height() + 2 * gap)
                        .intersect(new Box<>(0, 0, plan.width(), bottom)),
                tag,
                entry.slot().brief().shape() == Brief.Shape.CIRCLE,
                "clip-" + plan.id() + "-" + place.slot() + "-" + place.showing(),
                seen.file(),
                seen.fileBox(),
                Phrases.colour(showing.background()),
                fit != null || small ? "" : entry.slot().brief().sizeLabel(),
                showing.obstructions().stream().map(Obstruction::box).toList());
    }

    /** {@code 07}; {@code 15×3} where one of three is seen, {@code 16.2} where the second of a pair stands. */
    private static String number(Entry entry, int member) {
        PictureSet set = entry.slot().set();
        if (set != null && set.order() == PictureSet.Order.SIDE_BY_SIDE) {
            return entry.number() + "." + (member + 1);
        }
        int count = entry.pictures().size();
        return count > 1 ? entry.number() + "×" + count : entry.number();
    }

    /** Where the page's text would stand: bars between the slots, so that a drawing reads as a page. */
    private static String lines(int pageWidth, long pageHeight, List<Place> places, double scale) {
        StringBuilder lines = new StringBuilder(); // one path: as an element each they would be most of a large plan
        double height = 5 * scale;
        double margin = Math.min(80, pageWidth * 0.08);
        int n = 0;
        for (double y = margin; y + height < pageHeight - margin / 2; y += 14 * scale) {
            double share = new double[] {1, 0.93, 0.97, 0.62}[n++ % 4];
            Box<InShowing> line = new Box<>(margin, y, (pageWidth - 2 * margin) * share, height);
            Box<InShowing> free = beside(line, places, margin / 2);
            if (free.width() > 40 * scale) {
                lines.append(String.format(
                        Locale.ROOT,
                        "M%.0f %.0fh%.0fv%.0fh-%.0fz",
                        free.x(),
                        free.y(),
                        free.width(),
                        free.height(),
                        free.width()));
            }
        }
        return lines.toString();
    }

    /** What is left of a line to the right of the slots that stand in it; none when a slot reaches its end. */
    private static Box<InShowing> beside(Box<InShowing> line, List<Place> places, double gap) {
        double left = line.x();
        double right = line.right();
        for (Place place : places) {
            Box<InShowing> b = place.box();
            if (b.y() - gap < line.bottom() && b.bottom() + gap > line.y()) {
                if (b.x() + b.width() / 2 < (line.x() + line.right()) / 2 || b.width() > line.width() / 2) {
                    left = Math.max(left, b.right() + gap);
                } else {
                    right = Math.min(right, b.x() - gap);
                }
            }
        }
        return right > left ? new Box<>(left, line.y(), right - left, line.height()) : Box.empty();
    }
}
