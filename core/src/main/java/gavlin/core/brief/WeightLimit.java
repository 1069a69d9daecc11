package gavlin.core.brief;

/**
 * How heavy a file may be, in the unit in which it was stated. SI and IEC 80000-13: a kB is 1000 bytes, a KiB 1024; "at
 * most" includes the limit itself.
 */
public record WeightLimit(double limit, Unit unit) {
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

    public long maxBytes() {
        return (long) Math.floor(limit * unit.bytes);
    }

    /** A weight in the limit's own unit. */
    public double inUnit(long bytes) {
        return bytes / (double) unit.bytes;
    }

    public String label() {
        return (limit == Math.rint(limit) ? Long.toString((long) limit) : Double.toString(limit)) + " " + unit;
    }
}
