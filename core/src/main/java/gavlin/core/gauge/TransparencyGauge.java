package gavlin.core.gauge;

import java.util.List;
import java.util.Locale;

/** Transparent pixels where they are asked, none where they are not. */
final class TransparencyGauge implements Gauge {
    @Override
    public String id() {
        return "transparency";
    }

    @Override
    public Reading read(Subject subject) {
        boolean seeThrough = !subject.hasBacking() && (subject.transparent() || !subject.isFull());
        Object pixels = subject.measured() == null
                ? null
                : Integer.valueOf(subject.measured().transparentPixels());
        return switch (subject.brief().transparency()) {
            case REQUIRED -> required(subject, pixels);
            case FORBIDDEN ->
                seeThrough
                        ? reading(
                                        subject,
                                        pixels,
                                        Verdict.FAILS,
                                        "Parts of it are transparent: choose a colour to lay it on.")
                                .with(Remedy.onWhite())
                        : reading(subject, 0, Verdict.FITS, "Nothing in it is transparent.");
            case ALLOWED ->
                reading(
                        subject,
                        pixels,
                        Verdict.FITS,
                        seeThrough
                                ? "Parts of it are transparent, which is allowed."
                                : "Nothing in it is transparent.");
        };
    }

    /** Margins around an opaque picture don't count: it would still stand in a box of its own. */
    private Reading required(Subject subject, Object pixels) {
        if (!subject.hasBacking() && subject.transparent()) {
            return reading(subject, pixels, Verdict.FITS, "The ground around it is transparent.");
        }
        return reading(
                        subject,
                        pixels,
                        Verdict.FAILS,
                        "Nothing in it is transparent: it stands in a box of its own colour.")
                .with(
                        subject.transparent()
                                ? List.of(Remedy.change(
                                        "backing-none", "Take the backing away", "", "finish", "backing", null))
                                : List.of(
                                        Remedy.clean(subject.slot()),
                                        Remedy.anotherPicture("Choose another", "one with a transparent ground")));
    }

    private Reading reading(Subject subject, Object pixels, Verdict verdict, String says) {
        String asked = subject.brief().transparency().name().toLowerCase(Locale.ROOT);
        return Reading.of(this, pixels, asked, "px", verdict, says);
    }
}
