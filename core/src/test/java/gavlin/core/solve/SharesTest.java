package gavlin.core.solve;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Prepared;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SharesTest {
    private static final Size PICTURE = new Size(2400, 1200);

    /** Of a showing of many widths, under bars that hang on its edges, against each of 500 widths by itself. */
    @Test
    void rangeOfWidths_countsByTheLeastOfTheExactOnes() {
        Random random = new Random(16);
        int partly = 0;
        for (int i = 0; i < 200; i++) {
            int from = 300 + random.nextInt(300);
            int to = from + 200 + random.nextInt(1200);
            String x =
                    random.nextBoolean() ? "0" : Integer.toString(from - 120); // on the left edge, or on the right one
            Slot slot = SlotSheetReader.read("""
                    {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"banner","size":{"width":1200,"height":400},
                     "types":["png"],"showings":[{"id":"s","name":"S","box":{"width":%d,"height":%d,"to":{"width":%d,"height":%d}},"obstructions":[
                      {"name":"bar","kind":"solid","box":{"x":%s,"y":%d,"width":120,"height":60}}]}]}]}""".formatted(
                            from, 150 + random.nextInt(150), to, 200 + random.nextInt(300), x, random.nextInt(80)))
                    .slots()
                    .get(0);
            KeepArea area = new KeepArea(
                    "k1",
                    "the light",
                    KeepArea.Shape.RECTANGLE,
                    new Box<>(0.1 + 0.6 * random.nextDouble(), 0.3 * random.nextDouble(), 0.15, 0.25),
                    1);
            Box<InPrepared> window = new Box<>(0, 0, 2400, 800);
            double told = shares(slot, area, window);
            Showing showing = slot.showings().get(0);
            double least = 1;
            for (int k = 0; k <= 500; k++) {
                Showing one = showing.at(from + k * (to - from) / 500.0);
                least = Math.min(least, shares(slot.with(List.of(one)), area, window));
            }
            partly += least > 0.01 && least < 0.99 ? 1 : 0;
            assertTrue(told >= least - 1e-9, i + ": " + told + " is less than at any width, " + least);
            assertEquals(least, told, 0.03, "scene " + i);
        }
        assertTrue(partly > 60, partly + " are seen in part");
    }

    private static double shares(Slot slot, KeepArea area, Box<InPrepared> window) {
        return new Problem(slot, Prepared.asIs(PICTURE), List.of(area), FocalPoint.centre(), null, null)
                .shares(window)
                .worst();
    }
}
