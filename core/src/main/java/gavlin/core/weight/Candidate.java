package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.damage.Damage;

/**
 * One file that the search made.
 *
 * @param settings in words, such as {@code quality 71.5, 4:2:0}
 * @param encoding the same for programs, see {@link Encoding#parse}: enough to make the file again
 * @param bytes its weight
 * @param ssim against the picture before encoding, 1 identical; null while it wasn't measured, as it could not be chosen
 * @param seen {@link Damage#seen()}; null likewise
 */
public record Candidate(PictureType type, String settings, String encoding, int bytes, Double ssim, Double seen) {
    static Candidate of(Encoding encoding, int bytes, Damage damage) {
        return new Candidate(
                encoding.type(),
                encoding.says(),
                encoding.code(),
                bytes,
                damage == null ? null : damage.ssim(),
                damage == null ? null : damage.seen());
    }
}
