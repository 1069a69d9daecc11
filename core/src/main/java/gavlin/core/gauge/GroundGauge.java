package gavlin.core.gauge;

import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.fit.Standing;
import gavlin.core.mark.Inking;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Whether a mark can be told from what lies behind it, along its own edge, where that is hardest (WCAG 2.2, §1.4.11: 3:1). */
final class GroundGauge implements Gauge {
    /** Below this a mark is as good as invisible: white on white. */
    private static final double INVISIBLE = 1.5;

    private static final double END = 9;

    @Override
    public String id() {
        return "ground";
    }

    @Override
    public String name() {
        return "on its ground";
    }

    @Override
    public boolean concerns(Subject subject) {
        return !subject.plan().behind().isEmpty() && subject.transparent() && !subject.hasBacking();
    }

    @Override
    public Reading read(Subject subject) {
        if (subject.measured() == null || subject.measured().grounds() == null) {
            return Reading.of(this, null, Contrast.GRAPHICS, ": 1", Verdict.UNMEASURED, "Not measured yet.");
        }
        List<Standing> all = subject.measured().grounds();
        Standing worst =
                all.stream().min(Comparator.comparingDouble(Standing::ratio)).orElse(null);
        if (worst == null) {
            return Reading.of(
                    this, null, Contrast.GRAPHICS, ": 1", Verdict.FITS, "It is shown nowhere as the site is now.");
        }
        Verdict verdict = verdict(worst.ratio());
        String says = verdict == Verdict.FITS
                ? "It stands out from every ground that it is shown on."
                : Says.format(
                        "It can hardly be told from %s on %s: a tenth of its edge has a contrast of less than %.1f : 1 to it, it needs %.0f.",
                        new Colour(worst.ground()), worst.where(), worst.ratio(), Contrast.GRAPHICS);
        return Reading.of(this, Says.round(worst.ratio(), 1), Contrast.GRAPHICS, ": 1", verdict, says)
                .on(worst.ratio(), Contrast.GRAPHICS, END)
                .with(remedies(subject));
    }

    static Verdict verdict(double ratio) {
        return ratio >= Contrast.GRAPHICS ? Verdict.FITS : ratio < INVISIBLE ? Verdict.FAILS : Verdict.LOOK;
    }

    /** The versions in one ink that stand out wherever it is shown. */
    private static List<Remedy> remedies(Subject subject) {
        List<Integer> grounds = subject.slot().grounds();
        List<Remedy> remedies = new ArrayList<>();
        if (Inking.worst(Inking.LIGHT, grounds) >= Contrast.GRAPHICS) {
            remedies.add(Remedy.ink("light", Inking.LIGHT));
        }
        if (Inking.worst(Inking.DARK, grounds) >= Contrast.GRAPHICS) {
            remedies.add(Remedy.ink("dark", Inking.DARK));
        }
        remedies.add(Remedy.anotherPicture("Choose another", "one made for this ground"));
        return remedies;
    }
}
