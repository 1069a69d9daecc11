package gavlin.core.brief;

import gavlin.core.BadInput;
import java.io.Serializable;
import java.util.List;

/** A slot sheet that can't be used, with every fault at once. */
public final class SlotSheetFaults extends BadInput {
    /**
     * @param pointer where, as a JSON Pointer (RFC 6901)
     * @param says what is wrong there
     */
    public record Fault(String pointer, String says) implements Serializable {}

    private final List<Fault> faults;

    SlotSheetFaults(List<Fault> faults) {
        super(
                "slotSheet",
                "the slot sheet has " + faults.size() + (faults.size() == 1 ? " fault" : " faults") + "; the first: "
                        + faults.get(0).pointer() + " " + faults.get(0).says());
        this.faults = List.copyOf(faults);
    }

    public List<Fault> faults() {
        return faults;
    }
}
