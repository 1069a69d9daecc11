package gavlin.core.gauge;

import java.util.List;

/** All gauges in their order: the one place that names them. */
public final class Gauges {
    private static final List<Gauge> ALL = List.of(
            new SizeGauge(),
            new DetailGauge(),
            new FilledGauge(),
            new KeepGauge(),
            new TypeGauge(),
            new TransparencyGauge(),
            new WeightGauge(),
            new DamageGauge(),
            new WordsGauge(),
            new GroundGauge(),
            new SmallGauge(),
            new NameGauge(),
            new CreditGauge(),
            new DescriptionGauge());

    private Gauges() {}

    /** What the gauge {@code ground} will say of a mark with so much contrast, 1..21, to the worst of its grounds. */
    public static Verdict onGround(double ratio) {
        return GroundGauge.verdict(ratio);
    }

    public static List<Reading> judge(Subject subject) {
        return ALL.stream()
                .filter(gauge -> gauge.concerns(subject))
                .map(gauge -> gauge.read(subject))
                .toList();
    }
}
