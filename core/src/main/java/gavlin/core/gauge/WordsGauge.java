package gavlin.core.gauge;

import gavlin.core.colour.Contrast;
import gavlin.core.fit.Inscription;
import gavlin.core.fit.Readable;
import java.util.Comparator;
import java.util.List;

/**
 * Whether words can be read: the worst of those that the theme sets over the picture and of those in it, in the showing where it is worst.
 * Words in it that a showing hides are a fault. Contrast never is: the theme may lay a veil under its words that the slot sheet knows
 * nothing of, so that somebody has to look.
 */
final class WordsGauge implements Gauge {
    /** Where the scale ends: the contrast of black on white is 21, and nothing is gained above this. */
    private static final double END = 9;

    @Override
    public String id() {
        return "words";
    }

    @Override
    public String name() {
        return "words over it";
    }

    @Override
    public boolean concerns(Subject subject) {
        return !subject.plan().lettering().isEmpty()
                || !subject.plan().inscriptions().isEmpty();
    }

    @Override
    public Reading read(Subject subject) {
        List<Inscription> own = subject.plan().inscriptions();
        Inscription hidden =
                own.stream().filter(one -> !one.against().isEmpty()).findFirst().orElse(null);
        if (hidden != null) {
            return Reading.of(
                            this,
                            null,
                            Contrast.TEXT,
                            ": 1",
                            Verdict.FAILS,
                            Says.format(
                                    "“%s”, in the file, is %s on %s.",
                                    hidden.lettering().words(),
                                    hidden.against(),
                                    hidden.lettering().where()))
                    .with(Remedy.placeWords());
        }
        if (subject.measured() == null || subject.measured().words() == null) {
            return Reading.of(this, null, Contrast.TEXT, ": 1", Verdict.UNMEASURED, "Not measured yet.");
        }
        List<Readable> words = subject.measured().words();
        Readable worst =
                words.stream().min(Comparator.comparingDouble(Readable::margin)).orElse(null);
        if (worst == null) {
            return Reading.of(
                    this, null, Contrast.TEXT, ": 1", Verdict.FITS, "No words lie over it as the site is now.");
        }
        Inscription small = own.stream()
                .min(Comparator.comparingDouble(Inscription::sizePx))
                .orElse(null);
        if (small != null && small.sizePx() < Inscription.LEAST_PX && worst.margin() >= 1) {
            return Reading.of(
                            this,
                            Says.round(worst.ratio(), 1),
                            worst.least(),
                            ": 1",
                            Verdict.LOOK,
                            Says.format(
                                    "“%s”, in the file, is %.0f px high on %s: under %.0f px hardly anybody reads it.",
                                    small.lettering().words(),
                                    small.sizePx(),
                                    small.lettering().where(),
                                    Inscription.LEAST_PX))
                    .on(worst.ratio(), worst.least(), END)
                    .with(Remedy.placeWords());
        }
        Verdict verdict = worst.margin() >= 1 ? Verdict.FITS : Verdict.LOOK;
        long hard = words.stream().filter(one -> one.margin() < 1).count();
        String says = verdict == Verdict.FITS
                ? Says.format("“%s” can be read wherever it stands.", worst.words())
                : Says.format(
                        "“%s” is hard to read on %s: the worst 5 %% of its ground has a contrast of %.1f : 1 to its ink, it needs %.1f%s.",
                        worst.words(),
                        worst.where(),
                        worst.ratio(),
                        worst.least(),
                        hard > 1 ? "; and " + (hard - 1) + " more" : "");
        return Reading.of(this, Says.round(worst.ratio(), 1), worst.least(), ": 1", verdict, says)
                .on(worst.ratio(), worst.least(), END)
                .with(
                        own.isEmpty() ? Remedy.veil() : Remedy.placeWords(),
                        Remedy.anotherPicture("Choose another", "one that is quieter where the words stand"),
                        Remedy.brief("Ask for another ink"));
    }
}
