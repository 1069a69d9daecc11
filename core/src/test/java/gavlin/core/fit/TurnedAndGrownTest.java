package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.grow.Grow;
import gavlin.core.operation.Preparation;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.turn.Turn;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of pictures that were mirrored, straightened and grown. */
class TurnedAndGrownTest {
    private static final Size PICTURE = new Size(600, 400);

    @TempDir
    Path folder;

    @Test
    void flip_isThePictureReadBackwards() throws IOException {
        WorkingPicture picture = working((x, y) -> x * 255 / 600 << 16 | y * 255 / 400 << 8 | (x * 7 + y * 3) % 200);
        Slot slot = slot(600, 400);
        Pixels plain = rendered(picture, slot, Turn.NONE);
        Pixels flipped = rendered(picture, slot, new Turn(true, 0));
        for (int y = 0; y < 400; y += 7) {
            for (int x = 0; x < 600; x += 7) {
                assertNear(colour(plain, x, y), colour(flipped, 599 - x, y), 0);
            }
        }
    }

    @Test
    void constantPicture_straightened_staysConstant() throws IOException {
        WorkingPicture picture = working((x, y) -> 0x4a7fb2);
        Pixels turned = rendered(picture, slot(300, 100), new Turn(true, 7.5));
        for (int i = 0; i < 300 * 100; i++) {
            assertEquals(0x4a7fb2, colour(turned, i % 300, i / 300));
        }
    }

    /** A horizon that leans three degrees is level afterwards, at every size. */
    @Test
    void leaningHorizon_straightened_isLevel() throws IOException {
        double slope = Math.tan(Math.toRadians(3));
        WorkingPicture picture = working((x, y) -> y > 200 + (x - 300) * slope ? 0x103050 : 0xd0e0f0);
        for (int width : new int[] {900, 300, 90}) {
            Pixels turned = rendered(picture, slot(width, width / 3), new Turn(false, -3));
            int left = horizon(turned, width / 20);
            int right = horizon(turned, width - width / 20 - 1);
            assertTrue(Math.abs(left - right) <= Math.max(1, width / 400), width + ": " + left + " and " + right);
            Pixels before = rendered(picture, slot(width, width / 3), Turn.NONE);
            assertTrue(Math.abs(horizon(before, width / 20) - horizon(before, width - width / 20 - 1)) > width / 40);
        }
    }

    @Test
    void grownEdge_isThePicturesMirrorImage_withoutAJoin() throws IOException {
        WorkingPicture picture = working((x, y) -> (x * 255 / 600) << 16 | (y * 255 / 400) << 8 | 0x40);
        Slot slot = slot(600, 400);
        Fit top = Fit.of(new Frame(Rule.COVER, new FocalPoint<>(0.5, 0), 1.25, null, null))
                .with(new Grow(100, 0, 0, 0));
        RenditionPlan plan = RenditionPlan.of(slot, top, facts(), 1);
        assertTrue(plan.framing().window().y() < 50, "it stands on what was grown: " + plan.framing());
        Pixels pixels = Rendition.pixels(picture, plan);
        assertEquals(new Size(600, 400), pixels.size());
        double perRow = plan.framing().window().height() / 400;
        int edge = (int) Math.ceil((100 - plan.framing().window().y()) / perRow);
        for (int d = 0; d < 40; d++) {
            assertNear(colour(pixels, 300, edge + d), colour(pixels, 300, edge - 1 - d), 1);
        }
        assertTrue((colour(pixels, 300, edge) >> 8 & 0xff) < 3, "the picture's own top stands at the join");
    }

    @Test
    void turnedAndGrown_haveKeysOfTheirOwn() {
        Slot slot = slot(600, 200);
        Fit plain = Fit.chosenFor(slot);
        String key = RenditionPlan.of(slot, plain, facts(), 1).fingerprint();
        assertNotEquals(
                key,
                RenditionPlan.of(slot, plain.with(new Turn(true, 0)), facts(), 1)
                        .fingerprint());
        assertEquals(
                key,
                RenditionPlan.of(slot, plain.lettingGo(List.of("k1")), facts(), 1)
                        .fingerprint());
    }

    private interface Painting {
        int at(int x, int y);
    }

    private WorkingPicture working(Painting painting) throws IOException {
        byte[] samples = new byte[(int) PICTURE.pixels() * 3];
        for (int i = 0; i < PICTURE.pixels(); i++) {
            int rgb = painting.at(i % PICTURE.width(), i / PICTURE.width());
            samples[3 * i] = (byte) (rgb >> 16);
            samples[3 * i + 1] = (byte) (rgb >> 8);
            samples[3 * i + 2] = (byte) rgb;
        }
        byte[] file = PngWriter.write(new Pixels(PICTURE, 3, samples), Tags.NONE);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        return PictureReader.decode(file, header, folder.resolve("p" + System.nanoTime()))
                .picture();
    }

    private static Pixels rendered(WorkingPicture picture, Slot slot, Preparation step) {
        return Rendition.pixels(
                picture, RenditionPlan.of(slot, Fit.chosenFor(slot).with(step), facts(), 1));
    }

    private static PictureFacts facts() {
        return new PictureFacts(PICTURE, false, "T", "", "");
    }

    private static Slot slot(int width, int height) {
        return SlotSheetReader.read(
                        "{\"format\":\"slot-sheet/1\",\"theme\":{\"name\":\"T\"},\"slots\":[{\"id\":\"a\",\"name\":\"A\",\"kind\":\"banner\",\"size\":{\"width\":"
                                + width + ",\"height\":" + height + "},\"types\":[\"png\"]}]}")
                .slots()
                .get(0);
    }

    /** The first row of a column that is dark. */
    private static int horizon(Pixels pixels, int x) {
        int y = 0;
        while ((colour(pixels, x, y) & 0xff) > 0xa0) {
            y++;
        }
        return y;
    }

    private static int colour(Pixels pixels, int x, int y) {
        int at = (y * pixels.size().width() + x) * pixels.channels();
        byte[] s = pixels.samples();
        return (s[at] & 0xff) << 16 | (s[at + 1] & 0xff) << 8 | s[at + 2] & 0xff;
    }

    private static void assertNear(int a, int b, int tolerance) {
        for (int shift = 0; shift < 24; shift += 8) {
            assertEquals(
                    a >> shift & 0xff,
                    b >> shift & 0xff,
                    tolerance,
                    Integer.toHexString(a) + " and " + Integer.toHexString(b));
        }
    }
}
