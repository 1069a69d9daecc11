package gavlin.core.brief;

import gavlin.core.BadInput;
import gavlin.core.speech.Places;
import java.io.Serializable;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** A slot sheet that can't be used, with every fault at once. */
public final class SlotSheetFaults extends BadInput {
    /**
     * @param pointer where, as a JSON Pointer (RFC 6901)
     * @param says what is wrong there, as the rest of a sentence that begins with {@code where}
     * @param where the same place in words
     */
    public record Fault(String pointer, String says, String where) implements Serializable {
        Fault(String pointer, String says) {
            this(pointer, says, "");
        }

        private Fault in(JsonNode sheet) {
            return new Fault(pointer, says, Places.of(sheet, pointer));
        }
    }

    private final List<Fault> faults;

    SlotSheetFaults(JsonNode sheet, List<Fault> faults) {
        super(
                "slotSheet",
                "the slot sheet has " + faults.size() + (faults.size() == 1 ? " fault: " : " faults; the first: ")
                        + Places.of(sheet, faults.get(0).pointer()) + " "
                        + faults.get(0).says());
        this.faults = faults.stream().map(fault -> fault.in(sheet)).toList();
    }

    public List<Fault> faults() {
        return faults;
    }
}
