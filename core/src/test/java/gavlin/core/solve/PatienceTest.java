package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class PatienceTest {
    private static final Duration NONE = Duration.ofNanos(-1);
    private static final Duration AMPLE = Duration.ofMinutes(5);

    @Test
    void withoutALimit_isNeverOver() {
        assertFalse(Patience.isOver());
    }

    @Test
    void within_insideOfAnother_theSoonerEndHolds_andTheOutersAfterwards() {
        assertTrue(Patience.within(NONE, () -> Patience.within(AMPLE, Patience::isOver)));
        assertTrue(Patience.within(AMPLE, () -> Patience.within(NONE, Patience::isOver)));
        boolean after = Patience.within(AMPLE, () -> {
            Patience.within(NONE, Patience::isOver);
            return Patience.isOver();
        });
        assertFalse(after);
    }

    @Test
    void endless_isNotOver_whateverIsAskedForInside_andOnlyInside() {
        assertFalse(Patience.endless(() -> Patience.within(NONE, Patience::isOver)));
        assertTrue(Patience.within(NONE, () -> Patience.endless(Patience::isOver) || Patience.isOver()));
    }

    @Test
    void searchThatFails_leavesNoLimitBehind() {
        assertThrows(
                IllegalStateException.class,
                () -> Patience.within(NONE, () -> {
                    throw new IllegalStateException();
                }));
        assertFalse(Patience.isOver());
    }
}
