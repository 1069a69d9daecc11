package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.weight.QualitySearch.Answer;
import java.util.function.DoubleFunction;
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
        DoubleFunction<byte[]> encoder = sizes(x -> 20_000 * Math.exp(steepness * x));
        int limit = (int) (20_000 * Math.exp(steepness * 0.48));
        Answer answer = search(encoder).heaviestWithin(limit);
        assertUsed(answer, limit);
        assertEquals(4, answer.encodes().size());
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.2, 0.37, 0.5, 0.7, 0.9, 0.97})
    void bentCurve_limitAnywhere_isKeptAndUsed(double where) {
        // Bends upwards at the fine end, as real encoders do.
        DoubleUnaryOperator bent = x -> 15_000 * Math.exp(2.2 * x + 1.4 * Math.pow(x, 6));
        int limit = (int) bent.applyAsDouble(where);
        assertUsed(search(sizes(bent)).heaviestWithin(limit), limit);
    }

    @Test
    void wideLimit_takesTheFinestAndNoMore() {
        Answer answer = search(sizes(x -> 1000 + 1000 * x)).heaviestWithin(1_000_000);
        assertEquals(1, answer.chosen().fineness());
        assertEquals(4, answer.encodes().size());
    }

    @Test
    void tightLimit_givesTheCoarsest() {
        Answer answer = search(sizes(x -> 10_000 + 1000 * x)).heaviestWithin(500);
        assertEquals(0, answer.chosen().fineness());
        assertTrue(answer.encodes().size() <= QualitySearch.MAX_ENCODES);
    }

    @Test
    void stairs_thatJumpOverTheLimit_endWithTheLastStepBelow() {
        Answer answer = search(sizes(x -> x < 0.5 ? 10_000 : 50_000)).heaviestWithin(30_000);
        assertEquals(10_000, answer.chosen().file().length);
        assertTrue(answer.encodes().size() <= QualitySearch.MAX_ENCODES);
    }

    @Test
    void likeness_wanted_isReachedByTheLightest() {
        // The file's length stands for its likeness: 10 000 bytes are 0.985.
        Answer answer = search(sizes(x -> 20_000 * x)).lightestReaching(0.985, file -> file.length * 0.985 / 10_000);
        assertTrue(answer.chosen().file().length >= 10_000);
        assertTrue(answer.chosen().file().length < 11_500, answer.chosen().file().length + " bytes");
    }

    @Test
    void likeness_neverReached_givesTheFinest() {
        Answer answer = search(sizes(x -> 100)).lightestReaching(0.985, file -> 0.5);
        assertEquals(1, answer.chosen().fineness());
        assertTrue(answer.encodes().size() <= QualitySearch.MAX_ENCODES);
    }

    private static void assertUsed(Answer answer, int limit) {
        int bytes = answer.chosen().file().length;
        assertTrue(bytes <= limit && bytes >= ENOUGH * limit, bytes + " of " + limit);
        assertTrue(answer.encodes().size() <= QualitySearch.MAX_ENCODES);
        assertTrue(answer.encodes().contains(answer.chosen()));
    }

    private static QualitySearch search(DoubleFunction<byte[]> encoder) {
        return new QualitySearch(FIRST, ENOUGH, encoder);
    }

    private static DoubleFunction<byte[]> sizes(DoubleUnaryOperator bytes) {
        return x -> new byte[(int) bytes.applyAsDouble(x)];
    }
}
