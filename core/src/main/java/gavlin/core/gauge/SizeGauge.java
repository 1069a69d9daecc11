package gavlin.core.gauge;

/** Exact by construction. */
final class SizeGauge implements Gauge {
    @Override
    public String id() {
        return "size";
    }

    @Override
    public Reading read(Subject subject) {
        String size = subject.plan().size().label();
        String says = "The file has exactly " + size + " px.";
        return Reading.of(this, size, subject.brief().sizeLabel(), "px", Verdict.FITS, says)
                .shownWith("");
    }
}
