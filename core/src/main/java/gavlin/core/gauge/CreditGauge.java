package gavlin.core.gauge;

/** Whether somebody is credited. */
final class CreditGauge implements Gauge {
    @Override
    public String id() {
        return "credit";
    }

    @Override
    public Reading read(Subject subject) {
        String credit = subject.picture().credit();
        return credit.isBlank()
                ? Reading.inWords(
                                this,
                                null,
                                Verdict.LOOK,
                                "Nobody is credited: say who made it, or that no credit is due.")
                        .with(Remedy.words("Add a credit"))
                : Reading.inWords(this, credit, Verdict.FITS, "The credit line is on record.");
    }
}
