package gavlin.core.veil;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Size;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Over;
import gavlin.core.raster.Pixels;
import gavlin.core.speech.Said;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * A tint over the file, so that words can be read over it: laid on as a browser lays a translucent colour over a picture, in coded sRGB
 * ({@code source-over}, W3C Compositing and Blending Level 1, §5.1), so that its strength is the number that a theme's own veil would need.
 *
 * @param ink null for black
 * @param strength opacity where it is strongest, 0..{@value #STRONGEST}; 0 for none
 * @param from where it is strongest: everywhere, or at a side, fading towards the other
 * @param reach the share of the file over which it fades, 0.05..1; null for all of it. Counts only from a side
 * @param sparing whether it leaves a soft hole round each keep area, so that a face stays bright
 */
public record Veil(Colour ink, double strength, From from, Double reach, boolean sparing) implements Finish {
    public static final double STRONGEST = 0.95;
    /** Of what Gavlin proposes: beyond it a picture is hardly seen any more. */
    public static final double MOST_PROPOSED = 0.7;

    public static final Veil NONE = new Veil(Colour.BLACK, 0, From.ALL, 1.0, false);
    public static final OperationType<Veil> TYPE = new OperationType<>("veil", 20, Veil.class, NONE);
    private static final double LEAST_REACH = 0.05;

    /** Where a veil is strongest. */
    public enum From {
        ALL,
        LEFT,
        RIGHT,
        TOP,
        BOTTOM;

        @JsonCreator
        public static From ofWord(String word) {
            return Arrays.stream(values())
                    .filter(from -> from.word().equals(word))
                    .findFirst()
                    .orElseThrow(() -> new BadInput(
                            "veil.from",
                            "from must be "
                                    + Said.either(Arrays.stream(values())
                                            .map(From::word)
                                            .toList())));
        }

        @JsonValue
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Veil {
        Require.range("veil.strength", strength, 0, STRONGEST, "");
        ink = ink == null ? Colour.BLACK : ink;
        from = from == null ? From.ALL : from;
        reach = reach == null || from == From.ALL ? 1.0 : reach;
        Require.range("veil.reach", reach, LEAST_REACH, 1, "of the file");
    }

    public Veil with(double other) {
        return new Veil(ink, other, from, reach, sparing);
    }

    public Veil in(Colour other) {
        return new Veil(other, strength, from, reach, sparing);
    }

    @Override
    public OperationType<Veil> type() {
        return TYPE;
    }

    /** Words stand elsewhere in another slot, and ask for another veil. */
    @Override
    public Veil carried() {
        return null;
    }

    @Override
    public String changeFrom(Operation before) {
        return strength == 0
                ? "no veil"
                : "veil of " + Said.percent(strength) + " " + ink
                        + (from == From.ALL ? "" : " from the " + from.word())
                        + (sparing ? ", sparing what must be seen" : "");
    }

    @Override
    public boolean looksAtKept() {
        return sparing && strength > 0;
    }

    /** How strong it is at a pixel, 0..1 of its strength. */
    public Weights weights(Size file, Surroundings around) {
        return new Weights(this, file, sparing ? around.kept() : List.of());
    }

    @Override
    public Pixels finish(Pixels pixels, Surroundings around) {
        Weights weights = weights(pixels.size(), around);
        int channels = pixels.channels();
        byte[] samples = pixels.samples().clone();
        int width = pixels.size().width();
        for (int y = 0, at = 0; y < pixels.size().height(); y++) {
            for (int x = 0; x < width; x++, at += channels) {
                Over.lay(samples, at, channels, ink.rgb(), strength * weights.at(x, y));
            }
        }
        return new Pixels(pixels.size(), channels, samples);
    }

    /** An opaque colour under this much of the veil, 0xRRGGBB. @param veil 0..1 */
    public int over(int rgb, double veil) {
        return Over.lay(rgb, ink.rgb(), veil);
    }
}
