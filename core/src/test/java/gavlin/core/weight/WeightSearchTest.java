package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch.Outcome;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WeightSearchTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-astronaut.png");
    private static final Pixels MARK = Reference.roundMark();

    @ParameterizedTest
    @CsvSource({"JPEG, 60000", "JPEG, 30000", "JPEG, 15000", "WEBP, 40000", "WEBP, 20000", "WEBP, 9000"})
    void bindingLimit_isKeptAndUsed(PictureType type, int limit) {
        Outcome outcome = search(PHOTO, limit, type);
        assertTrue(outcome.file().length <= limit, outcome.file().length + " of " + limit);
        assertTrue(
                outcome.file().length >= 0.97 * limit, outcome.file().length + " of " + limit + " " + outcome.tried());
        assertEquals(outcome.chosen().bytes(), outcome.file().length);
        assertTrue(outcome.tried().size() <= WeightSearch.MAX_ENCODES);
        assertEquals(PHOTO.size(), OwnFile.pixels(outcome.file()).size(), "at full size");
    }

    @Test
    void wideLimit_isNotFilledForItsOwnSake() {
        Outcome outcome = search(PHOTO, 10_000_000, PictureType.JPEG);
        assertTrue(outcome.file().length < 300_000);
        assertTrue(outcome.chosen().ssim() > 0.98);
    }

    @Test
    void limitOutOfReach_givesTheLightestFileNotASilentlySmallerPicture() {
        Outcome outcome = search(PHOTO, 500, PictureType.JPEG, PictureType.WEBP);
        assertTrue(outcome.file().length > 500);
        assertEquals(PHOTO.size(), OwnFile.pixels(outcome.file()).size());
    }

    @Test
    void severalTypes_bestLooking_isChosenAndAllWorkIsShown() {
        Outcome outcome = search(PHOTO, 20_000, PictureType.JPEG, PictureType.WEBP);
        Map<PictureType, Long> tried =
                outcome.tried().stream().collect(Collectors.groupingBy(Candidate::type, Collectors.counting()));
        assertEquals(2, tried.size());
        assertTrue(tried.values().stream().allMatch(n -> n <= WeightSearch.MAX_ENCODES), tried.toString());
        double best = outcome.tried().stream()
                .filter(c -> c.bytes() <= 20_000)
                .mapToDouble(Candidate::ssim)
                .max()
                .orElseThrow();
        assertEquals(best, outcome.chosen().ssim(), 0.002);
    }

    @Test
    void png_tightLimit_fallsBackToAPaletteThatKeepsAlpha() {
        Outcome outcome = search(MARK, 60_000, PictureType.PNG);
        assertTrue(outcome.file().length <= 60_000);
        assertTrue(
                outcome.chosen().settings().contains("colours"),
                outcome.chosen().settings());
        assertTrue(outcome.chosen().ssim() > 0.98, "SSIM " + outcome.chosen().ssim());
        Pixels read = OwnFile.pixels(outcome.file());
        int clear = MARK.transparentPixels();
        assertEquals(clear, read.transparentPixels(), clear * 0.01, "transparency is kept");
    }

    /** A photograph beside which JPEG is allowed is no work for PNG: it is not even tried, and the file is the one without it. */
    @Test
    void photograph_wherePngIsAllowedToo_isSearchedAsIfItWereNot() {
        Outcome both = search(PHOTO, 40_000, PictureType.PNG, PictureType.JPEG);
        assertTrue(
                both.tried().stream().noneMatch(c -> c.type() == PictureType.PNG),
                both.tried().toString());
        assertArrayEquals(search(PHOTO, 40_000, PictureType.JPEG).file(), both.file());
        assertEquals(
                PictureType.PNG,
                search(PHOTO, 400_000, PictureType.PNG).chosen().type(),
                "alone it has to do");
    }

    @Test
    void artwork_wherePngIsAllowedToo_staysExact() {
        Size size = Size.parse("400x300");
        byte[] samples = Reference.constant(size, 3, 0x17313a).samples();
        for (int i = 0; i < size.pixels(); i++) {
            if (i % 400 > i / 400) {
                Reference.put(samples, 3 * i, 3, 0xf4c95d);
            }
        }
        Outcome outcome = search(new Pixels(size, 3, samples), 40_000, PictureType.PNG, PictureType.JPEG);
        assertEquals(PictureType.PNG, outcome.chosen().type(), outcome.tried().toString());
        assertArrayEquals(samples, OwnFile.pixels(outcome.file()).samples());
    }

    /** Nobody waits for the answer any more: no encode is begun after that. */
    @Test
    void supersededSearch_stopsBetweenTwoEncodes() {
        AtomicInteger asked = new AtomicInteger();
        Request request =
                new Request(PHOTO, List.of(PictureType.JPEG), 20_000, Tags.NONE, () -> asked.incrementAndGet() > 2);
        assertThrows(Superseded.class, () -> WeightSearch.search(request));
        assertTrue(asked.get() <= 4, "stopped by then, whichever of two side by side it is that asks");
    }

    @Test
    void png_fewColours_isExactAndSmall() {
        byte[] samples = new byte[100 * 100 * 4];
        for (int i = 0; i < 100 * 100; i++) {
            Reference.put(samples, 4 * i, 4, i % 7 == 0 ? 0xff17313a : i % 3 == 0 ? 0x8017313a : 0);
        }
        Pixels drawing = new Pixels(Size.parse("100x100"), 4, samples);
        Outcome outcome = search(drawing, 60_000, PictureType.PNG);
        assertArrayEquals(samples, OwnFile.pixels(outcome.file()).samples());
        assertEquals(1.0, outcome.chosen().ssim());
    }

    @Test
    void noLimit_aimsAtDamageThatIsNotSeen() {
        Outcome outcome = search(PHOTO, Long.MAX_VALUE, PictureType.JPEG);
        assertTrue(
                outcome.chosen().ssim() >= WeightSearch.UNLIMITED_SSIM,
                "SSIM " + outcome.chosen().ssim());
        assertTrue(
                outcome.chosen().ssim() < 0.995,
                "wasteful: SSIM " + outcome.chosen().ssim());
    }

    @Test
    void fineness_ends_areTheQualitiesThatTheyStandFor() {
        assertEquals(10, Fineness.jpegQuality(0), 1e-9);
        assertEquals(95, Fineness.jpegQuality(1), 1e-9);
        assertEquals(1, Fineness.webpQuality(0), 1e-9);
        assertEquals(95, Fineness.webpQuality(1), 1e-9);
    }

    @Test
    void sameRequest_givesTheSameBytes() {
        assertArrayEquals(
                search(MARK, 25_000, PictureType.PNG, PictureType.WEBP).file(),
                search(MARK, 25_000, PictureType.PNG, PictureType.WEBP).file());
    }

    @Test
    void interruptedSearch_stopsBetweenTwoEncodes() {
        Thread.currentThread().interrupt();
        try {
            assertThrows(CancellationException.class, () -> search(PHOTO, 20_000, PictureType.JPEG));
        } finally {
            Thread.interrupted();
        }
    }

    /** 4:2:0 smears thin coloured lines; 4:4:4 is taken for them, and not for a photograph. */
    @Test
    void chroma_colouredLines_areKeptFine() {
        byte[] samples = new byte[64 * 64 * 3];
        for (int i = 0; i < 64 * 64; i++) {
            Reference.put(samples, 3 * i, 3, i % 2 == 0 ? 0xd02020 : 0x2020d0);
        }
        assertEquals(
                "4:4:4",
                ChromaDetail.of(new Pixels(Size.parse("64x64"), 3, samples)).label());
        assertEquals("4:2:0", ChromaDetail.of(PHOTO).label());
    }

    private static Outcome search(Pixels pixels, long limit, PictureType... types) {
        return WeightSearch.search(new Request(pixels, List.of(types), limit, Tags.NONE));
    }
}
