package gavlin.core.grow;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow.By;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.json.JsonMapper;

/** More picture, made in several ways. */
class GrowthTest {
    private static final Size PICTURE = Size.parse("400x200");

    /** A sky that pales downwards over a dark sea, with grain: what edges are grown of. */
    private static final Pixels COAST = drawn(PICTURE, (x, y) -> {
        int level = y < 120 ? 120 + y : 50 + y / 10;
        int grain = new Random(x * 7919L + y).nextInt(9);
        return level + grain << 16 | level + grain << 8 | Math.min(255, level + 30 + grain);
    });

    @ParameterizedTest
    @EnumSource
    void pictureItself_isAsItWas_andTheSizeIsWhatWasAsked(By by) {
        Grow grow = new Grow(30, 80, 0, 60).by(by, null);
        Pixels grown = grown(COAST, grow);
        assertEquals(Size.parse("540x230"), grown.size());
        for (int y = 0; y < 200; y += 3) {
            for (int x = 110; x < 290; x += 3) { // the first strip of patches may begin within the picture's outer part
                if (by != By.PATCHES || y > 60) {
                    assertEquals(rgb(COAST, x, y), rgb(grown, x + 60, y + 30), by + " at " + x + ", " + y);
                }
            }
        }
    }

    /** Over the join nothing jumps: no farther than 95 % of the picture's own steps, but for a plain colour, which the score tells. */
    @ParameterizedTest
    @EnumSource
    void join_isContinuous(By by) {
        Grow grow = new Grow(0, 100, 0, 100).by(by, null);
        GrowthScore score = GrowthScore.of(grown(COAST, grow), new Box<>(100, 0, 400, 200));
        if (by == By.COLOUR) {
            assertTrue(score.join() > 2, score.toString());
        } else {
            assertTrue(score.join() <= 1, by + ": " + score);
        }
    }

    /** What is grown is the same through every window at the same scale: it doesn't change while somebody moves one. */
    @ParameterizedTest
    @EnumSource
    void windowOntoIt_showsAPartOfTheWhole(By by) {
        Grow grow = new Grow(0, 120, 40, 0).by(by, by == By.PATCHES ? 5 : null);
        Renderable<InPrepared> picture = settled(COAST, grow);
        Size whole = picture.size();
        Pixels all = picture.render(new Framing<>(whole.box(), whole.box()), whole);
        Size out = Size.parse("180x90");
        Pixels part = picture.render(new Framing<>(new Box<>(330, 145, 180, 90), out.box()), out);
        for (int y = 0; y < 90; y++) {
            for (int x = 0; x < 180; x++) {
                assertNear(rgb(all, x + 330, y + 145), rgb(part, x, y), 1, by + " at " + x + ", " + y);
            }
        }
    }

    @Test
    void edge_isTheOutermostLine_andMirror_theLinesReadBackwards() {
        Pixels edge = grown(COAST, new Grow(0, 50, 0, 0).by(By.EDGE, null));
        Pixels mirror = grown(COAST, new Grow(0, 50, 0, 0));
        for (int i = 0; i < 50; i++) {
            assertEquals(rgb(COAST, 399, 77), rgb(edge, 400 + i, 77));
            assertEquals(rgb(COAST, 399 - i, 77), rgb(mirror, 400 + i, 77));
        }
    }

    @Test
    void colour_isThatOfTheEdge_unlessSomebodyChoseOne_andAFadeEndsInIt() {
        Pixels red = drawn(PICTURE, (x, y) -> x < 399 ? 0x336699 : 0xCC2200);
        Grow settled = new Grow(0, 40, 0, 0).by(By.COLOUR, null).settled(renderable(red));
        assertEquals(new Colour(0xCC2200), settled.ink());
        Grow fade = new Grow(0, 40, 0, 0, By.FADE, new Colour(0x00FF00), null, null);
        Pixels faded = grown(red, fade);
        assertEquals(0xCC2200, rgb(faded, 399, 10));
        int last = rgb(faded, 439, 10);
        assertTrue((last >> 8 & 0xff) > 250 && (last >> 16 & 0xff) < 6, Integer.toHexString(last));
    }

    @Test
    void blur_isSofterTheFartherOut() {
        Pixels stripes = drawn(PICTURE, (x, y) -> x / 4 % 2 == 0 ? 0 : 0xFFFFFF);
        Pixels soft = grown(stripes, new Grow(0, 200, 0, 0).by(By.BLUR, null));
        assertTrue(spread(soft, 390, 404) > 200);
        assertTrue(spread(soft, 560, 590) < 60, "far out the stripes have gone: " + spread(soft, 560, 590));
    }

    @Test
    void patches_areTheSameForASeed_othersForAnother_andSharpAtAnySize() {
        Grow one = new Grow(0, 200, 0, 0).by(By.PATCHES, 1);
        assertArrayEquals(grown(COAST, one).samples(), grown(COAST, one).samples());
        assertFalse(Arrays.equals(
                grown(COAST, one).samples(), grown(COAST, one.by(By.PATCHES, 2)).samples()));
        GrowthScore score = GrowthScore.of(grown(COAST, one), new Box<>(0, 0, 400, 200));
        assertTrue(score.repeat() < 0.6, "grain is not seen again: " + score);
        Renderable<InPrepared> picture = settled(COAST, one);
        Size half = Size.parse("300x100");
        Pixels smaller = picture.render(new Framing<>(picture.size().box(), half.box()), half);
        assertEquals(half, smaller.size());
    }

