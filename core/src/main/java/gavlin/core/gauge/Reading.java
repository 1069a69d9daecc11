package gavlin.core.gauge;

import java.util.Collection;
import java.util.List;

/**
 * What a gauge reads of one fit.
 *
 * @param id one of the ids in the API's list
 * @param name for people
 * @param value as a person reads it: a number or a few words; null when not measured
 * @param limit the same for what is asked, or null
 * @param unit of both, or empty
 * @param shownUnit what stands behind the value on a page
 * @param inWords whether the value is a text rather than a number on a scale
 * @param says one plain sentence
 * @param scale where value and limit stand on a scale of 0..1, or null where there is nothing to draw
 * @param remedies what would make it better; never none where it fails or asks for a look
 */
public record Reading(
        String id,
        String name,
        Object value,
        Object limit,
        String unit,
        String shownUnit,
        boolean inWords,
        Verdict verdict,
        String says,
        Scale scale,
        List<Remedy> remedies) {
    public record Scale(double value, double limit) {}

    /** The worst of all. */
    public static Verdict overall(Collection<Reading> readings) {
        return Verdict.worst(readings.stream().map(Reading::verdict).toList());
    }

    /** The value as it is written; a dash where there is none. */
    public String shown() {
        return value == null ? "–" : plain(value);
    }

    /** What is asked, in words; empty where nothing is. */
    public String asked() {
        return limit == null
                ? ""
                : "Asked: " + (limit instanceof String words ? words : (plain(limit) + " " + unit).strip()) + ".";
    }

    static String plain(Object value) {
        return value instanceof Double d && d == Math.rint(d) ? Long.toString(d.longValue()) : value.toString();
    }

    static Reading of(Gauge gauge, Object value, Object limit, String unit, Verdict verdict, String says) {
        return new Reading(gauge.id(), gauge.name(), value, limit, unit, unit, false, verdict, says, null, List.of());
    }

    /** Of a gauge whose value is a text. */
    static Reading inWords(Gauge gauge, String value, Verdict verdict, String says) {
        return new Reading(gauge.id(), gauge.name(), value, null, "", "", true, verdict, says, null, List.of());
    }

    Reading on(double at, double asked, double end) {
        Scale there = new Scale(Math.max(0, Math.min(1, at / end)), Math.max(0, Math.min(1, asked / end)));
        return new Reading(id, name, value, limit, unit, shownUnit, inWords, verdict, says, there, remedies);
    }

    Reading shownWith(String other) {
        return new Reading(id, name, value, limit, unit, other, inWords, verdict, says, scale, remedies);
    }

    /** With what would do; none where nothing is wrong. */
    Reading with(Remedy... offers) {
        return with(List.of(offers));
    }

    Reading with(List<Remedy> offers) {
        return verdict.isNoObstacle() ? this : offering(offers);
    }

    /** With what can be done, whether something is wrong or not. */
    Reading offering(List<Remedy> offers) {
        return new Reading(id, name, value, limit, unit, shownUnit, inWords, verdict, says, scale, offers);
    }
}
