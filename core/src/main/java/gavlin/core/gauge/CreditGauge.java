package gavlin.core.gauge;

import gavlin.core.codec.Tags;

/** Whether somebody is credited. */
final class CreditGauge implements Gauge {
    private static final String NO_ROOM =
            " The limit leaves no room for it in the file: it is said beside the picture only.";

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
                credit.equals(Credit.NONE_DUE)
                        ? "Nobody has to be named."
                        : "The credit line is on record." + (fitsIn(subject, credit) ? "" : NO_ROOM));
    }

    /** Whether the file can hold the line: under a limit of a few kilobytes it may not. */
    private static boolean fitsIn(Subject subject, String credit) {
        return subject.measured() == null
                || !new Tags("", credit, credit, "")
                        .under(subject.plan().maxBytes(), subject.measured().type())
                        .isEmpty();
    }
}
