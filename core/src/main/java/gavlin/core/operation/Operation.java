package gavlin.core.operation;

/**
 * One step between a picture and its file, as the fit document holds it: a record that validates itself. One that changes nothing is
 * the same as one that is absent.
 */
public interface Operation {
    OperationType<?> type();

    /** The same for another slot or theme; null where it was meant for the old slot alone. */
    Operation carried();

    /**
     * What became of an earlier setting, in a few words for a history.
     *
     * @param before of the same type; the neutral one where there was none
     */
    String changeFrom(Operation before);

    default boolean changesNothing() {
        return equals(type().neutral());
    }
}
