package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Beside the file that is made of the whole picture: the part tells its weight to some percent, and exactly what was learnt. */
class PaletteSampleTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-astronaut.png");

    @ParameterizedTest
    @CsvSource({"8, false", "64, false", "256, false", "8, true", "64, true", "256, true"})
    void part_tellsTheWholesWeight(int colours, boolean dithered) {
        double whole = whole(colours, dithered).bytes();
        assertEquals(1, sample(100_000, dithered).bytes(colours) / whole, 0.15);
    }

    @Test
    void whole_correctsThePart() {
        PaletteSample sample = sample(100_000, false);
        Trial whole = whole(64, false);
        sample.learn(whole);
        assertEquals(whole.bytes(), sample.bytes(64), 1);
    }

    @ParameterizedTest
    @CsvSource({"30000, false", "60000, false", "90000, false", "60000, true"})
    void most_hasTheColoursThatGoIn(int limit, boolean dithered) {
        PaletteSample sample = sample(limit, dithered);
        int colours = sample.most(64, 256).colours();
        assertTrue(sample.bytes(colours) <= limit, colours + " colours are too many");
        assertTrue(sample.bytes(colours) > 0.8 * limit, colours + " colours are too few");
    }

    @Test
    void limitWithRoom_hasAllColours_andOneWithout_theFewest() {
        assertEquals(256, sample(1_000_000, false).most(64, 256).colours());
        assertEquals(2, sample(100, false).most(64, 256).colours());
    }

    private static PaletteSample sample(int limit, boolean dithered) {
        Request request = new Request(PHOTO, List.of(PictureType.PNG), limit, Tags.NONE);
        return new PaletteSample(request, Sample.of(PHOTO), PictureType.PNG, dithered);
    }

    private static Trial whole(int colours, boolean dithered) {
        Encoding encoding = Encoding.palette(PictureType.PNG, colours, dithered);
        return new Trial(encoding, encoding.write(PHOTO, Tags.NONE));
    }
}
