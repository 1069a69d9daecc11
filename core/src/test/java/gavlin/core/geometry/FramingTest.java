package gavlin.core.geometry;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.geometry.Space.InPrepared;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FramingTest {

    /** Slots of the trade (common practice, no source) out of photographs of 3:2 and 16:9. */
    @ParameterizedTest
    @CsvSource({
        "6000x4000, 940x198, 6000x1263.830+0+1368.085",
        "6000x4000, 2000x400, 6000x1200+0+1400",
        "3840x2160, 940x198, 3840x808.851+0+675.574",
        "3840x2160, 1920x480, 3840x960+0+600",
        "4000x6000, 150x150, 4000x4000+0+1000",
        "6000x4000, 260x278, 3741.007x4000+1129.496+0",
        "1000x1000, 16x16, 1000x1000+0+0"
    })
    void cover_centred_showsAsMuchAsTheProportionsAllow(String picture, String slot, String window) {
        Framing<InPrepared> framing = Framing.of(
                Size.parse(picture), Size.parse(slot), Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
        assertEquals(window, framing.window().toString());
        assertEquals(Size.parse(slot).box(), framing.placed());
    }

    @Test
    void cover_focalPoint_landsAtItsAimUnlessAnEdgeIsInTheWay() {
        Size picture = Size.parse("6000x4000");
        Size slot = Size.parse("1920x480");
        Box<InPrepared> middle = Framing.<InPrepared>of(
                        picture, slot, Rule.COVER, new FocalPoint<>(0.5, 0.4), FocalPoint.centre(), 1)
                .window();
        assertEquals(0.4 * 4000, middle.y() + middle.height() / 2, 1e-9);
        Box<InPrepared> top = Framing.<InPrepared>of(
                        picture, slot, Rule.COVER, new FocalPoint<>(0.5, 0.01), FocalPoint.centre(), 1)
                .window();
        assertEquals(0, top.y());
        Box<InPrepared> bottom = Framing.<InPrepared>of(
                        picture, slot, Rule.COVER, new FocalPoint<>(0.5, 1), FocalPoint.centre(), 1)
                .window();
        assertEquals(4000, bottom.bottom(), 1e-9);
        Box<InPrepared> low = Framing.<InPrepared>of(
                        picture, slot, Rule.COVER, new FocalPoint<>(0.5, 0.5), new FocalPoint<>(0.5, 0.75), 1)
                .window();
        assertEquals(0.5 * 4000, low.y() + 0.75 * low.height(), 1e-9);
    }

    @Test
    void cover_anyCase_keepsProportionsAndStaysInsideThePicture() {
        Random random = new Random(1);
        for (int i = 0; i < 2000; i++) {
            Size picture = new Size(1 + random.nextInt(9000), 1 + random.nextInt(9000));
            Size slot = new Size(1 + random.nextInt(3000), 1 + random.nextInt(3000));
            FocalPoint<InPrepared> focal = new FocalPoint<>(random.nextDouble(), random.nextDouble());
            double zoom = 1 + random.nextDouble() * 10;
            Box<InPrepared> window = Framing.<InPrepared>of(picture, slot, Rule.COVER, focal, FocalPoint.centre(), zoom)
                    .window();
            assertTrue(picture.<InPrepared>box().contains(window, 1e-6), () -> window + " in " + picture);
            assertEquals((double) slot.width() / slot.height(), window.width() / window.height(), 1e-6 * slot.width());
        }
    }

    @Test
    void contain_wideMark_showsAllOfItInTheMiddle() {
        // A 408×93 logo in a 500×100 canvas: common practice, no source.
        Framing<InPrepared> framing = Framing.of(
                Size.parse("408x93"), Size.parse("500x100"), Rule.CONTAIN, FocalPoint.centre(), FocalPoint.centre(), 1);
        assertEquals("408x93+0+0", framing.window().toString());
        assertEquals("438.710x100+30.645+0", framing.placed().toString());
        assertEquals(0.877, framing.filled(Size.parse("500x100")), 1e-3);
    }

    @Test
    void zoom_outOfRange_isRefusedByName() {
        BadInput refused = assertThrows(
                BadInput.class,
                () -> Framing.of(
                        Size.parse("10x10"),
                        Size.parse("5x5"),
                        Rule.COVER,
                        FocalPoint.centre(),
                        FocalPoint.centre(),
                        0.5));
        assertEquals("zoom", refused.field());
        assertEquals("the zoom must be 1 to 64, was 0.5", refused.getMessage());
        assertThrows(
                BadInput.class,
                () -> Framing.of(
                        Size.parse("10x10"),
                        Size.parse("5x5"),
                        Rule.COVER,
                        FocalPoint.centre(),
                        FocalPoint.centre(),
                        Double.NaN));
        assertThrows(
                BadInput.class,
                () -> Framing.of(
                        Size.parse("10x10"),
                        Size.parse("5x5"),
                        Rule.CONTAIN,
                        FocalPoint.centre(),
                        FocalPoint.centre(),
                        2));
    }

    @Test
    void ratio_inPicture_givesTheLargestWholeSizeOfExactlyThatRatio() {
        Ratio wide = Ratio.parse("4:1");
        assertEquals(Size.parse("3000x748"), Ratio.parse("750:187").largestInside(Size.parse("3000x2000"), Size.MAX));
        assertEquals(Size.parse("3000x750"), wide.largestInside(Size.parse("3000x2000"), Size.MAX));
        assertEquals(Size.parse("1600x400"), wide.largestInside(Size.parse("3000x2000"), 1600));
        assertEquals(Size.parse("396x99"), wide.largestInside(Size.parse("3000x99"), Size.MAX));
        assertEquals(new Ratio(5, 1), Ratio.parse("2000:400"));
        assertThrows(BadInput.class, () -> wide.largestInside(Size.parse("3x3"), Size.MAX));
    }

    @Test
    void box_notation_readsAsItWrites() {
        for (String text : new String[] {"940x198+12+30", "1x1+0+0", "12.500x3+0.250-4"}) {
            assertEquals(text, Box.parse(text).toString());
        }
        assertThrows(BadInput.class, () -> Box.parse("940"));
        assertEquals(Box.empty(), Box.<InPrepared>parse("10x10").intersect(Box.parse("10x10+10+0")));
    }
}
