package gavlin.core.geometry;

/** A place in the space that its type names; in doubles, the middle of pixel 0 is 0.5. */
public record Point<S extends Space>(double x, double y) {}
