package gavlin.core.lift;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.colour.CieLab;
import gavlin.core.geometry.Size;
import gavlin.core.mark.Ground;
import gavlin.core.mark.Inks;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import java.awt.Color;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleBiFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Marks whose alpha is known are put on twelve grounds and given back (Porter &amp; Duff 1984: C = αF + (1−α)B). */
class LiftingTest {
    private static final Map<String, Pixels> MARKS = new TreeMap<>(Map.of(
            "dark, one ink", KnownMarks.lamp(new Color(0x17313A)),
            "light, one ink", KnownMarks.lamp(new Color(0xFFFDF8)),
            "red, one ink", KnownMarks.lamp(new Color(0xC02818)),
            "three inks", KnownMarks.sails(new Color(0x1B6E9C), new Color(0xE8B020), new Color(0x8A1F2C)),
            "fading edge", KnownMarks.glow(0x0E3A2A)));

    /** An ink within this CIEDE2000 of its ground cannot be told from it along an edge. */
    private static final double TOLD_APART = 20;

    private static final int[] NEW_GROUNDS = {0xFFFFFF, 0x000000, 0x4878A0};

    /**
     * @param alpha mean of the absolute differences, of 255, over the pixels that are soft in one of the two
     * @param edge mean CIEDE2000 over soft pixels laid on new grounds
     */
    record Errors(double alpha, double edge, double worst) {
        static Errors of(Pixels mark, Pixels lifted) {
            long off = 0;
            long soft = 0;
            double sum = 0;
            double worst = 0;
            int width = mark.size().width();
            for (int i = 0; i < mark.size().pixels(); i++) {
                int wanted = mark.samples()[i * 4 + 3] & 0xff;
                int found = lifted.samples()[i * 4 + 3] & 0xff;
                if (wanted % 255 != 0 || found % 255 != 0) {
                    off += Math.abs(wanted - found);
                    soft++;
                    for (int ground : NEW_GROUNDS) {
                        double difference = CieLab.ofSrgb(mark.shownOver(i % width, i / width, ground))
                                .difference(CieLab.ofSrgb(lifted.shownOver(i % width, i / width, ground)));
                        sum += difference;
                        worst = Math.max(worst, difference);
                    }
                } else {
                    assertEquals(wanted, found, "plainly there or not, at pixel " + i);
                }
            }
            return new Errors((double) off / soft, sum / soft / NEW_GROUNDS.length, worst);
        }
    }

    static Stream<Arguments> marksOnGrounds() {
        return MARKS.entrySet().stream()
                .flatMap(mark -> Arrays.stream(KnownMarks.GROUNDS)
                        .filter(ground -> apart(mark.getValue(), ground, LiftingTest::difference) >= TOLD_APART)
                        .mapToObj(ground -> Arguments.of(mark.getKey(), ground)));
    }

    /** The least difference of a solid pixel from the ground. */
    private static double apart(Pixels mark, int ground, ToDoubleBiFunction<Integer, Integer> difference) {
        return IntStream.range(0, (int) mark.size().pixels())
                .filter(i -> mark.samples()[i * 4 + 3] == -1)
                .map(i -> Ground.rgb(mark, i))
                .distinct()
                .mapToDouble(rgb -> difference.applyAsDouble(rgb, ground))
                .min()
                .orElseThrow();
    }

    private static double difference(int a, int b) {
        return CieLab.ofSrgb(a).difference(CieLab.ofSrgb(b));
    }

    @ParameterizedTest
    @MethodSource("marksOnGrounds")
    void markOnAFlatGround_isGivenBack(String name, int ground) {
        Pixels mark = MARKS.get(name);
        Errors e = Errors.of(mark, lifted(KnownMarks.on(mark, ground)).pixels());
        // A code is rounded by half of one: where ink and ground are few codes apart, more of α cannot be told.
        double rounding = 127.5 / apart(mark, ground, Inks::distance);
        assertTrue(
                e.alpha <= Math.max(1, rounding) && e.edge <= 2 && e.worst <= 10,
                name + " on " + hex(ground) + ": " + e);
        assertTrue(mean(mark, lifted(KnownMarks.on(mark, ground)).pixels()) <= 1);
    }

    /** Over all pixels: compression also leaves its marks where the picture was plain. */
    @ParameterizedTest
    @MethodSource("marksOnGrounds")
    void markOnAFlatGround_afterJpeg85_isGivenBack(String name, int ground) {
        Pixels mark = MARKS.get(name);
        Pixels lifted =
                lifted(KnownMarks.throughJpeg(KnownMarks.on(mark, ground))).pixels();
        double off = mean(mark, lifted);
        assertTrue(off <= 4, name + " on " + hex(ground) + ": " + off);
    }

    /** Of all pixels' differences of alpha, of 255. */
    private static double mean(Pixels mark, Pixels lifted) {
        return IntStream.range(0, (int) mark.size().pixels())
                .map(i -> Math.abs((mark.samples()[i * 4 + 3] & 0xff) - (lifted.samples()[i * 4 + 3] & 0xff)))
                .average()
                .orElseThrow();
    }

    @Test
    void groundThatFades_isFollowed() {
        Pixels mark = MARKS.get("dark, one ink");
        Pixels faded = faded(mark, 0xF6F2E9, 0xA8C4D8);
        Lifting.Result result = lifted(faded);
        assertFalse(result.flat());
        Errors e = Errors.of(mark, result.pixels());
        assertTrue(e.alpha <= 2 && e.edge <= 2, e.toString());
    }

