package gavlin.core.gauge;

import gavlin.core.fit.Enlargement;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.List;

/** Pixels of the picture for each one of the file. */
final class DetailGauge implements Gauge {
    @Override
    public String id() {
        return "detail";
    }

    @Override
    public String name() {
        return "picture detail";
    }

    @Override
    public Reading read(Subject subject) {
        double detail = subject.plan().framing().detail();
        if (subject.picture().drawn()) {
            return Reading.of(this, null, 1, "px/px", Verdict.FITS, "A drawing: it is drawn afresh in this size.");
        }
        Enlargement enlargement = Enlargement.of(detail);
        Verdict verdict = switch (enlargement) {
            case NONE -> Verdict.FITS;
            case SOFT -> Verdict.LOOK;
            case BLURRED -> Verdict.FAILS;
        };
        String says = enlargement == Enlargement.NONE
                ? Says.format("The picture has %.2f pixels for each one wanted.", detail)
                : Says.format(
                        "The picture is enlarged %.2f times and will look %s.",
                        1 / detail, enlargement == Enlargement.SOFT ? "soft" : "blurred");
        return Reading.of(this, Says.round(detail, 2), 1, "px/px", verdict, says)
                .on(detail, 1, 4)
                .with(remedies(subject, detail));
    }

    private static List<Remedy> remedies(Subject subject, double detail) {
        List<Remedy> remedies = new ArrayList<>();
        double zoom = subject.fit().frame().zoom();
        if (subject.fit().rule() == Rule.COVER && zoom > 1 && zoom * detail >= 1) {
            // Rounded down, so that no rounding leaves it enlarged by a hair.
            double less = Math.max(1, Math.floor(zoom * detail * 10_000) / 10_000);
            remedies.add(Remedy.change(
                    "show-more",
                    Says.format("Show more: zoom %.2f", less),
                    Says.format(
                            "the window becomes %.0f px wide, was %.0f",
                            subject.plan().framing().window().width() * zoom / less,
                            subject.plan().framing().window().width()),
                    "frame",
                    "zoom",
                    less));
        }
        Size size = subject.picture().size();
        remedies.add(Remedy.anotherPicture(
                "Choose a larger picture",
                Says.format(
                        "for this window one of %.0f×%.0f px at least",
                        Math.ceil(size.width() / detail), Math.ceil(size.height() / detail))));
        return remedies;
    }
}
