package gavlin.core.solve;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import java.util.ArrayList;
import java.util.List;

/**
 * What one showing shows of a slot's file, in px of the file. A showing of many widths is looked at at each of its key widths, and where something
 * lies over it at so many more between them that the box changes by a sixteenth from one to the next: a share is the least of those at exact
 * widths.
 */
record Sight(Showing showing, List<Piece> pieces) {
    /** From one width to the next, where something lies over the picture. */
    private static final double STEP = 1.0625;

    /** At one width. @param seen the part of the file that is seen @param hidden what covers it */
    record Piece(Region seen, List<Region> hidden) {}

    /**
     * @param position object-position for showings whose position is free, or null for their own
     */
    static Sight of(Slot slot, Showing showing, Size file) {
        List<Piece> pieces = new ArrayList<>();
        if (showing.obstructions().isEmpty()) {
            // From one key width to the next, what is seen only grows or only shrinks: the ends tell all.
            showing.looks(file).forEach(look -> pieces.add(piece(slot, look, file)));
            return new Sight(showing, List.copyOf(pieces));
        }
        widths(showing, file).forEach(width -> pieces.add(piece(slot, showing.at(width), file)));
        return new Sight(showing, List.copyOf(pieces));
    }

    /**
     * What may be seen at any of some places of the same showing, between which everything only shifts: all that is seen at one of them, less what is
     * covered at each. Never less than what is seen at one of them.
     *
     * @param corners the showing at the outermost of these places
     */
    static Sight atMost(List<Sight> corners) {
        List<Piece> pieces = new ArrayList<>();
        for (int i = 0; i < corners.get(0).pieces.size(); i++) {
            List<Piece> same = new ArrayList<>();
            for (Sight corner : corners) {
                same.add(corner.pieces.get(i));
            }
            pieces.add(atMostOf(same));
        }
        return new Sight(corners.get(0).showing, List.copyOf(pieces));
    }

    private static Piece atMostOf(List<Piece> same) {
        Box<InSlot> seen =
                same.stream().map(piece -> box(piece.seen)).reduce(Box::hull).orElseThrow();
        List<Region> hidden = new ArrayList<>();
        int count = same.get(0).hidden.size();
        // What lies beside the picture at one of them is not in its list: then none can be told from another.
        if (same.stream().allMatch(piece -> piece.hidden.size() == count)) {
            for (int k = 0; k < count; k++) {
                int which = k;
                Box<InSlot> always = same.stream()
                        .map(piece -> box(piece.hidden.get(which)))
                        .reduce(Box::intersect)
                        .orElseThrow();
                if (!always.isEmpty()
                        && same.stream()
                                .allMatch(piece -> piece.hidden.get(which).isRectangle())) {
                    hidden.add(Region.rectangle(always));
                }
            }
        }
        return new Piece(Region.rectangle(seen), List.copyOf(hidden));
    }

    private static Box<InSlot> box(Region region) {
        return new Box<>(region.left, region.top, region.right - region.left, region.bottom - region.top);
    }

    private static List<Double> widths(Showing showing, Size file) {
        List<Double> keys = showing.keyWidths(file);
        List<Double> widths = new ArrayList<>(List.of(keys.get(0)));
        for (int i = 1; i < keys.size(); i++) {
            double from = keys.get(i - 1);
            double to = keys.get(i);
            int steps = (int) Math.max(1, Math.ceil(Math.log(to / from) / Math.log(STEP)));
            for (int k = 1; k <= steps; k++) {
                widths.add(k == steps ? to : from * Math.pow(to / from, (double) k / steps));
            }
        }
        return widths;
    }

    private static Piece piece(Slot slot, Showing look, Size file) {
        Box<InSlot> seen = seen(look, file);
        double perPx = file.width() / look.objectFit().place(file, look.box()).width();
        List<Region> hidden = new ArrayList<>();
        for (Obstruction one : look.obstructions()) {
            Box<InSlot> there = inFile(one.box(), look, file);
            if (!there.intersect(seen).isEmpty()) {
                hidden.add(Region.rounded(there, one.radius() * perPx));
            }
        }
        boolean circle = slot.brief().shape() == Brief.Shape.CIRCLE;
        Region whole = circle ? Region.ellipse(seen) : Region.rectangle(seen);
        return new Piece(whole, List.copyOf(hidden));
    }

    private static Box<InSlot> seen(Showing look, Size file) {
        Box<InShowing> frame = new Box<>(0, 0, look.box().width(), look.box().height());
        return inFile(frame, look, file).intersect(file.box());
    }

    private static Box<InSlot> inFile(Box<InShowing> inFrame, Showing look, Size file) {
        return inFrame.carry(look.objectFit().place(file, look.box()), file.box());
    }
}
