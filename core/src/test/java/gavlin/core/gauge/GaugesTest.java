package gavlin.core.gauge;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.backing.Backing;
import gavlin.core.brief.Brief;
import gavlin.core.brief.Brief.Transparency;
import gavlin.core.brief.Exists;
import gavlin.core.brief.Slot;
import gavlin.core.brief.WeightLimit;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.colour.Colour;
import gavlin.core.damage.Damage;
import gavlin.core.fit.Fit;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.weight.Encoding;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GaugesTest {
    private static final Measured LIGHT_JPEG = new Measured(PictureType.JPEG, 90_000, Damage.NONE, 0);

    @ParameterizedTest
    @CsvSource({"6000x4000, FITS", "2000x1000, FITS", "1700x900, LOOK", "900x600, FAILS"})
    void detail_smallerPictures_growSoftThenBlurred(String picture, Verdict verdict) {
        Slot slot = slot("2000x400", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        assertEquals(
                verdict,
                gauge("detail", slot, Fit.chosenFor(slot), opaque(picture), LIGHT_JPEG)
                        .verdict());
    }

    @Test
    void weight_oneByteOver_fails() {
        Slot slot = slot("2000x400", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        Fit fit = Fit.chosenFor(slot);
        assertEquals(Verdict.FITS, weight(slot, fit, 100_000).verdict());
        assertEquals(Verdict.FAILS, weight(slot, fit, 100_001).verdict());
        assertEquals(
                Verdict.UNMEASURED,
                gauge("weight", slot, fit, opaque("6000x4000"), null).verdict());
    }

    @Test
    void transparency_requiredAndMissing_failsThoughMarginsAreClear() {
        Slot slot = slot("500x100", Transparency.REQUIRED, Rule.CONTAIN, PictureType.PNG);
        Fit fit = Fit.chosenFor(slot);
        Reading opaque = gauge("transparency", slot, fit, opaque("408x93"), null);
        assertEquals(Verdict.FAILS, opaque.verdict());
        assertEquals("Nothing in it is transparent: it stands in a box of its own colour.", opaque.says());
        PictureFacts mark = new PictureFacts(Size.parse("408x93"), true, "Mark", "", "");
        assertEquals(Verdict.FITS, gauge("transparency", slot, fit, mark, null).verdict());
    }

    @Test
    void transparency_forbidden_needsAColourThatThePersonChose() {
        Slot slot = slot("100x100", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        PictureFacts mark = new PictureFacts(Size.parse("400x400"), true, "Mark", "", "");
        Fit undecided = Fit.chosenFor(slot);
        Reading gauge = gauge("transparency", slot, undecided, mark, null);
        assertEquals(Verdict.FAILS, gauge.verdict());
        assertEquals("backing-white", gauge.remedies().get(0).id());
        assertTrue(RenditionPlan.of(slot, undecided, mark, 1).types().isEmpty(), "JPEG cannot hold it");
        Fit onWhite = undecided.with(new Backing(new Colour(0xffffff)));
        assertEquals(
                Verdict.FITS, gauge("transparency", slot, onWhite, mark, null).verdict());
        assertEquals(
                List.of(PictureType.JPEG),
                RenditionPlan.of(slot, onWhite, mark, 1).types());
    }

    @Test
    void overall_isTheWorstOfAll() {
        Slot slot = slot("2000x400", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        Fit fit = Fit.chosenFor(slot);
        PictureFacts complete =
                new PictureFacts(Size.parse("6000x4000"), false, "Dusk", "A light at dusk", "I. Pascoe");
        assertEquals(Verdict.FITS, overall(slot, fit, complete, LIGHT_JPEG));
        assertEquals(Verdict.LOOK, overall(slot, fit, opaque("6000x4000"), LIGHT_JPEG), "nobody is credited");
        assertEquals(Verdict.FAILS, overall(slot, fit, opaque("600x400"), LIGHT_JPEG));
    }

    @ParameterizedTest
    @CsvSource({"940x198", "2000x400", "150x150", "16x16", "260x278"})
    void rendition_ofAnySlot_hasExactlyItsPixelsTypeAndWeight(String size) {
        Slot slot = slot(size, Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        var source = Reference.working(Reference.bytes("exif/Landscape_6.jpg"));
        RenditionPlan plan = RenditionPlan.of(slot, Fit.chosenFor(slot), opaque("1800x1200"), 1);
        Rendition rendition = Rendition.of(source, plan, Tags.NONE);
        Pixels read = OwnFile.pixels(rendition.file());
        assertEquals(Size.parse(size), read.size());
        assertTrue(rendition.file().length <= 100_000);
        assertEquals(PictureType.JPEG, rendition.type());
    }

    /** While better ones are looked for, the first file that keeps the limit is told, once, with all that is known but its damage. */
    @Test
    void rendition_firstFileThatWouldDo_isToldOnce() {
        Slot slot = slot("940x198", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        var source = Reference.working(Reference.bytes("exif/Landscape_6.jpg"));
        RenditionPlan plan = RenditionPlan.of(slot, Fit.chosenFor(slot), opaque("1800x1200"), 1);
        List<Rendition.SoFar> told = new CopyOnWriteArrayList<>();
        Rendition rendition = Rendition.of(source, plan, Tags.NONE, () -> false, told::add);
        assertEquals(1, told.size());
        Rendition.SoFar first = told.get(0);
        assertTrue(first.bytes() <= 100_000, "it keeps the limit: " + first.bytes());
        assertEquals(rendition.type(), first.encoding().type());
        assertEquals(rendition.transparentPixels(), first.transparentPixels());
        assertEquals(rendition.grounds(), first.grounds());
        assertTrue(
                rendition.tried().stream()
                        .anyMatch(
                                file -> file.encoding().equals(first.encoding().code())),
                "it is one of those tried");
    }

    /** Who doesn't want to wait takes the file so far; nothing to wait for, nothing to take. */
    @Test
    void damage_whileBetterIsLookedFor_offersTheFileSoFar() {
        Slot slot = slot("2000x400", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        Encoding soFar = Encoding.jpeg(71.5, Chroma.HALVED);
        Measured first = new Measured(PictureType.JPEG, 90_000, null, 0, List.of(), List.of(), 0.0, soFar);
        Fit open = Fit.chosenFor(slot);
        Reading waiting = gauge("damage", slot, open, opaque("6000x4000"), first);
        assertEquals(Verdict.UNMEASURED, waiting.verdict());
        Measured best = new Measured(PictureType.JPEG, 90_000, Damage.NONE, 0, List.of(), List.of(), 0.0, soFar);
        Reading measured = gauge("damage", slot, open, opaque("6000x4000"), best);
        assertEquals("Compression does not show. A better file is looked for.", measured.says());
        assertEquals(waiting.remedies(), measured.remedies());
        assertEquals(
                "{\"file\":{\"encoding\":\"jpeg-q71.5-420\"}}",
                waiting.remedies().get(0).patch().toString());
        Fit taken = open.with(null, soFar);
        assertEquals(
                List.of(),
                gauge("damage", slot, taken, opaque("6000x4000"), first).remedies());
        assertEquals(
                List.of(),
                gauge("damage", slot, open, opaque("6000x4000"), null).remedies());
    }

    /** Two percent of a limit are for words: a credit of 30 letters takes some 70 bytes. */
    @Test
    void credit_thatTheLimitLeavesNoRoomFor_isSaidSo() {
        Slot slot = slot("2000x400", Transparency.FORBIDDEN, Rule.COVER, PictureType.JPEG);
        PictureFacts credited = new PictureFacts(Size.parse("6000x4000"), false, "Dusk", "A light", "I. Pascoe");
        PictureFacts longWinded = new PictureFacts(
                Size.parse("6000x4000"), false, "Dusk", "A light", "Photograph by I. Pascoe. ".repeat(90));
        Fit fit = Fit.chosenFor(slot);
        String says = gauge("credit", slot, fit, credited, LIGHT_JPEG).says();
        assertEquals("The credit line is on record.", says);
        Reading none = gauge("credit", slot, fit, longWinded, LIGHT_JPEG);
        assertTrue(none.says().contains("no room for it in the file"), none.says());
        assertEquals(Verdict.FITS, none.verdict());
    }

    private static Reading weight(Slot slot, Fit fit, long bytes) {
        return gauge("weight", slot, fit, opaque("6000x4000"), new Measured(PictureType.JPEG, bytes, Damage.NONE, 0));
    }

    private static Reading gauge(String id, Slot slot, Fit fit, PictureFacts picture, Measured measured) {
        return judge(slot, fit, picture, measured).stream()
                .filter(g -> g.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static Verdict overall(Slot slot, Fit fit, PictureFacts picture, Measured measured) {
        return Reading.overall(judge(slot, fit, picture, measured));
    }

    private static List<Reading> judge(Slot slot, Fit fit, PictureFacts picture, Measured measured) {
        return Gauges.judge(new Subject(slot, fit, picture, RenditionPlan.of(slot, fit, picture, 1), null, measured));
    }

    private static PictureFacts opaque(String size) {
        return new PictureFacts(Size.parse(size), false, "Dusk", "", "");
    }

    private static Slot slot(String size, Transparency transparency, Rule rule, PictureType type) {
        return slot(size, transparency, rule, List.of(type));
    }

    /** Under 100 kB. */
    static Slot slot(String size, Transparency transparency, Rule rule, List<PictureType> types) {
        Brief brief = new Brief(
                Size.parse(size),
                null,
                Size.MAX,
                List.of(1),
                types,
                transparency,
                new WeightLimit(100, WeightLimit.Unit.kB, java.util.Map.of()),
                rule,
                Brief.Shape.RECTANGLE);
        return new Slot(
                "masthead",
                "Masthead",
                Slot.Kind.BANNER,
                brief,
                List.of(),
                Exists.ALWAYS,
                null,
                false,
                null,
                List.of(),
                null,
                List.of());
    }
}
