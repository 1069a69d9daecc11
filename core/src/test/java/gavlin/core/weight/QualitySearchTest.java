package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.weight.QualitySearch.Answer;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The search over encoders that are only curves: sizes are exact, so its promises can be checked for many of them. */
class QualitySearchTest {
    private static final double[] FIRST = {0.37, 0.6};
    private static final double ENOUGH = 0.985;

    @ParameterizedTest
    @ValueSource(doubles = {1.5, 2, 3, 4, 5})
    void straightCurve_limitInside_isHitWithFourEncodes(double steepness) {
        int limit = (int) (20_000 * Math.exp(steepness * 0.48));
        Answer<Integer> answer = search(x -> 20_000 * Math.exp(steepness * x), limit);
        assertUsed(answer, limit);
        assertEquals(4, answer.tries().size());
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.2, 0.37, 0.5, 0.7, 0.9, 0.97})
    void bentCurve_limitAnywhere_isKeptAndUsed(double where) {
        // Bends upwards at the fine end, as real encoders do.
        DoubleUnaryOperator bent = x -> 15_000 * Math.exp(2.2 * x + 1.4 * Math.pow(x, 6));
        int limit = (int) bent.applyAsDouble(where);
        int bytes = search(bent, limit).chosen().made();
        assertTrue(bytes <= limit && bytes >= 0.97 * limit, bytes + " of " + limit);
    }

    /** A mostly flat picture: sizes hardly change over most of the scale, and bend sharply at its end. */
    @ParameterizedTest
    @ValueSource(ints = {11_000, 14_000, 20_000, 30_000, 60_000, 90_000})
    void sharplyBentCurve_isUsedAllTheSame(int limit) {
        DoubleUnaryOperator sharp = x -> 10_000 + 90_000 * Math.pow(x, 6);
        int bytes = search(sharp, limit).chosen().made();
        assertTrue(bytes <= limit && bytes >= 0.96 * limit, bytes + " of " + limit);
    }

    @Test
    void firstPairAroundTheAnswer_needsNoOther() {
        DoubleUnaryOperator sizes = x -> 20_000 * Math.exp(3 * x);
        int limit = (int) sizes.applyAsDouble(0.502);
        Answer<Integer> answer = search(sizes, limit, 0.5, 0.52);
        assertUsed(answer, limit);
        assertEquals(2, answer.tries().size());
    }

    @Test
    void wideLimit_takesTheFinestAndNoMore() {
        Answer<Integer> answer = search(x -> 1000 + 1000 * x, 1_000_000);
        assertEquals(1, answer.chosen().x());
        assertEquals(3, answer.tries().size());
    }

    @Test
    void tightLimit_givesTheCoarsest() {
        Answer<Integer> answer = search(x -> 10_000 + 1000 * x, 500);
        assertEquals(0, answer.chosen().x());
        assertTrue(answer.tries().size() <= Trials.MOST);
    }

    @Test
    void stairs_thatJumpOverTheLimit_endWithTheLastStepBelow() {
        Answer<Integer> answer = search(x -> x < 0.5 ? 10_000 : 50_000, 30_000);
        assertEquals(10_000, answer.chosen().made());
        assertTrue(answer.tries().size() <= Trials.MOST);
    }

    /** Palettes of 2 to 256 colours: between two places may lie a number, or none. */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 6, 9, 17, 63, 200})
    void wholeNumbers_upToTheOneThatKeepsTheLimit_areTried(int most) {
        DoubleUnaryOperator sizes = x -> 1000 + 400 * Math.round(2 * Math.pow(128, x));
        Answer<Integer> answer = search(sizes, 1000 + 400 * most + 200, 5.0 / 7, 1);
        double colours = (answer.chosen().made() - 1000) / 400.0;
        assertEquals(most, colours, 0.03 * most);
    }

    private static void assertUsed(Answer<Integer> answer, int limit) {
        int bytes = answer.chosen().made();
        assertTrue(bytes <= limit && bytes >= ENOUGH * limit, bytes + " of " + limit);
        assertTrue(answer.tries().size() <= Trials.MOST);
        assertTrue(answer.tries().contains(answer.chosen()));
    }

    private static Answer<Integer> search(DoubleUnaryOperator sizes, int limit) {
        return search(sizes, limit, FIRST);
    }

    private static Answer<Integer> search(DoubleUnaryOperator sizes, int limit, double... first) {
        double log = Math.log(limit);
        return new QualitySearch<Integer>(
                        x -> (int) sizes.applyAsDouble(x),
                        bytes -> Math.log(bytes),
                        log,
                        log + Math.log(ENOUGH),
                        0.002,
                        8)
                .run(first);
    }
}
