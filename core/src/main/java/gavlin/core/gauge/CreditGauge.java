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
        if (credit.isBlank()) {
            return Reading.inWords(
                            this, null, Verdict.LOOK, "Nobody is credited: say who made it, or that no credit is due.")
                    .with(Remedy.words("Add a credit"));
        }
        return Reading.inWords(
                this,
                credit,
                Verdict.FITS,
                credit.equals(Credit.NONE_DUE) ? "Nobody has to be named." : "The credit line is on record.");
    }
}
