package gavlin.core.fit;

import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.speech.Said;
import gavlin.core.veil.Veil;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Where a theme's words read best over a file: nine positions, each tried in every showing that has words. All words of a showing move
 * together; they keep {@value #MARGIN} of the width from the edges, and are set from the left, about the middle or from the right as they stand.
 *
 * @param places the best first
 */
public record WordPlaces(List<Place> places) {
    static final double MARGIN = 0.04;
    private static final String[] DOWN = {"top", "middle", "bottom"};
    private static final String[] ACROSS = {"left", "middle", "right"};
    /** Of what must be seen, hidden behind words, before it counts against a place. */
    private static final double HIDES = 0.02;

    /**
     * One position.
     *
     * @param name such as {@code bottom left} @param alignment how the words are set there
     * @param ratio the contrast of the worst words in the worst showing; 0 where they can't stand
     * @param passes whether all words can be read without more ado
     * @param veil the least strength of the veil with which they can; null where none will do
     * @param hides the largest share of a keep area that the words lie over
     * @param against why they can't stand there; empty where they can
     */
    public record Place(
            String name, String alignment, double ratio, boolean passes, Double veil, double hides, String against) {
        public String says() {
            if (!against.isEmpty()) {
                return against;
            }
            String reads = passes
                    ? "reads as it is, " + Said.plain(ratio) + " : 1 where it is worst"
                    : veil == null
                            ? "can't be read without a box behind the words, " + Said.plain(ratio) + " : 1"
                            : "reads under a veil of " + Said.percent(veil);
            return hides > HIDES
                    ? reads + "; the words lie over " + Said.percent(Math.ceil(hides * 100) / 100)
                            + " of what must be seen"
                    : reads;
        }

        private double rank() {
            return !against.isEmpty()
                    ? 100
                    : (hides > HIDES ? 10 * hides : 0) + (passes ? -ratio / 100 : veil == null ? 5 : 1 + veil);
        }
    }

    /** @param veil its kind, as it is asked for @throws gavlin.core.BadInput never; places are none where no words are */
    public static WordPlaces of(
            Renderable<InPicture> picture, RenditionPlan plan, Slot slot, List<Box<InSlot>> kept, Veil veil) {
        Pixels bare = Rendition.pixels(picture, plan.unveiled());
        List<Showing> looks = slot.showings().stream()
                .flatMap(showing -> showing.looks(plan.size()).stream())
                .filter(look -> look.obstructions().stream().anyMatch(Obstruction::words))
                .toList();
        List<Place> places = new ArrayList<>();
        if (!looks.isEmpty()) {
            for (int row = 0; row < 3; row++) {
                for (int column = 0; column < 3; column++) {
                    places.add(place(bare, plan, looks, kept, veil, row, column));
                }
            }
        }
        places.sort(Comparator.comparingDouble(Place::rank));
        return new WordPlaces(places);
    }

    private static Place place(
            Pixels bare,
            RenditionPlan plan,
            List<Showing> looks,
            List<Box<InSlot>> kept,
            Veil veil,
            int row,
            int column) {
        String name = name(row, column);
        List<Lettering> words = new ArrayList<>();
        double hides = 0;
        for (Showing look : looks) {
            Box<InShowing> hull = look.obstructions().stream()
                    .filter(Obstruction::words)
                    .map(Obstruction::box)
                    .reduce(Box::hull)
                    .orElseThrow();
            double margin = MARGIN * look.box().width();
            double x = along(column, look.box().width(), hull.width(), margin);
            double y = along(row, look.box().height(), hull.height(), margin);
            Showing moved = look.wordsMoved(x - hull.x(), y - hull.y());
            Box<InShowing> there = hull.moved(x - hull.x(), y - hull.y());
            for (Obstruction each : look.obstructions()) {
                if (!each.words() && !each.box().intersect(there).isEmpty()) {
                    return new Place(
                            name, ACROSS[column], 0, false, null, 0, each.name() + " lies there on " + look.name());
                }
            }
            if (there.x() < 0
                    || there.y() < 0
                    || there.right() > look.box().width()
                    || there.bottom() > look.box().height()) {
                return new Place(
                        name, ACROSS[column], 0, false, null, 0, "the words don't fit there on " + look.name());
            }
            words.addAll(Lettering.of(moved, plan.size()));
            hides = Math.max(hides, hides(there, look, plan.size(), kept));
        }
        double ratio =
                words.stream().mapToDouble(one -> one.contrastOn(bare)).min().orElse(0);
        boolean passes = words.stream().allMatch(one -> one.contrastOn(bare) >= one.least());
        LeastVeil least = passes ? null : LeastVeil.of(bare, words, veil, plan.around());
        return new Place(
                name,
                ACROSS[column],
                Math.floor(ratio * 10) / 10,
                passes,
                passes
                        ? Double.valueOf(0)
                        : least.found() ? Double.valueOf(least.veil().strength()) : null,
                hides,
                "");
    }

    /** Of a third of the height and one of the width. */
    static String name(int row, int column) {
        return row == 1 && column == 1 ? "middle" : DOWN[row] + " " + ACROSS[column];
    }

    private static double along(int third, double length, double words, double margin) {
        return third == 0
                ? Math.min(margin, length - words)
                : third == 1 ? (length - words) / 2 : Math.max(0, length - words - margin);
    }

    private static double hides(Box<InShowing> words, Showing look, Size file, List<Box<InSlot>> kept) {
        Box<InSlot> over = words.carry(look.objectFit().place(file, look.box()), file.box());
        return kept.stream()
                .filter(box -> !box.isEmpty())
                .mapToDouble(box -> box.intersect(over).area() / box.area())
                .max()
                .orElse(0);
    }
}