    private static Pixels faded(Pixels mark, int from, int to) {
        byte[] out = new byte[(int) mark.size().pixels() * 3];
        int width = mark.size().width();
        for (int i = 0; i < mark.size().pixels(); i++) {
            double t = (i % width + i / width) / (double) (width + mark.size().height() - 2);
            int ground = 0;
            for (int shift = 16; shift >= 0; shift -= 8) {
                ground |= (int) Math.round((from >> shift & 0xff) * (1 - t) + (to >> shift & 0xff) * t) << shift;
            }
            int rgb = mark.shownOver(i % width, i / width, ground);
            out[i * 3] = (byte) (rgb >> 16);
            out[i * 3 + 1] = (byte) (rgb >> 8);
            out[i * 3 + 2] = (byte) rgb;
        }
        return new Pixels(mark.size(), 3, out);
    }

    /** Inside the ring of the lamp, between 45 and 20 px from its middle. */
    @Test
    void enclosedPlaces_stayOrGo_asAsked_andAsASpotSays() {
        Pixels on = KnownMarks.on(MARKS.get("dark, one ink"), 0xFFFFFF);
        Spot inside = new Spot(true, List.of(new Spot.Place(81 / 420.0, 115 / 260.0)), null);
        Spot gone = new Spot(false, inside.along(), null);
        assertEquals(0, alphaInside(on, new Lift(null, true, List.of())));
        assertEquals(255, alphaInside(on, new Lift(null, false, List.of())));
        assertEquals(
                255, alphaInside(on, new Lift(null, true, List.of(inside))), "kept, though all enclosed places go");
        assertEquals(0, alphaInside(on, new Lift(null, false, List.of(gone))), "taken, though enclosed places stay");
    }

    private static int alphaInside(Pixels on, Lift lift) {
        return Lifting.of(on, lift).pixels().samples()[(90 * 420 + 90) * 4 + 3] & 0xff;
    }

    /** A spot taken away carries its own ground's colour off the soft edge. */
    @Test
    void spotOfAnotherColour_goesWithAllThatIsLikeIt() {
        Pixels mark = KnownMarks.sails(new Color(0x1B6E9C), new Color(0xE8B020), new Color(0x8A1F2C));
        Spot third = new Spot(false, List.of(new Spot.Place(300 / 420.0, 170 / 260.0)), 0.002);
        Pixels lifted = Lifting.of(KnownMarks.on(mark, 0xFFFFFF), new Lift(null, true, List.of(third)))
                .pixels();
        assertEquals(0, lifted.samples()[(170 * 420 + 220) * 4 + 3], "the whole bar");
        assertEquals(-1, lifted.samples()[(140 * 420 + 220) * 4 + 3], "not what is beside it");
    }

    /** A hand gives a point for every few pixels that it moves; what is kept of a stroke fits into an address. */
    @Test
    void strokeOfAHand_keepsItsShape_inFewPoints() {
        List<Spot.Place> straight = IntStream.rangeClosed(0, 150)
                .mapToObj(i -> new Spot.Place(i / 300.0, 0.2 + i / 600.0))
                .toList();
        assertEquals(
                List.of(straight.get(0), straight.get(150)),
                Lift.NONE.with(true, straight).spots().get(0).along());
        List<Spot.Place> round = IntStream.rangeClosed(0, 190)
                .mapToObj(i -> new Spot.Place(0.5 + 0.3 * Math.cos(i / 30.0), 0.5 + 0.3 * Math.sin(i / 30.0)))
                .toList();
        int points = Lift.NONE.with(false, round).spots().get(0).along().size();
        assertTrue(points > 8 && points <= 24, "was " + points);
        Lift full = Lift.chosen();
        for (int i = 0; i < 5; i++) {
            full = full.with(true, round.subList(0, 2));
        }
        assertEquals(5, full.spots().size());
    }

    @Test
    void markThatIsTransparentAlready_keepsWhatItHas() {
        Pixels mark = MARKS.get("dark, one ink");
        Pixels lifted = Lifting.of(mark, new Lift(null, true, List.of())).pixels();
        for (int i = 3; i < lifted.samples().length; i += 4) {
            assertEquals(mark.samples()[i], lifted.samples()[i]);
        }
    }

    @Test
    void whatMakesNoSense_isRefusedInWords() {
        java.util.Random random = new java.util.Random(4);
        byte[] noise = new byte[200 * 100 * 3];
        random.nextBytes(noise);
        assertRefused("There is no flat backing to lift", new Pixels(new Size(200, 100), 3, noise));
        byte[] plain = new byte[200 * 100 * 3];
        Arrays.fill(plain, (byte) 0x80);
        assertRefused("Nothing would be left", new Pixels(new Size(200, 100), 3, plain));
        assertRefused("Nothing would be left", new Pixels(new Size(1, 1), 3, new byte[3]));
        assertRefused("Nothing would be left", new Pixels(new Size(40, 30), 4, new byte[40 * 30 * 4]));
    }

    private static void assertRefused(String says, Pixels pixels) {
        BadInput refused =
                assertThrows(BadInput.class, () -> Lift.chosen().settled(new PixelsPicture<>(pixels, pixels.size())));
        assertTrue(refused.getMessage().startsWith(says), refused.getMessage());
    }

    private static Lifting.Result lifted(Pixels pixels) {
        return Lifting.of(pixels, Lift.chosen());
    }

    private static String hex(int rgb) {
        return String.format("#%06X", rgb);
    }
}
