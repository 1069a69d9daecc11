package gavlin.core.gauge;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.brief.Brief.Transparency;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.damage.Damage;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitChange;
import gavlin.core.fit.FitDocument;
import gavlin.core.fit.Frame;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.weight.Encoding;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** Nobody is told that something is wrong without a way on, and every change that is offered does what it says. */
class RemedyTest {
    private static final String PICTURE = "0".repeat(64);

    /** What can go wrong, drawn at random: slots, pictures, decisions and files of every kind. */
    private record Case(Slot slot, Fit fit, PictureFacts picture, Measured measured) {
        static Case of(Random random) {
            Transparency transparency = Transparency.values()[random.nextInt(3)];
            List<PictureType> types = List.of(
                            List.of(PictureType.JPEG),
                            List.of(PictureType.PNG),
                            List.of(PictureType.JPEG, PictureType.WEBP),
                            List.of(PictureType.GIF))
                    .get(random.nextInt(4));
            Slot slot = GaugesTest.slot("900x300", transparency, Rule.values()[random.nextInt(2)], types);
            PictureFacts picture = new PictureFacts(
                    new Size(100 + random.nextInt(3000), 100 + random.nextInt(2000)),
                    random.nextBoolean(),
                    random.nextBoolean() ? "Quay" : "",
                    "",
                    "");
            double zoom = slot.brief().rule() == Rule.CONTAIN ? 1 : 1 + 7 * random.nextDouble();
            Fit fit = Fit.of(new Frame(slot.brief().rule(), FocalPoint.centre(), zoom, null, null));
            if (random.nextInt(3) == 0) {
                fit = fit.with(new Backing(new Colour(0x336699)));
            }
            PictureType wanted = types.get(0);
            if (wanted != PictureType.GIF && random.nextInt(3) == 0) {
                fit = fit.with(wanted, wanted == PictureType.JPEG ? Encoding.jpeg(82, Chroma.HALVED) : null);
            }
            Measured measured = random.nextInt(4) == 0
                    ? null
                    : new Measured(
                            wanted,
                            20_000 + random.nextInt(200_000),
                            new Damage(0.9, 1, 1, 0, random.nextDouble() * 6),
                            0);
            return new Case(slot, fit, picture, measured);
        }

        List<Reading> readings() {
            RenditionPlan plan = RenditionPlan.of(slot, fit, picture, 1);
            return Gauges.judge(
                    new Subject(slot, fit, picture, plan, null, plan.types().isEmpty() ? null : measured));
        }

        Case changedBy(ObjectNode patch) {
            FitDocument changed = new FitChange(patch, null, null, null, null)
                    .applyTo(new FitDocument(PICTURE, fit), slot, picture.size());
            return new Case(slot, changed.fit(), picture, null);
        }
    }

    static Stream<Case> cases() {
        Random random = new Random(11);
        return Stream.generate(() -> Case.of(random)).limit(600).filter(RemedyTest::isPossible);
    }

    /** A fit that the slot refuses is nobody's fit. */
    private static boolean isPossible(Case one) {
        try {
            one.fit.checkedFor(one.slot, one.picture.size());
            return true;
        } catch (BadInput e) {
            return false;
        }
    }

    @Test
    void whatIsWrong_hasAWayOn_andEveryChangeOffered_isOneTheSlotTakes_andHelps() {
        cases().forEach(RemedyTest::check);
    }

    private static void check(Case one) {
        for (Reading reading : one.readings()) {
            assertEquals(
                    !reading.verdict().isNoObstacle(),
                    !reading.remedies().isEmpty(),
                    reading.id() + ": " + reading.says());
            for (Remedy remedy : reading.remedies()) {
                assertTrue(
                        (remedy.patch() == null) != (remedy.go() == null),
                        remedy + " leads to one place or is one change");
                assertFalse(remedy.says().isBlank());
                if (remedy.patch() != null) {
                    Verdict after =
                            reading(one.changedBy(remedy.patch()), reading.id()).verdict();
                    assertTrue(
                            after.isNoObstacle(),
                            reading.id() + " after \"" + remedy.says() + "\": " + after + " for " + one);
                }
            }
        }
    }

    /** So that the test above can't pass by never seeing them. */
    @Test
    void theCases_reachEveryRemedyThatIsAChange() {
        Set<String> seen = new HashSet<>();
        cases().flatMap(one -> one.readings().stream())
                .flatMap(reading -> reading.remedies().stream())
                .filter(remedy -> remedy.patch() != null)
                .forEach(remedy -> seen.add(remedy.id()));
        assertEquals(
                Set.of("show-more", "rule-cover", "file-any", "type-any", "backing-white", "backing-none", "clean"),
                seen);
    }

    private static Reading reading(Case one, String id) {
        return one.readings().stream()
                .filter(reading -> reading.id().equals(id))
                .findFirst()
                .orElseThrow();
    }
}
