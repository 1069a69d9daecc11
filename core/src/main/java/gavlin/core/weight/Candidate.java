package gavlin.core.weight;

import gavlin.core.codec.PictureType;

/**
 * One file that the search made.
 *
 * @param settings in words, such as {@code quality 71.5, 4:2:0}
 * @param encoding the same for programs, see {@link Encoding#parse}: enough to make the file again
 * @param bytes its weight
 * @param ssim against the picture before encoding, 1 identical
 */
public record Candidate(PictureType type, String settings, String encoding, int bytes, Double ssim) {
    static Candidate of(Encoding encoding, int bytes, double ssim) {
        return new Candidate(encoding.type(), encoding.says(), encoding.code(), bytes, ssim);
    }
}
