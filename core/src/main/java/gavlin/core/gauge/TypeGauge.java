package gavlin.core.gauge;

import gavlin.core.codec.PictureType;
import java.util.List;

/** Whether the file is of a type that the slot takes. */
final class TypeGauge implements Gauge {
    @Override
    public String id() {
        return "type";
    }

    @Override
    public Reading read(Subject subject) {
        String allowed = Says.labels(subject.brief().types());
        if (subject.plan().types().isEmpty()) {
            return impossible(subject, allowed);
        }
        if (subject.measured() == null) {
            return Reading.of(this, null, allowed, "", Verdict.UNMEASURED, "The type is chosen when the file is made.")
                    .shownWith("");
        }
        String label = subject.measured().type().label();
        return Reading.of(this, label, allowed, "", Verdict.FITS, "The file is a " + label + ".");
    }

    private Reading impossible(Subject subject, String allowed) {
        PictureType wanted = subject.fit().wantedType();
        List<PictureType> usable = subject.brief().usableTypes();
        String label = wanted == null ? null : wanted.label();
        if (usable.isEmpty()) {
            String says = subject.brief().types().stream().anyMatch(PictureType::canBeWritten)
                    ? allowed + " can't hold the transparency that the slot asks."
                    : "Gavlin does not write " + allowed + "."
                            + (subject.brief().types().contains(PictureType.AVIF)
                                    ? " AVIF needs libheif's encoder on the server (package libheif-examples)."
                                    : "");
            return Reading.of(this, label, allowed, "", Verdict.FAILS, says).with(Remedy.brief("Allow another type"));
        }
        if (wanted != null && !usable.contains(wanted)) {
            String says = "The slot does not take " + label + ": it takes " + allowed + ".";
            return Reading.of(this, label, allowed, "", Verdict.FAILS, says).with(Remedy.anyType("Let Gavlin choose"));
        }
        String says = wanted == null
                ? "None of the types allowed (" + allowed + ") can hold transparency."
                : label + " can't hold transparency.";
        return Reading.of(this, label, allowed, "", Verdict.FAILS, says)
                .with(
                        usable.stream().anyMatch(PictureType::canHoldAlpha)
                                ? List.of(Remedy.anyType("Let Gavlin choose"), Remedy.onWhite())
                                : List.of(Remedy.onWhite()));
    }
}