    /** A red sign stands in the middle; what must be seen is never copied. */
    @Test
    void patches_neverCopyWhatIsToBeAvoided() {
        Pixels sign = drawn(PICTURE, (x, y) -> x > 150 && x < 230 && y > 40 && y < 120 ? 0xEE1100 : rgb(COAST, x, y));
        Grow grow = new Grow(0, 300, 0, 0).by(By.PATCHES, 1);
        Pixels spared = grown(sign, grow.avoiding(List.of(List.of(150, 40, 81, 81))));
        assertEquals(0, reds(spared, 400, 700));
        assertTrue(
                reds(grown(sign, grow), 400, 700) + reds(grown(sign, grow.by(By.PATCHES, 2)), 400, 700) > 0,
                "without that it would be");
        // Where everything is to be avoided nothing can be copied: it is mirrored.
        Pixels none = grown(sign, grow.avoiding(List.of(List.of(0, 0, 400, 200))));
        assertArrayEquals(grown(sign, new Grow(0, 300, 0, 0)).samples(), none.samples());
    }

    /** A made edge with a known period is told as what it is; noise and a smooth fade are none. */
    @Test
    void repeatScore_tellsAPeriod_andNothingElse() {
        Box<InSlot> inner = new Box<>(0, 0, 200, 200);
        Pixels period = drawn(
                PICTURE, (x, y) -> 0x010101 * (int) (128 + 100 * Math.sin(x * 2 * Math.PI / 25) * Math.cos(y / 9.0)));
        assertTrue(
                GrowthScore.of(period, inner).repeat() > 0.95,
                GrowthScore.of(period, inner).toString());
        Random random = new Random(5);
        Pixels noise = drawn(PICTURE, (x, y) -> 0x010101 * random.nextInt(256));
        assertTrue(GrowthScore.of(noise, inner).repeat() < 0.2);
        Pixels smooth = drawn(PICTURE, (x, y) -> 0x010101 * (x / 2));
        assertTrue(GrowthScore.of(smooth, inner).repeat() < 0.2);
        Pixels lines = drawn(PICTURE, (x, y) -> 0x010101 * (x < 200 ? (x * 31 + y * 17) % 256 : y % 200));
        assertEquals(1, GrowthScore.of(lines, inner).repeat(), 1e-9, "the same line again and again");
        Pixels flat = drawn(PICTURE, (x, y) -> 0x808080);
        assertEquals(0, GrowthScore.of(flat, inner).repeat(), 1e-9);
    }

    @Test
    void document_holdsOnlyWhatSaysSomething_andIsReadBack() {
        assertEquals(
                "{\"top\":5,\"right\":0,\"bottom\":0,\"left\":0,\"by\":\"mirror\"}",
                JsonMapper.shared().writeValueAsString(new Grow(5, 0, 0, 0)),
                "as ever, so that files keep their names");
        Grow patches = new Grow(5, 0, 0, 0).by(By.PATCHES, 7).avoiding(List.of(List.of(1, 2, 3, 4)));
        assertEquals(patches, Grow.TYPE.read(JsonMapper.shared().valueToTree(patches)));
        for (String wrong : List.of(
                "{\"by\":\"magic\"}", "{\"by\":\"patches\",\"seed\":0}", "{\"by\":\"patches\",\"avoid\":[[1]]}")) {
            assertThrows(
                    BadInput.class, () -> Grow.TYPE.read(JsonMapper.shared().readTree(wrong)), wrong);
        }
        assertTrue(new Grow(0, 0, 0, 0).by(By.BLUR, null).changesNothing());
    }

    private static void assertNear(int expected, int actual, int codes, String says) {
        for (int c = 0; c < 24; c += 8) {
            assertEquals(expected >> c & 0xff, actual >> c & 0xff, codes, says);
        }
    }

    private static int reds(Pixels pixels, int from, int to) {
        int reds = 0;
        for (int y = 0; y < pixels.size().height(); y++) {
            for (int x = from; x < to; x++) {
                int rgb = rgb(pixels, x, y);
                reds += (rgb >> 16) > (rgb & 0xff) + 60 ? 1 : 0;
            }
        }
        return reds;
    }

    private static int spread(Pixels pixels, int from, int to) {
        int least = 255;
        int most = 0;
        for (int x = from; x < to; x++) {
            least = Math.min(least, rgb(pixels, x, 100) & 0xff);
            most = Math.max(most, rgb(pixels, x, 100) & 0xff);
        }
        return most - least;
    }

    private static Pixels grown(Pixels of, Grow grow) {
        Renderable<InPrepared> picture = settled(of, grow);
        return picture.render(new Framing<>(picture.size().box(), picture.size().box()), picture.size());
    }

    private static Renderable<InPrepared> settled(Pixels of, Grow grow) {
        Renderable<InPrepared> before = renderable(of);
        return grow.settled(before).apply(before);
    }

    private static Renderable<InPrepared> renderable(Pixels pixels) {
        return new PixelsPicture<>(pixels, pixels.size());
    }

    private static Pixels drawn(Size size, IntBinaryOperator colour) {
        byte[] samples = new byte[(int) size.pixels() * 3];
        for (int i = 0; i < samples.length; i += 3) {
            int rgb = colour.applyAsInt(i / 3 % size.width(), i / 3 / size.width());
            samples[i] = (byte) (rgb >> 16);
            samples[i + 1] = (byte) (rgb >> 8);
            samples[i + 2] = (byte) rgb;
        }
        return new Pixels(size, 3, samples);
    }

    private static int rgb(Pixels pixels, int x, int y) {
        int at = (y * pixels.size().width() + x) * pixels.channels();
        byte[] samples = pixels.samples();
        return (samples[at] & 0xff) << 16 | (samples[at + 1] & 0xff) << 8 | samples[at + 2] & 0xff;
    }
}
