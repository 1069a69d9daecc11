package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Prepared;
import gavlin.core.turn.Turn;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A decision that was made for one slot, in another: what it means stays, what belonged to the old file does not. */
class CarriedFitTest {
    private static final Size PICTURE = new Size(3000, 2000);

    private static Slot slot(String members) {
        return SlotSheetReader.read(
                        "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\","
                                + "\"kind\":\"banner\",\"types\":[\"jpeg\",\"png\"]," + members + "}]}")
                .slots()
                .get(0);
    }

    private static Slot cover(int width, int height) {
        return slot("\"size\":{\"width\":" + width + ",\"height\":" + height + "},\"rule\":\"cover\"");
    }

    private static Fit at(Fit fit, FocalPoint<InPrepared> focal, double zoom) {
        return fit.with(fit.frame().at(focal, zoom));
    }

    private static Box<InPrepared> window(Fit fit, Slot slot) {
        Slot chosen = fit.slotOf(slot);
        return fit.framing(slot, PICTURE, chosen.brief().sizeFor(PICTURE)).window();
    }

    @Test
    void pointThatMatters_staysWhereItIs() {
        Fit fit = at(Fit.chosenFor(cover(1500, 300)), new FocalPoint<>(0.3, 0.4), 1);
        Box<InPrepared> there = window(fit.carriedTo(cover(600, 600), PICTURE), cover(600, 600));
        assertEquals(
                0.3 * 3000,
                there.x() + there.width() / 2,
                101,
                "the square reaches the left edge before it is centred");
        assertTrue(there.x() >= 0 && there.right() <= 3000);
        assertEquals(1, there.width() / there.height(), 1e-9);
    }

    /** Of a window 1500 px wide for 750, a slot of 2000 px is not given an enlarged one. */
    @Test
    void zoomThatWouldEnlargeThere_isTakenBack() {
        Fit near = at(Fit.chosenFor(cover(750, 150)), FocalPoint.centre(), 4);
        assertEquals(750, window(near, cover(750, 150)).width(), 1e-6);
        Slot large = cover(2000, 400);
        Box<InPrepared> there = window(near.carriedTo(large, PICTURE), large);
        assertEquals(2000, there.width(), 1e-6, "one pixel of the picture for each of the file");
        Slot small = cover(500, 100);
        assertEquals(
                4,
                near.carriedTo(small, PICTURE).frame().zoom(),
                1e-9,
                "what was chosen to be seen is kept where it can be");
    }

    @Test
    void whatBelongedToTheOldFile_isLeftBehind() {
        Fit fit = Fit.of(new Frame(Rule.COVER, new FocalPoint<>(0.4, 0.4), 1.5, 400, new Position(0.2, 0.3)))
                .with(new Turn(true, 2))
                .with(new Grow(10, 0, 0, 0))
                .with(new Backing(new Colour(0xffffff)))
                .with(gavlin.core.codec.PictureType.PNG, null)
                .lettingGo(List.of("k3"));
        Fit carried = fit.carriedTo(cover(1000, 250), PICTURE);
        assertEquals(new Turn(true, 2), carried.prepare().get(Turn.TYPE), "a straight horizon stays straight");
        assertEquals(List.of(), carried.letGo(), "what need not be seen in one slot must be seen in the next");
        assertEquals(Grow.NONE, carried.prepare().get(Grow.TYPE));
        assertNull(carried.frame().height());
        assertNull(carried.frame().position());
        assertNull(carried.type());
        assertEquals(0xffffff, carried.backing());
    }

    /** The point that matters is a point of the picture: without what was grown it has other fractions. */
    @Test
    void growthLeftBehind_leavesThePointWhereItIsOnThePicture() {
        Fit grown = at(Fit.chosenFor(cover(900, 300)), new FocalPoint<>(0.5, 0.6), 1)
                .with(new Grow(500, 0, 0, 0));
        Prepared before = grown.prepared(PICTURE);
        Fit carried = grown.carriedTo(cover(600, 600), PICTURE);
        assertEquals(
                before.toPicture(new FocalPoint<InPrepared>(0.5, 0.6).in(before.size()))
                        .y(),
                carried.frame().focal().y() * PICTURE.height(),
                1e-9);
    }

    @Test
    void slotThatContains_showsAllOfIt() {
        Slot mark = slot("\"size\":{\"width\":400,\"height\":100},\"rule\":\"contain\"");
        Fit carried = at(Fit.chosenFor(cover(900, 300)), new FocalPoint<>(0.2, 0.2), 3)
                .carriedTo(mark, PICTURE);
        assertEquals(Rule.CONTAIN, carried.rule());
        assertEquals(1, carried.frame().zoom());
    }

    /** A ratio of 8:1 inside a picture 3 px high and 5 wide leaves no pixel of height. */
    @Test
    void pictureTooSmallForARatio_isRefused() {
        Slot ratio = slot("\"ratio\":\"8:1\",\"rule\":\"cover\"");
        assertThrows(BadInput.class, () -> Fit.chosenFor(cover(10, 10)).carriedTo(ratio, new Size(5, 3)));
    }

    /** Over random slots and fits: never enlarged where the old one was not, always inside the picture, never squashed. */
    @Test
    void randomFits_carriedAnywhere_stayInsideThePicture() {
        Random random = new Random(12);
        for (int i = 0; i < 400; i++) {
            Slot from = cover(100 + random.nextInt(900), 100 + random.nextInt(600));
            Slot to = cover(100 + random.nextInt(900), 100 + random.nextInt(600));
            Fit fit = at(
                    Fit.chosenFor(from),
                    new FocalPoint<>(random.nextDouble(), random.nextDouble()),
                    1 + 3 * random.nextDouble());
            Box<InPrepared> there = window(fit.carriedTo(to, PICTURE), to);
            Size file = to.brief().size();
            assertTrue(PICTURE.<InPrepared>box().contains(there, 1e-6), there.toString());
            assertEquals(file.proportion(), there.width() / there.height(), 1e-9);
            assertTrue(there.width() >= file.width() - 1e-6, "as many pixels as the file has: " + there);
        }
    }

    /** The other height of a slot makes its showings as much taller; what was over their lower edge stays there. */
    @Test
    void heightChosen_makesTheShowingsTaller() {
        Slot slide = slot(
                "\"size\":{\"width\":1400,\"height\":400},\"heights\":[400,560],\"rule\":\"cover\",\"showings\":[{\"id\":\"s\","
                        + "\"name\":\"S\",\"box\":{\"width\":700,\"height\":200},\"obstructions\":[{\"name\":\"dots\",\"kind\":\"solid\","
                        + "\"box\":{\"x\":0,\"y\":180,\"width\":700,\"height\":20}}]}]");
        Fit tall = Fit.chosenFor(slide).with(Frame.of(Rule.COVER).inHeight(560));
        Slot shown = tall.slotOf(slide);
        assertEquals(new Size(1400, 560), shown.brief().size());
        assertEquals(280, shown.showings().get(0).box().height(), 1e-9);
        assertEquals(260, shown.showings().get(0).obstructions().get(0).box().y(), 1e-9);
        assertEquals(2.5, window(tall, slide).width() / window(tall, slide).height(), 1e-9);
    }
}
