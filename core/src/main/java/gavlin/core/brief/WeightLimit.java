package gavlin.core.brief;

import java.util.Map;

/**
 * How heavy a file may be, in the unit in which it was stated. SI and IEC 80000-13: a kB is 1000 bytes, a KiB 1024; "at
 * most" includes the limit itself.
 *
 * @param atDensity other limits for files of more than the slot's own pixels, by density, in the same unit
 */
public record WeightLimit(double limit, Unit unit, Map<Integer, Double> atDensity) {
    public enum Unit {
        kB(1_000),
        KiB(1_024),
        MB(1_000_000),
        MiB(1_048_576);

        private final int bytes;

        Unit(int bytes) {
            this.bytes = bytes;
        }

        public int bytes() {
            return bytes;
        }
    }

    public long maxBytes(int density) {
        return (long) Math.floor(atDensity.getOrDefault(density, limit) * unit.bytes);
    }

    /** A weight in the limit's own unit. */
    public double inUnit(long bytes) {
        return bytes / (double) unit.bytes;
    }

    public String label() {
        return (limit == Math.rint(limit) ? Long.toString((long) limit) : Double.toString(limit)) + " " + unit;
    }
}
