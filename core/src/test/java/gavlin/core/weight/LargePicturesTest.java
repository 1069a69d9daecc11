package gavlin.core.weight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.damage.Damage;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.WeightSearch.Outcome;
import gavlin.core.weight.WeightSearch.Request;
import gavlin.core.weight.WeightSearch.SoFar;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Of a large picture only what can win is made, as each try takes long. */
class LargePicturesTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-astronaut.png");

    /** A photograph whose ground makes it look like a drawing. */
    private static Pixels photographBeforeWhite() {
        Size size = Size.parse("900x512");
        byte[] samples = Reference.constant(size, 3, 0xffffff).samples();
        for (int y = 0; y < 512; y++) {
            System.arraycopy(PHOTO.samples(), y * 512 * 3, samples, y * 900 * 3, 512 * 3);
        }
        return new Pixels(size, 3, samples);
    }

    /** Short strokes of eight colours, each in fifty shades that differ by little: lossy types smear them. */
    private static Pixels mosaic() {
        Size size = Size.parse("900x512");
        byte[] samples = new byte[900 * 512 * 3];
        Random random = new Random(7);
        int[] colours = {0x102030, 0xd04020, 0x20a060, 0xf0d040, 0xffffff, 0x3050c0, 0x803090, 0x80c8e0};
        for (int i = 0; i < size.pixels(); i++) {
            int colour = i % 900 == 0 || random.nextInt(3) == 0
                    ? colours[random.nextInt(8)] ^ random.nextInt(50)
                    : Reference.rgb(new Pixels(size, 3, samples), (i - 1) % 900, (i - 1) / 900);
            Reference.put(samples, 3 * i, 3, colour);
        }
        return new Pixels(size, 3, samples);
    }

    @Test
    void palettesOfMuchDetail_areTriedOnlyWhereTheLossyFileShowsDamage() {
        Outcome drawn = search(mosaic(), 180_000, PictureType.PNG, PictureType.JPEG);
        assertEquals(PictureType.PNG, drawn.chosen().type(), drawn.tried().toString());
        Outcome photograph = search(photographBeforeWhite(), 100_000, PictureType.PNG, PictureType.JPEG);
        assertTrue(
                photograph.tried().stream().allMatch(c -> c.type() == PictureType.JPEG),
                photograph.tried().toString());
    }

    /** What takes longer is not waited for: the best of what was made soon is told, measured, before WebP's last effort. */
    @Test
    void bestOfJpegAndWebp_isToldBeforeItIsBettered() {
        List<SoFar> told = new CopyOnWriteArrayList<>();
        Request request = new Request(
                photographBeforeWhite(),
                List.of(),
                List.of(PictureType.JPEG, PictureType.WEBP),
                30_000,
                Tags.NONE,
                () -> false,
                told::add);
        Outcome outcome = WeightSearch.search(request);
        List<SoFar> measured =
                told.stream().filter(soFar -> soFar.damage() != null).toList();
        assertEquals(1, measured.size(), measured.toString());
        SoFar best = measured.get(0);
        assertTrue(
                best.file().bytes() <= 30_000
                        && best.damage().seen() == best.file().seen(),
                best.toString());
        assertTrue(best.damage().seen() >= outcome.damage().seen(), best + ", then " + outcome.chosen());
        assertTrue(
                outcome.chosen().encoding().endsWith("-fine"), outcome.tried().toString());
        assertNotEquals(best.file().encoding(), outcome.chosen().encoding());
    }

    @Test
    void webp_whereTheLimitHasRoomForMoreThanIsSeen_isNotBettered() {
        Size size = Size.parse("1024x512");
        byte[] samples = new byte[1024 * 512 * 3];
        for (int half = 0; half < 1024; half++) {
            System.arraycopy(PHOTO.samples(), half / 2 * 512 * 3, samples, half * 512 * 3, 512 * 3);
        }
        Outcome outcome = search(new Pixels(size, 3, samples), 2_000_000, PictureType.WEBP);
        assertEquals(1, outcome.tried().size(), outcome.tried().toString());
        assertTrue(outcome.damage().seen() <= Damage.NOT_SEEN);
    }

    @Test
    void jpegAlone_isNotToldTwice() {
        List<SoFar> told = new CopyOnWriteArrayList<>();
        WeightSearch.search(
                new Request(PHOTO, List.of(), List.of(PictureType.JPEG), 30_000, Tags.NONE, () -> false, told::add));
        assertTrue(told.stream().allMatch(soFar -> soFar.damage() == null), told.toString());
    }

    /** A thing photographed before white is no drawing, though half of it is flat: without loss it can't keep the limit, and isn't made to see. */
    @Test
    void photographBeforeWhite_isNotTriedWithoutLoss() {
        Pixels pixels = photographBeforeWhite();
        assertTrue(WeightSearch.isArtwork(pixels), "by its ground");
        Outcome outcome = search(pixels, 40_000, PictureType.PNG, PictureType.WEBP, PictureType.JPEG);
        assertTrue(
                outcome.tried().stream()
                        .noneMatch(
                                c -> c.type() == PictureType.PNG || c.encoding().contains("loss")),
                outcome.tried().toString());
        assertTrue(outcome.file().length > 0.94 * 40_000, outcome.tried().toString());
        Outcome alone = search(pixels, 60_000, PictureType.PNG);
        assertTrue(alone.file().length <= 60_000, alone.tried().toString());
        assertTrue(alone.tried().size() <= 6, alone.tried().toString());
    }

    /** Squares in five hundred shades on a plain ground. */
    private static Pixels drawing() {
        Size size = Size.parse("1000x400");
        byte[] samples = Reference.constant(size, 3, 0xf4f0e6).samples();
        for (int i = 0; i < size.pixels(); i++) {
            int x = i % 1000;
            int y = i / 1000;
            if ((x / 40 + y / 40) % 2 == 0) {
                Reference.put(samples, 3 * i, 3, 0x102030 + (x / 8 % 25) * 0x080402 + (y / 8 % 20) * 0x000409);
            }
        }
        return new Pixels(size, 3, samples);
    }

    @Test
    void drawing_whosePaletteLooksBest_keepsIt() {
        Pixels pixels = drawing();
        long exact = search(pixels, Long.MAX_VALUE, PictureType.PNG).file().length;
        Outcome outcome = search(pixels, exact * 3 / 4, PictureType.PNG, PictureType.JPEG);
        assertTrue(
                outcome.tried().stream().anyMatch(c -> c.type() == PictureType.PNG),
                outcome.tried().toString());
        assertEquals(PictureType.PNG, outcome.chosen().type(), outcome.tried().toString());
    }

    /** What leaving out rests on: a quick file is heavier than one made with effort, but not by much. */
    @Test
    void quickFile_tellsWhatEffortWouldMakeOfIt() {
        for (Pixels pixels : List.of(PHOTO, Reference.roundMark())) {
            double png = Encoding.lossless(PictureType.PNG).write(pixels, Tags.NONE).length;
            double webp = Encoding.lossless(PictureType.WEBP).write(pixels, Tags.NONE).length;
            double near = Encoding.webpNearly(60).write(pixels, Tags.NONE).length;
            assertEquals(0.83, png / PngWriter.roughly(pixels), 0.18);
            assertEquals(0.75, webp / WebpWriter.roughly(pixels), 0.25);
            assertEquals(0.65, near / WebpWriter.roughly(pixels), 0.25);
        }
    }

    /** In a soft light whose alpha, kept exactly, takes a third of the limit. */
    private static Pixels cutOut() {
        Pixels photo = photographBeforeWhite();
        int width = photo.size().width();
        byte[] samples = new byte[(int) photo.size().pixels() * 4];
        for (int i = 0; i < photo.size().pixels(); i++) {
            System.arraycopy(photo.samples(), 3 * i, samples, 4 * i, 3);
            double far = Math.hypot(i % width - 256, i / width - 256);
            samples[4 * i + 3] = (byte) (far < 120 ? 255 : 255 * Math.exp(-(far - 120) / 60));
        }
        return new Pixels(photo.size(), 4, samples);
    }

    @Test
    void softAlphaAsWebp_isPackedOnce_inTheFinestWayThatLeavesColourItsShare() {
        Outcome outcome = search(cutOut(), 40_000, PictureType.WEBP);
        assertTrue(
                outcome.file().length <= 40_000 && outcome.file().length > 0.85 * 40_000,
                outcome.tried().toString());
        long alphas = outcome.tried().stream()
                .map(c -> Encoding.parse(c.encoding()).alphaQuality())
                .distinct()
                .count();
        assertEquals(1, alphas, outcome.tried().toString());
        assertTrue(outcome.tried().size() <= 10, outcome.tried().toString());
    }

    /** Levels of alpha are reduced for colour's sake only: not where the limit has room for both. */
    @Test
    void softAlphaAsWebp_whereTheLimitHasRoom_isKeptAsFineAsItAllows() {
        byte[] samples = cutOut().samples().clone();
        Random random = new Random(3);
        for (int i = 3; i < samples.length; i += 4) {
            samples[i] = (byte) Math.max(1, (samples[i] & 0xff) - random.nextInt(24));
        }
        Pixels grainy = new Pixels(cutOut().size(), 4, samples);
        int all = Encoding.webp(96, 100).write(grainy, Tags.NONE).length;
        Outcome outcome = search(grainy, 11 * all / 10, PictureType.WEBP);
        assertTrue(outcome.damage().seen() <= Damage.NOT_SEEN, outcome.tried().toString());
    }

    /** A part tells how many colours go in, and the first file corrects it: few whole files, and the last near the limit. */
    @ParameterizedTest
    @ValueSource(ints = {15_000, 25_000, 60_000})
    void cutOutAsPng_usesItsLimit_withFewFiles(int limit) {
        Outcome outcome = search(cutOut(), limit, PictureType.PNG);
        assertTrue(
                outcome.file().length <= limit && outcome.file().length > 0.9 * limit,
                outcome.tried().toString());
        assertTrue(outcome.tried().size() <= 6, outcome.tried().toString());
    }

    @Test
    void cutOutAsPng_whereTheLimitHasRoom_hasAllColours_plainAndDithered() {
        List<Candidate> tried = search(cutOut(), 150_000, PictureType.PNG).tried();
        assertEquals(
                List.of("png-256", "png-256-dithered"),
                tried.stream().map(Candidate::encoding).toList());
    }

    @Test
    void exactFiles_farBeyondTheLimit_leadToNoOthersOfTheirKind() {
        Pixels drawing = drawing();
        int png = Encoding.parse("png-lossless").write(drawing, Tags.NONE).length;
        assertEquals(List.of(), tried(drawing, png / 4, "png-lossless"));
        int webp = Encoding.parse("webp-lossless").write(drawing, Tags.NONE).length;
        assertEquals(List.of(), tried(drawing, webp / 4, "webp-near60"));
    }

    /** How often, and how heavy, an encoding was among those tried for its type. */
    private static List<Candidate> tried(Pixels pixels, int limit, String encoding) {
        PictureType type = Encoding.parse(encoding).type();
        return search(pixels, limit, type).tried().stream()
                .filter(c -> c.encoding().equals(encoding))
                .toList();
    }

    private static Outcome search(Pixels pixels, long limit, PictureType... types) {
        return WeightSearch.search(new Request(pixels, List.of(types), limit, Tags.NONE));
    }
}
