package gavlin.core.codec;

import gavlin.core.BadInput;

/** A file that will not be taken as a picture, with the reason, what is allowed and what to do. */
public final class PictureRefused extends BadInput {
    /** Why, for callers that act differently; the words are part of the API's problem types. */
    public enum Reason {
        EMPTY,
        NOT_A_PICTURE,
        UNSUPPORTED,
        TOO_HEAVY,
        TOO_LARGE,
        TOO_MANY_FRAMES,
        CORRUPT,
        NO_CARD
    }

    public static final String WHAT_IS_ALLOWED =
            "JPEG, PNG, WebP, GIF, AVIF, HEIC, BMP and ICO pictures, SVG drawings and PDFs of one page can be used";

    private final Reason reason;

    public PictureRefused(Reason reason, String message) {
        super("file", message);
        this.reason = reason;
    }

    static PictureRefused corrupt(String what) {
        return new PictureRefused(
                Reason.CORRUPT, "the file is damaged: " + what + "; save or export the picture again and upload that");
    }

    public static PictureRefused tooHeavy(long bytes, Limits limits) {
        return new PictureRefused(
                Reason.TOO_HEAVY,
                "the file weighs " + bytes + " bytes; at most " + limits.maxBytes() + " bytes are allowed");
    }

    public Reason reason() {
        return reason;
    }
}
