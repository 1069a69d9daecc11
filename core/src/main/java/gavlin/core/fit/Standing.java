package gavlin.core.fit;

import gavlin.core.mark.EdgeContrast;

/**
 * How a mark stands out from the ground of one showing.
 *
 * @param showing its id
 * @param where its name
 * @param ground 0xRRGGBB
 * @param ratio the contrast that all but the worst tenth of the mark's edge reach, 1..21
 */
public record Standing(String showing, String where, int ground, double ratio) {
    static Standing of(Behind behind, EdgeContrast edge) {
        return new Standing(
                behind.showing(),
                behind.where(),
                behind.ground(),
                Math.round(edge.reachedOn(behind.ground()) * 100) / 100.0);
    }
}
