package gavlin.core.testcard;

/**
 * A frame along one side of its card.
 *
 * @param first slot px that is seen
 * @param last where that ends
 * @param length of the card, slot px
 * @param start px of the screenshot where the card begins
 * @param perPx px of the screenshot per slot px
 * @param cutOff whether the screenshot ends there
 */
record Side(double first, double last, int length, double start, double perPx, boolean cutOff) {
    /** A frame's edge this near to the card's own is that, px of the screenshot. */
    private static final double SAME_EDGE = 1.3;
    /** How much more of a card may be missing on one side than on the other, px of the screenshot and slot px: browsers cut whole ones. */
    private static final double EVEN = 3;

    /** @param frame px of the screenshot where the frame begins and ends @param most px of the screenshot */
    static Side of(Axis axis, int cell, int length, double[] frame, int most) {
        double perPx = axis.pitch() / cell;
        double first = (frame[0] - axis.start()) / perPx;
        double last = (frame[1] - axis.start()) / perPx;
        return new Side(
                first * perPx < SAME_EDGE ? 0 : first,
                (length - last) * perPx < SAME_EDGE ? length : last,
                length,
                axis.start(),
                perPx,
                frame[0] <= 0 || frame[1] >= most);
    }

    double from() {
        return start + first * perPx;
    }

    double to() {
        return start + last * perPx;
    }

    /** Whether the card goes on beyond the frame at both ends. */
    boolean isCut() {
        return first > 0 && last < length;
    }

    /**
     * With what is missing at one end only, or more than at the other, taken for covered.
     *
     * @param whole whether the card is cut along the other side: a frame that is covered with a picture cuts along one
     */
    Side evened(boolean whole) {
        double after = length - last;
        if (cutOff || Math.abs(first - after) <= EVEN * Math.max(1, 1 / perPx)) {
            return this;
        }
        double least = whole ? 0 : Math.min(first, after);
        return new Side(least, length - least, length, start, perPx, false);
    }
}
