package gavlin.core.decoder;

/** A decoder that ended over its job instead of answering. */
final class DecoderLost extends Exception {
    /** Why, as far as a process's end tells. */
    enum Why {
        /** It took longer than it may, of the clock or of a core. */
        OVERSTAYED,
        /** It needed more memory than it may have. */
        OUT_OF_MEMORY,
        /** Native code fell over, or somebody killed it. */
        CRASHED
    }

    private final Why why;

    DecoderLost(Why why) {
        super(why.toString());
        this.why = why;
    }

    Why why() {
        return why;
    }
}
