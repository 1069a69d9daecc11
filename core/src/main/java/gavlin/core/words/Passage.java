package gavlin.core.words;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.codec.Fonts;
import gavlin.core.colour.Colour;
import gavlin.core.speech.Said;
import java.util.List;

/**
 * Some words in one place of a file. All measures are px of the file at density 1.
 *
 * @param text lines are broken where it says so, and where {@code width} asks for it
 * @param font one of {@link Fonts#NAMES}
 * @param weight 400 or 700
 * @param size of the letters
 * @param tracking room between letters over their size, −0.1..0.5
 * @param ink null for white
 * @param x of the left edge of the place where they stand
 * @param y of its upper edge
 * @param width of that place; what is longer goes on in the next line
 * @param align {@code left}, {@code middle} or {@code right} in it
 * @param behind a box behind them, null for none
 * @param outline how much thicker the outline is than the letters, px on each side; 0 for none
 * @param outlineInk null for black
 */
public record Passage(
        String text,
        String font,
        Integer weight,
        double size,
        Double tracking,
        Colour ink,
        double x,
        double y,
        double width,
        String align,
        Colour behind,
        double outline,
        Colour outlineInk) {
    public static final List<String> ALIGN = List.of("left", "middle", "right");
    public static final int SMALLEST = 6;
    private static final int MOST_LETTERS = 300;
    private static final int LARGEST = 8192;
    private static final Colour WHITE = new Colour(0xFFFFFF);

    public Passage {
        text = Require.text("words.text", text == null ? null : text.replace("\r", ""), MOST_LETTERS);
        if (text.isEmpty()) {
            throw new BadInput("words.text", "words need at least one letter");
        }
        font = Require.oneOf("font", font, Fonts.NAMES);
        weight = weight == null ? Integer.valueOf(700) : weight;
        if (!Fonts.WEIGHTS.contains(weight)) {
            throw new BadInput("weight", "weight must be " + Said.either(Fonts.WEIGHTS) + ", was " + weight);
        }
        String missing = Fonts.letters(font, weight).missing(text);
        if (missing != null) {
            throw new BadInput("words.text", "none of the fonts here has “" + missing + "”: write it without");
        }
        Require.range("words.size", size, SMALLEST, 1000, "px");
        tracking = Require.range("words.tracking", tracking == null ? 0 : tracking, -0.1, 0.5, "of their size");
        ink = ink == null ? WHITE : ink;
        Require.range("words.x", x, -LARGEST, LARGEST, "px");
        Require.range("words.y", y, -LARGEST, LARGEST, "px");
        Require.range("words.width", width, 1, LARGEST, "px");
        align = Require.oneOf("align", align, ALIGN);
        Require.range("words.outline", outline, 0, 100, "px");
        outlineInk = outlineInk == null ? Colour.BLACK : outlineInk;
    }

    /** The same words elsewhere. */
    public Passage at(double newX, double newY, double newWidth, String newAlign) {
        return new Passage(
                text, font, weight, size, tracking, ink, newX, newY, newWidth, newAlign, behind, outline, outlineInk);
    }

    /** The same words as large as that. */
    public Passage sized(double px) {
        return new Passage(text, font, weight, px, tracking, ink, x, y, width, align, behind, outline, outlineInk);
    }

    /** The same words in another ink, on a box or on none. */
    public Passage inked(Colour newInk, Colour newBehind) {
        return new Passage(
                text, font, weight, size, tracking, newInk, x, y, width, align, newBehind, outline, outlineInk);
    }
}
