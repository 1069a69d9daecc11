package gavlin.core.solve;

/**
 * A piece of a showing looked at through a window, or through every window of a cell at once: then all that may be seen counts as
 * seen, and only what is covered in each of them as covered. Worked out once for all keep areas; in px of the picture.
 */
final class Through {
    private final double[] seen;
    private final double seenRx;
    private final double seenRy;
    private final Covered covered;

    private final double[] box = new double[4];
    private final double[] boxes;
    private final double[] round;
    private final double[] strips;
    private double boxRx;
    private double boxRy;
    private int number;
    /** Strips are worked out only when an ellipse asks for them. */
    private int stripsNumber;

    Through(Sight.Piece piece) {
        Region region = piece.seen();
        // With other things over it, what its roundness leaves out is among the covered boxes.
        boolean plain = piece.hidden().isEmpty();
        this.seen = new double[] {region.left, region.top, region.right, region.bottom};
        this.seenRx = plain ? region.rx : 0;
        this.seenRy = plain ? region.ry : 0;
        this.covered = Covered.of(piece);
        this.boxes = covered.boxes().clone();
        this.round = covered.round().clone();
        this.strips = covered.strips().clone();
    }

    /** @param current number of the window or cell: what was worked out for another one is out of date */
    void look(Places places, int current) {
        if (number == current) {
            return;
        }
        number = current;
        box[0] = places.lowX(seen[0]);
        box[1] = places.lowY(seen[1]);
        box[2] = places.highX(seen[2]);
        box[3] = places.highY(seen[3]);
        // Of shapes that lie in several places at once, all together are less round, and what they have in common is
        // rounder.
        boxRx = seenRx * places.leastScale();
        boxRy = seenRy * places.leastScale();
        double scale = places.mostScale();
        map(covered.boxes(), boxes, 4, places);
        map(covered.round(), round, Covered.ROUND_LENGTH, places);
        for (int i = 0; i < round.length; i += Covered.ROUND_LENGTH) {
            round[i + 4] = Math.min(covered.round()[i + 4] * scale, (round[i + 2] - round[i]) / 2);
            round[i + 5] = Math.min(covered.round()[i + 5] * scale, (round[i + 3] - round[i + 1]) / 2);
        }
    }

    /** What is covered is there for certain only between the greatest place of its left and the least of its right. */
    private static void map(double[] from, double[] to, int step, Places places) {
        for (int i = 0; i < from.length; i += step) {
            to[i] = places.highX(from[i]);
            to[i + 1] = places.highY(from[i + 1]);
            to[i + 2] = places.lowX(from[i + 2]);
            to[i + 3] = places.lowY(from[i + 3]);
        }
    }

    /** The share of a region that is seen and not covered, 0..1. */
    double share(Region region, Places places) {
        double open;
        if (!region.isRectangle()) {
            open = region.areaWithin(box[0], box[1], box[2], box[3]);
            if (strips.length > 0 && open > 0) {
                if (stripsNumber != number) {
                    map(covered.strips(), strips, 4, places);
                    stripsNumber = number;
                }
                open -= within(strips, region, open);
            }
        } else {
            open = Region.commonArea(
                    box[0], box[1], box[2], box[3], boxRx, boxRy, region.left, region.top, region.right, region.bottom);
            for (int i = 0; i < round.length && open > 0; i += Covered.ROUND_LENGTH) {
                open -= Region.commonArea(
                        round[i],
                        round[i + 1],
                        round[i + 2],
                        round[i + 3],
                        round[i + 4],
                        round[i + 5],
                        Math.max(box[0], region.left),
                        Math.max(box[1], region.top),
                        Math.min(box[2], region.right),
                        Math.min(box[3], region.bottom));
            }
        }
        return Math.max(0, open - within(boxes, region, open)) * region.perArea();
    }

    /** How many common areas {@link #share} works out. */
    int areas(Region region) {
        return 1 + boxes.length / 4 + (region.isRectangle() ? round.length / Covered.ROUND_LENGTH : strips.length / 4);
    }

    private static double within(double[] boxes, Region region, double most) {
        double sum = 0;
        for (int i = 0; i < boxes.length && sum < most; i += 4) {
            sum += region.areaWithin(boxes[i], boxes[i + 1], boxes[i + 2], boxes[i + 3]);
        }
        return sum;
    }
}
