package gavlin.core.damage;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;

/**
 * Where compression shows: {@link Damage#seen} of each place of a picture.
 *
 * @param places in cells of {@value Cells#SIDE}×{@value Cells#SIDE} px
 */
public record DamageMap(Cells places) {
    /** Below this nothing is drawn. */
    private static final double FROM = 0.8 * Damage.NOT_SEEN;
    /** From here on the ink is at its strongest. */
    private static final double TO = 2 * Damage.SHOWS;

    private static final int STRONGEST = 216;

    /** A clear picture, a pixel for each place: the stronger the ink, the more is seen; to be drawn over the file as large as it. */
    public Pixels drawn(int rgb) {
        Size size = places.size();
        byte[] samples = new byte[(int) size.pixels() * 4];
        for (int i = 0; i < places.values().length; i++) {
            double strength = (places.values()[i] - FROM) / (TO - FROM);
            samples[4 * i] = (byte) (rgb >> 16);
            samples[4 * i + 1] = (byte) (rgb >> 8);
            samples[4 * i + 2] = (byte) rgb;
            samples[4 * i + 3] = (byte) Math.round(STRONGEST * Math.max(0, Math.min(1, strength)));
        }
        return new Pixels(size, 4, samples);
    }
}
