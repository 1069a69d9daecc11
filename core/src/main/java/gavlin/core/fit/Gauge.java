package gavlin.core.fit;

import java.util.List;

/**
 * One live measurement of a fit against its brief.
 *
 * @param id one of the ids in the API's list
 * @param value as a person reads it: a number or a few words; null when not measured
 * @param limit the same for what is asked, or null
 * @param unit of both, or empty
 * @param says one plain sentence
 * @param scale where value and limit stand on a scale of 0..1, or null where there is nothing to draw
 */
public record Gauge(
        String id,
        Object value,
        Object limit,
        String unit,
        Verdict verdict,
        String says,
        Scale scale,
        List<Remedy> remedies) {
    public enum Verdict {
        FITS("fits"),
        LOOK("look"),
        FAILS("fails"),
        UNMEASURED("unmeasured");

        private final String word;

        Verdict(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    public record Scale(double value, double limit) {}

    /** A change that Gavlin offers to make the gauge pass. */
    public record Remedy(String id, String says) {}

    static Gauge of(String id, Object value, Object limit, String unit, Verdict verdict, String says) {
        return new Gauge(id, value, limit, unit, verdict, says, null, List.of());
    }

    Gauge on(double value, double limit, double end) {
        return new Gauge(id, this.value, this.limit, unit, verdict, says, scaled(value, limit, end), remedies);
    }

    Gauge with(Remedy... offers) {
        return new Gauge(id, value, limit, unit, verdict, says, scale, List.of(offers));
    }

    private static Scale scaled(double value, double limit, double end) {
        return new Scale(Math.max(0, Math.min(1, value / end)), Math.max(0, Math.min(1, limit / end)));
    }
}
