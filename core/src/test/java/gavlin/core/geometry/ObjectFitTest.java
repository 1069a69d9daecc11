package gavlin.core.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.geometry.Space.InPrepared;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ObjectFitTest {
    /** CSS Backgrounds 3, percentage rule: offset = (box − object) · percentage. */
    @ParameterizedTest
    @CsvSource({
        "1920x480, 390x260, 50, 50, 1040x260-325+0",
        "1920x480, 390x260, 0, 50, 1040x260+0+0",
        "1920x480, 390x260, 100, 50, 1040x260-650+0",
        "1920x480, 1280x140, 50, 25, 1280x320+0-45"
    })
    void cover_place_followsThePercentageRule(String file, String box, double x, double y, String placed) {
        ObjectFit fit = new ObjectFit(Rule.COVER, x / 100, y / 100);
        assertEquals(placed, fit.place(Size.parse(file), Box.parse(box)).toString());
    }

    @Test
    void seen_throughTwoWindows_isTheirComposition() {
        // 6000×4000 to 1920×480 cover: window 6000×1500 at y 1250. A phone's box of 390×260 sees 390/1040 of its width.
        Size picture = Size.parse("6000x4000");
        Size file = Size.parse("1920x480");
        Framing<InPrepared> framing =
                Framing.of(picture, file, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
        Box<InPrepared> seen = ObjectFit.INITIAL.seen(framing, file, Box.parse("390x260"));
        assertEquals("2250x1500+1875+1250", seen.toString());
    }

    @Test
    void seen_containedMark_isThePictureWithoutTheMargins() {
        Size file = Size.parse("500x100");
        Framing<InPrepared> framing =
                Framing.of(Size.parse("408x93"), file, Rule.CONTAIN, FocalPoint.centre(), FocalPoint.centre(), 1);
        Box<InPrepared> seen = new ObjectFit(Rule.CONTAIN, 0.5, 0.5).seen(framing, file, Box.parse("250x100"));
        assertEquals("408x93+0+0", seen.toString());
    }
}
