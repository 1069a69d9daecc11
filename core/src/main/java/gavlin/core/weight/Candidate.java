package gavlin.core.weight;

import gavlin.core.codec.PictureType;

/**
 * One file that the search made.
 *
 * @param settings in words, such as {@code quality 71.5, 4:2:0}
 * @param bytes its weight
 * @param ssim against the picture before encoding, 1 identical; null where it was not worth measuring
 */
public record Candidate(PictureType type, String settings, int bytes, Double ssim) {}
