package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.Reference;
import gavlin.core.codec.AvifWriter;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Letters;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.jpeg.ChromaDetail;
import gavlin.core.jpeg.JpegEncoder;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch.Outcome;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
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
        assertTrue(outcome.tried().size() <= Trials.MOST);
        assertEquals(PHOTO.size(), OwnFile.pixels(outcome.file()).size(), "at full size");
    }

    /** AV1 shows less damage than JPEG in few bytes; its encoder knows 64 steps, so that a limit isn't used to the byte. */
    @Test
    void avif_underATightLimit_isKept_andChosenBeforeJpeg() {
        assumeTrue(AvifWriter.isThere(), "libheif has no encoder of AV1 here");
        Outcome outcome = search(PHOTO, 12_000, PictureType.JPEG, PictureType.AVIF);
        assertTrue(outcome.file().length <= 12_000, outcome.tried().toString());
        assertTrue(outcome.file().length > 0.85 * 12_000, outcome.tried().toString());
        assertEquals(PictureType.AVIF, outcome.chosen().type(), outcome.tried().toString());
    }

    @Test
    void avif_ofAMark_weighsAlphaAgainstColour() {
        assumeTrue(AvifWriter.isThere(), "libheif has no encoder of AV1 here");
        Outcome outcome = search(MARK, 9_000, PictureType.AVIF);
        assertTrue(outcome.file().length <= 9_000, outcome.tried().toString());
        assertTrue(outcome.damage().seen() < Damage.SHOWS, outcome.damage().toString());
    }

    /** Its next finer steps are for limits that are not used though damage is seen. */
    @Test
    void avif_underAWideLimit_isMadeNoFinerThanIsSeen() {
        assumeTrue(AvifWriter.isThere(), "libheif has no encoder of AV1 here");
        Outcome outcome = search(PHOTO, 10_000_000, PictureType.AVIF);
        assertTrue(outcome.damage().seen() <= Damage.NOT_SEEN, outcome.damage().toString());
        assertTrue(
                outcome.tried().stream()
                        .allMatch(one ->
                                Encoding.parse(one.encoding()).quality() <= Fineness.avifQuality(Fineness.AVIF_AMPLE)),
                outcome.tried().toString());
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
        assertTrue(tried.values().stream().allMatch(n -> n <= Trials.MOST), tried.toString());
        double best = outcome.tried().stream()
                .filter(c -> c.bytes() <= 20_000 && c.seen() != null)
                .mapToDouble(Candidate::seen)
                .min()
                .orElseThrow();
        assertEquals(best, outcome.damage().seen(), 0.1 * best);
    }

    /** What can't be chosen isn't decoded: of each way of encoding only the heaviest that keeps the limit is measured. */
    @Test
    void measured_areOnlyThoseThatCanWin() {
        Outcome outcome = search(PHOTO, 20_000, PictureType.JPEG, PictureType.WEBP);
        for (Candidate one : outcome.tried()) {
            assertTrue(
                    one.seen() == null || one.bytes() <= 20_000, outcome.tried().toString());
        }
        long measured = outcome.tried().stream().filter(c -> c.seen() != null).count();
        assertTrue(measured < outcome.tried().size() / 2.0, outcome.tried().toString());
        assertNotNull(outcome.chosen().seen());
    }

    /** Qualities below 10, and palettes of a few colours: a file that keeps the limit is found where there is one. */
    @ParameterizedTest
    @CsvSource({"JPEG, 8000", "WEBP, 5000", "PNG, 40000"})
    void harshLimit_isStillKept_andWhatItCostsIsSaid(PictureType type, int limit) {
        Outcome outcome = search(PHOTO, limit, type);
        assertTrue(outcome.file().length <= limit, outcome.tried().toString());
        assertTrue(outcome.damage().seen() > Damage.SHOWS, outcome.damage().toString());
    }

    @Test
    void iconOfAThousandBytes_isReducedToSoManyColoursAsGoIn() {
        byte[] samples = new byte[48 * 48 * 4];
        for (int i = 0; i < 48 * 48; i++) {
            double distance = Math.hypot(i % 48 - 23.5, i / 48 - 23.5);
            int alpha = (int) Math.max(0, Math.min(255, 24 - distance) * 128);
            int shade = 120 + i / 48 * 2 + i * 31 % 11;
            Reference.put(samples, 4 * i, 4, Math.min(255, alpha) << 24 | shade << 16 | i % 48 * 3 << 8 | 60);
        }
        Outcome outcome = search(new Pixels(Size.parse("48x48"), 4, samples), 1_000, PictureType.PNG);
        int colours = Encoding.parse(outcome.chosen().encoding()).colours();
        assertTrue(
                outcome.file().length <= 1_000 && outcome.file().length > 800,
                outcome.tried().toString());
        assertTrue(colours > 2 && colours != 16 && colours != 32, "a number between the round ones: " + colours);
    }

    /** Artwork stays a candidate as PNG where lossy types are allowed as well, however far over the limit it is without loss. */
    @Test
    void logoUnderATightLimit_fitsWithThreeTypesAsItDoesWithOne() {
        Outcome alone = search(MARK, 3_000, PictureType.PNG);
        Outcome three = search(MARK, 3_000, PictureType.PNG, PictureType.WEBP);
        assertTrue(alone.file().length <= 3_000, alone.tried().toString());
        assertTrue(three.file().length <= 3_000
                && three.damage().seen() <= alone.damage().seen() * 1.1);
    }

    /** Red letters on blue: 4:2:0 smears them, which luma alone doesn't show. */
    @Test
    void colourThatSmears_isKeptFine() {
        Pixels letters = Letters.red();
        Outcome outcome = search(letters, 8_000, PictureType.JPEG);
        assertTrue(
                outcome.chosen().settings().endsWith("4:4:4"), outcome.tried().toString());
        double halved = new Original(letters)
                .damage(OwnFile.pixels(Encoding.jpeg(90, Chroma.HALVED).write(letters, Tags.NONE)))
                .seen();
        assertTrue(outcome.damage().seen() < halved / 2, outcome.damage().seen() + " of " + halved);
    }

    /** Coarse alpha makes steps of a glow: where the limit has room for fine alpha and coarser colour, that is seen less. */
    @Test
    void glowAsWebp_alphaAndColourAreWeighedAgainstEachOther() {
        Pixels glow = glow();
        int limit = 4200;
        Outcome outcome = search(glow, limit, PictureType.WEBP);
        assertTrue(outcome.file().length <= limit);
        Original original = new Original(glow);
        double coarse = IntStream.rangeClosed(0, 20)
                .mapToObj(i -> Encoding.webp(5 * i, 20).write(glow, Tags.NONE))
                .filter(file -> file.length <= limit)
                .mapToDouble(file -> original.damage(OwnFile.pixels(file)).seen())
                .min()
                .orElseThrow();
        double seen = outcome.damage().seen();
        assertTrue(
                seen < 0.7 * coarse, seen + " with " + outcome.chosen().settings() + ", " + coarse + " with alpha 20");
    }

    /** A disc of two colours in a soft light of its own. */
    private static Pixels glow() {
        Size size = Size.parse("240x160");
        byte[] samples = new byte[240 * 160 * 4];
        for (int i = 0; i < 240 * 160; i++) {
            double far = Math.hypot(i % 240 - 120, i / 240 - 80);
            samples[4 * i] = (byte) (210 + i / 240 / 4);
            samples[4 * i + 1] = (byte) (60 + i / 240);
            samples[4 * i + 2] = 30;
            samples[4 * i + 3] = (byte) (far < 40 ? 255 : 200 * Math.exp(-(far - 40) / 18));
        }
        return new Pixels(size, 4, samples);
    }

    @Test
    void png_tightLimit_fallsBackToAPaletteThatKeepsAlpha() {
        Outcome outcome = search(MARK, 60_000, PictureType.PNG);
        assertTrue(outcome.file().length <= 60_000);
        assertTrue(
                outcome.chosen().settings().contains("colours"),
                outcome.chosen().settings());
        assertTrue(outcome.damage().seen() < Damage.SHOWS, outcome.damage().toString());
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

    @ParameterizedTest
    @CsvSource({"40", "60", "75", "90"})
    void webp_isAboutAsHeavyAsTheJpegThatItsSearchBeginsWith(double quality) {
        double jpeg = new JpegEncoder(PHOTO, Chroma.HALVED).estimate(quality);
        double place = Fineness.webpOfJpeg(Fineness.ofJpegQuality(quality));
        double webp = Encoding.webp(Fineness.webpQuality(place), 100).write(PHOTO, Tags.NONE).length;
        assertEquals(1, webp / jpeg, 0.2, webp + " and " + jpeg);
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
        Request request = new Request(
                PHOTO,
                List.of(),
                List.of(PictureType.JPEG),
                20_000,
                Tags.NONE,
                () -> asked.incrementAndGet() > 2,
                made -> {});
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
        double seen = outcome.damage().seen();
        assertTrue(seen <= Damage.NOT_SEEN && seen > 0.7 * Damage.NOT_SEEN, "seen or wasteful: " + seen);
    }

    @Test
    void fineness_ends_areTheQualitiesThatTheyStandFor() {
        assertEquals(1, Fineness.jpegQuality(0), 1e-9);
        assertEquals(99.5, Fineness.jpegQuality(1), 1e-9);
        assertEquals(95, Fineness.jpegQuality(Fineness.JPEG_AMPLE), 0.1);
        assertEquals(0, Fineness.webpQuality(0), 1e-9);
        assertEquals(100, Fineness.webpQuality(1), 1e-9);
        for (double quality : new double[] {1, 20, 50, 75, 90}) {
            assertEquals(quality, Fineness.jpegQuality(Fineness.ofJpegQuality(quality)), 1e-9);
            assertEquals(quality, Fineness.webpQuality(Fineness.ofWebpQuality(quality)), 1e-9);
        }
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
