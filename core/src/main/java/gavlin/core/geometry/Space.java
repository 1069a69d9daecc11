package gavlin.core.geometry;

/**
 * The spaces that boxes and points lie in. They are only ever named as a type, {@code Box<InPrepared>}, so that the compiler refuses to
 * lay something of one space on another; {@link Box#carry} and an operation's mapping lead from one to the next.
 */
public interface Space {
    /** Px of the upright picture as it was uploaded. */
    interface InPicture extends Space {}

    /** Fractions 0..1 of the upright picture. */
    interface OfPicture extends Space {}

    /** Px of the prepared picture: turned, grown and so on. Windows lie in it. */
    interface InPrepared extends Space {}

    /** Px of a rendition. */
    interface InSlot extends Space {}

    /** CSS px of a showing's box. */
    interface InShowing extends Space {}

    /** CSS px of a page. */
    interface InPage extends Space {}

    /** Px of a screenshot. */
    interface InScreenshot extends Space {}
}
