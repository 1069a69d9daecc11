package gavlin.core.gauge;

/** Whether those who can't see the picture are told what it shows. */
final class DescriptionGauge implements Gauge {
    @Override
    public String id() {
        return "description";
    }

    @Override
    public Reading read(Subject subject) {
        String description = subject.picture().description();
        return description.isBlank()
                ? Reading.inWords(this, null, Verdict.LOOK, "Those who can't see it are told nothing.")
                        .with(Remedy.words("Describe it"))
                : Reading.inWords(this, description, Verdict.FITS, "Those who can't see it are told what it shows.");
    }
}
