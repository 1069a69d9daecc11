package gavlin.core.codec;

import gavlin.core.BadInput;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Shape;
import java.awt.font.FontRenderContext;
import java.awt.font.GlyphVector;
import java.awt.font.TextAttribute;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * The letters of a font as outlines, so that a drawing of them looks the same wherever it is opened. A font may come in several files, one
 * for each range of letters; each letter is taken from the first that has it. Pairs are kerned as the font says.
 */
public final class Letters {
    /** Outlines are taken in this size: large enough that nothing is rounded to a grid. */
    private static final float SIZE = 1000;

    private static final FontRenderContext EXACT = new FontRenderContext(new AffineTransform(), true, true);

    private final List<Font> parts;

    private Letters(List<Font> parts) {
        this.parts = parts;
    }

    /** @throws IOException when one of them is no TrueType font */
    public static Letters of(List<InputStream> trueType) throws IOException {
        List<Font> parts = new ArrayList<>();
        for (InputStream in : trueType) {
            try (in) {
                parts.add(Font.createFont(Font.TRUETYPE_FONT, in)
                        .deriveFont(SIZE)
                        .deriveFont(Map.of(TextAttribute.KERNING, TextAttribute.KERNING_ON)));
            } catch (FontFormatException e) {
                throw new IOException("not a TrueType font", e);
            }
        }
        return new Letters(parts);
    }

    /**
     * A line of letters.
     *
     * @param path SVG path data; the base line at 0, letters of one unit's height to the em
     * @param left of what is drawn, and so on
     */
    public record Line(String path, double left, double top, double right, double bottom) {}

    /** Height of a capital H over the size of the font. */
    public double capHeight() {
        return -outline("H", 0).getBounds2D().getMinY() / SIZE;
    }

    /**
     * @param scale units for the size of the font
     * @param tracking added between letters, over the size of the font
     * @throws BadInput for a letter that the font has not
     */
    public Line line(String text, double scale, double tracking) {
        Path2D outline = outline(text, scale, tracking);
        Rectangle2D box = outline.getBounds2D();
        return new Line(data(outline), box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY());
    }

    /**
     * How far a line goes on, from where it begins to where another would, in units of {@code scale}.
     *
     * @throws BadInput for a letter that the font has not
     */
    public double advance(String text, double scale, double tracking) {
        double x = 0;
        for (Run run : runs(text)) {
            x += run.advance() + run.glyphs.getNumGlyphs() * tracking * SIZE;
        }
        return x * scale / SIZE;
    }

    Path2D outline(String text, double scale, double tracking) {
        Path2D outline = outline(text, tracking);
        outline.transform(AffineTransform.getScaleInstance(scale / SIZE, scale / SIZE));
        return outline;
    }

    /** Letters that one part of the font has. */
    private record Run(GlyphVector glyphs) {
        double advance() {
            return glyphs.getGlyphPosition(glyphs.getNumGlyphs()).getX();
        }
    }

    private List<Run> runs(String text) {
        List<Run> runs = new ArrayList<>();
        for (int from = 0; from < text.length(); ) {
            Font font = fontFor(text.codePointAt(from));
            int to = from;
            while (to < text.length() && fontFor(text.codePointAt(to)) == font) {
                to += Character.charCount(text.codePointAt(to));
            }
            char[] run = text.substring(from, to).toCharArray();
            runs.add(new Run(font.layoutGlyphVector(EXACT, run, 0, run.length, Font.LAYOUT_LEFT_TO_RIGHT)));
            from = to;
        }
        return runs;
    }

    private Path2D outline(String text, double tracking) {
        Path2D all = new Path2D.Double();
        double x = 0;
        for (Run run : runs(text)) {
            GlyphVector glyphs = run.glyphs;
            for (int i = 0; i < glyphs.getNumGlyphs(); i++) {
                Shape glyph = glyphs.getGlyphOutline(i);
                all.append(
                        AffineTransform.getTranslateInstance(x + i * tracking * SIZE, 0)
                                .createTransformedShape(glyph),
                        false);
            }
            x += run.advance() + glyphs.getNumGlyphs() * tracking * SIZE;
        }
        return all;
    }

    /** The first letter of a text that no part of the font has; null where it has all. Room between words needs none. */
    public String missing(String text) {
        return text.codePoints()
                .filter(letter -> !Character.isWhitespace(letter))
                .filter(letter -> parts.stream().noneMatch(font -> font.canDisplay(letter)))
                .mapToObj(Character::toString)
                .findFirst()
                .orElse(null);
    }

    private Font fontFor(int letter) {
        return parts.stream()
                .filter(font -> font.canDisplay(letter))
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        "name",
                        "this font has no “" + Character.toString(letter)
                                + "”; letter it without, or upload a mark that has it"));
    }

    private static String data(Path2D outline) {
        StringBuilder data = new StringBuilder();
        double[] at = new double[6];
        for (PathIterator path = outline.getPathIterator(null); !path.isDone(); path.next()) {
            int kind = path.currentSegment(at);
            data.append("MLQCZ".charAt(kind));
            int numbers = new int[] {2, 2, 4, 6, 0}[kind];
            for (int i = 0; i < numbers; i++) {
                data.append(i == 0 ? "" : " ").append(number(at[i]));
            }
        }
        return data.toString();
    }

    /** In thousandths, without idle zeros. */
    private static String number(double value) {
        return java.math.BigDecimal.valueOf(Math.round(value * 1000), 3)
                .stripTrailingZeros()
                .toPlainString();
    }
}
