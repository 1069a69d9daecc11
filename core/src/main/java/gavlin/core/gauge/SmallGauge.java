package gavlin.core.gauge;

import gavlin.core.geometry.Rule;
import gavlin.core.mark.Vanishing;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** What of a small mark is finer than a pixel, and so is not seen: a wordmark cannot be read at 16 px. */
final class SmallGauge implements Gauge {
    /** Percent of a mark's area: common practice, no source. */
    private static final double LIMIT = 15;

    private static final double END = 60;

    @Override
    public String id() {
        return "small";
    }

    @Override
    public String name() {
        return "finer than a pixel";
    }

    @Override
    public boolean concerns(Subject subject) {
        return subject.plan().mark() && Vanishing.isMeasuredOn(subject.plan().size()) && subject.transparent();
    }

    @Override
    public Reading read(Subject subject) {
        if (subject.measured() == null || subject.measured().vanishing() == null) {
            return Reading.of(this, null, LIMIT, "%", Verdict.UNMEASURED, "Not measured yet.");
        }
        double share = 100 * subject.measured().vanishing();
        Verdict verdict = share <= LIMIT ? Verdict.FITS : Verdict.LOOK;
        String says = verdict == Verdict.FITS
                ? "Its strokes and gaps are wide enough for its size."
                : Says.format(
                        "At %s px, %.0f %% of it is finer than a pixel: thin strokes vanish and gaps close. A simpler mark, such as the symbol without its words, would be seen.",
                        subject.plan().size().label(), share);
        Reading reading = Reading.of(this, Says.round(share, 0), LIMIT, "%", verdict, says)
                .on(share, LIMIT, END);
        Remedy another = Remedy.anotherPicture("Choose a simpler mark", "the symbol without its words");
        return subject.fit().rule() == Rule.CONTAIN ? reading.with(cut(), another) : reading.with(another);
    }

    /** The window can then be put around the symbol. */
    private static Remedy cut() {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        patch.putObject("frame").put("rule", Rule.COVER.word()).putNull("seat");
        return new Remedy("cut-out", "Cut a part out", "put the window around the symbol", patch, null);
    }
}
