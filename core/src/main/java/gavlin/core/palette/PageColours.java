package gavlin.core.palette;

import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.colour.OkLab;
import gavlin.core.colour.Srgb;
import gavlin.core.palette.Palette.Swatch;
import java.util.Comparator;
import java.util.List;

/**
 * Colours for the page round a picture, out of its own: a light and a dark ground, each with text, buttons and links that reach 4.5 : 1
 * (WCAG 2.2, §1.4.3). A colour that doesn't is made lighter or darker, its hue kept, until it does.
 *
 * @param name in a word
 * @param onButton of the words on a button
 */
public record PageColours(String name, Colour ground, Colour text, Colour button, Colour onButton, Colour link) {
    private static final Colour WHITE = new Colour(0xFFFFFF);
    private static final double LIGHT_GROUND = 0.965;
    private static final double DARK_GROUND = 0.24;
    /** Of a colour that says something: its distance from grey in OKLab. */
    private static final double COLOURED = 0.04;

    private static final double STEP = 0.005;

    /** None for a palette without colours. */
    public static List<PageColours> of(Palette palette) {
        if (palette.colours().isEmpty()) {
            return List.of();
        }
        Colour main = palette.colours().get(0).colour();
        Colour telling = palette.colours().stream()
                .filter(swatch -> chroma(swatch.colour()) >= COLOURED)
                .max(Comparator.comparing(Swatch::accent).thenComparingDouble(swatch -> chroma(swatch.colour())))
                .map(Swatch::colour)
                .orElse(main);
        return List.of(
                on("light", lit(main, LIGHT_GROUND, 0.012), main, telling),
                on("dark", lit(main, DARK_GROUND, COLOURED), main, telling));
    }

    private static PageColours on(String name, Colour ground, Colour main, Colour telling) {
        Colour text = readable(main, ground, 7);
        Colour button = readable(telling, ground, Contrast.GRAPHICS);
        Colour onButton =
                Contrast.ratio(WHITE.rgb(), button.rgb()) >= Contrast.ratio(0, button.rgb()) ? WHITE : Colour.BLACK;
        return new PageColours(name, ground, text, button, onButton, readable(telling, ground, Contrast.TEXT));
    }

    /** The colour itself where it reaches that ratio on a ground; otherwise the nearest lightness of it that does. */
    public static Colour readable(Colour colour, Colour ground, double least) {
        boolean darker = Contrast.luminance(ground.rgb()) > 0.18;
        float[] lab = lab(colour);
        Colour tried = colour;
        for (double l = lab[0];
                Contrast.ratio(tried.rgb(), ground.rgb()) < least && l >= 0 && l <= 1;
                l += darker ? -STEP : STEP) {
            // Towards black and white there is less room for colour.
            double room = darker
                    ? Math.min(1, l / Math.max(lab[0], STEP))
                    : Math.min(1, (1 - l) / Math.max(1 - lab[0], STEP));
            tried = new Colour(OkLab.convertOkLabToSrgb(l, lab[1] * room, lab[2] * room));
        }
        return Contrast.ratio(tried.rgb(), ground.rgb()) < least ? (darker ? Colour.BLACK : WHITE) : tried;
    }

    private static Colour lit(Colour colour, double lightness, double most) {
        float[] lab = lab(colour);
        double chroma = Math.hypot(lab[1], lab[2]);
        double kept = chroma == 0 ? 0 : Math.min(chroma, most) / chroma;
        return new Colour(OkLab.convertOkLabToSrgb(lightness, lab[1] * kept, lab[2] * kept));
    }

    private static double chroma(Colour colour) {
        float[] lab = lab(colour);
        return Math.hypot(lab[1], lab[2]);
    }

    private static float[] lab(Colour colour) {
        float[] linear = Srgb.linear8();
        float[] lab = new float[3];
        OkLab.convertLinearToOkLab(
                linear[colour.rgb() >> 16 & 0xff],
                linear[colour.rgb() >> 8 & 0xff],
                linear[colour.rgb() & 0xff],
                lab,
                0);
        return lab;
    }
}
