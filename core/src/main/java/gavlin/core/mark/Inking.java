package gavlin.core.mark;

import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import java.util.List;

/** Which ink suits a ground. */
public final class Inking {
    /** The two versions that every mark is kept in. */
    public static final Colour LIGHT = new Colour(0xFFFFFF);

    public static final Colour DARK = new Colour(0x000000);

    private Inking() {}

    /** Light or dark: whichever has the better contrast on the ground where it is worst. Dark where nothing is known. */
    public static Colour standingOutFrom(List<Integer> grounds) {
        return worst(LIGHT, grounds) > worst(DARK, grounds) ? LIGHT : DARK;
    }

    /** The least contrast ratio of an ink on any of the grounds (WCAG 2.2), 1..21; 21 without grounds. */
    public static double worst(Colour ink, List<Integer> grounds) {
        return grounds.stream()
                .mapToDouble(ground -> Contrast.ratio(ink.rgb(), ground))
                .min()
                .orElse(21);
    }
}
