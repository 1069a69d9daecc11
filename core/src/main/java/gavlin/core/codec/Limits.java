package gavlin.core.codec;

/**
 * What a file may claim before anything of it is decoded.
 *
 * @param maxBytes of the file
 * @param maxPixels width · height, as the header states them
 * @param maxFrames of an animation
 * @param maxScans of a progressive JPEG; each costs a pass over the picture
 */
public record Limits(long maxBytes, long maxPixels, int maxFrames, int maxScans) {
    /** For a file that has passed its limits already and is walked again to be decoded. */
    static final Limits PASSED = new Limits(Long.MAX_VALUE, Long.MAX_VALUE, Integer.MAX_VALUE, Integer.MAX_VALUE);

    public static final Limits DEFAULT = new Limits(64_000_000, 120_000_000, 100, 100);
}
