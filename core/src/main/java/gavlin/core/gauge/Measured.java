package gavlin.core.gauge;

import gavlin.core.codec.PictureType;

/** What was measured on a finished file. */
public record Measured(PictureType type, long bytes, double ssim, int transparentPixels) {}
