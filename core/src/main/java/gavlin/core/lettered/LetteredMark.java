package gavlin.core.lettered;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.codec.Fonts;
import gavlin.core.codec.Letters;
import gavlin.core.colour.Colour;
import gavlin.core.drawing.Made;
import gavlin.core.speech.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A simple mark for those who have none: a symbol with a name beside or below it, as a document. It is drawn as SVG whose letters are
 * outlines, so that it is a picture like any other, in every size. A symbol stands in a box of 100 units; all other measures follow from it.
 *
 * @param kind {@value #KIND}
 * @param name one line to {@value #MOST_LINES}; empty for the symbol alone
 * @param font one of {@link #FONTS}
 * @param weight 400 or 700
 * @param letters height of a capital over the symbol's, 0.1..2
 * @param tracking room between letters over their size, −0.1..1
 * @param ink of the name, #RRGGBB
 * @param symbol one of {@link Symbol}, or null
 * @param picture the id of a picture that is its symbol, or null; counts before {@code symbol}
 * @param symbolInk #RRGGBB of the drawn symbol; a picture keeps its own
 * @param place {@code beside} or {@code below}: where the name stands
 * @param gap between symbol and name over the symbol's side, 0..2
 */
public record LetteredMark(
        String kind,
        String name,
        String font,
        Integer weight,
        Double letters,
        Double tracking,
        String ink,
        String symbol,
        String picture,
        String symbolInk,
        String place,
        Double gap)
        implements Made {
    public static final String KIND = "lettered";
    public static final List<String> FONTS = Fonts.NAMES;
    public static final List<Integer> WEIGHTS = Fonts.WEIGHTS;
    public static final List<String> PLACES = List.of("beside", "below");

    /** A picture as a symbol has so many px a side at most. */
    private static final int PICTURE_SIDE = 600;

    static final int MOST_LINES = 3;
    private static final int MOST_LETTERS = 80;
    private static final double SIDE = 100;
    /** From one base line to the next, over the height of a capital. */
    private static final double LEADING = 1.6;

    @JsonCreator
    public LetteredMark(
            @JsonProperty("kind") String kind,
            @JsonProperty("name") String name,
            @JsonProperty("font") String font,
            @JsonProperty("weight") Integer weight,
            @JsonProperty("letters") Double letters,
            @JsonProperty("tracking") Double tracking,
            @JsonProperty("ink") String ink,
            @JsonProperty("symbol") String symbol,
            @JsonProperty("picture") String picture,
            @JsonProperty("symbolInk") String symbolInk,
            @JsonProperty("place") String place,
            @JsonProperty("gap") Double gap) {
        this.kind = Require.oneOf("kind", kind, List.of(KIND));
        this.font = Require.oneOf("font", font, FONTS);
        this.weight = weight == null ? Integer.valueOf(700) : weight;
        if (!WEIGHTS.contains(this.weight)) {
            throw new BadInput("weight", "weight must be " + Said.either(WEIGHTS) + ", was " + weight);
        }
        this.letters = within("letters", letters, 0.45, 0.1, 2);
        this.tracking = within("tracking", tracking, 0, -0.1, 1);
        this.ink = Colour.parse("ink", ink == null ? "#000000" : ink).toString();
        this.symbol = symbol == null || symbol.isBlank()
                ? null
                : Symbol.ofWord(symbol).word();
        this.picture = picture == null || picture.isBlank() ? null : Require.text("picture", picture, 64);
        this.name = lines(name, this.symbol != null || this.picture != null);
        this.symbolInk = Colour.parse("symbolInk", symbolInk == null ? this.ink : symbolInk)
                .toString();
        this.place = Require.oneOf("place", place, PLACES);
        this.gap = within("gap", gap, 0.25, 0, 2);
    }

    /** As a mark begins. */
    public static LetteredMark named(String name) {
        return new LetteredMark(KIND, name, null, null, null, null, null, Symbol.TOWER.word(), null, null, null, null);
    }

    private static double within(String field, Double value, double usual, double least, double most) {
        return value == null ? usual : Require.range("lettered." + field, value, least, most, "");
    }

    private static String lines(String name, boolean withSymbol) {
        String said = Require.text("name", name == null ? "" : name.replace("\r", ""), MOST_LETTERS);
        if (said.isEmpty() && !withSymbol) {
            throw new BadInput("name", "a lettered mark needs a name or a symbol");
        }
        if (said.lines().count() > MOST_LINES) {
            throw new BadInput("name", "a name has at most " + MOST_LINES + " lines");
        }
        return said;
    }

    /** Its name, or its symbol's. */
    @Override
    public String title() {
        return !name.isEmpty()
                ? name.replace("\n", " ")
                : symbol == null ? "Symbol" : symbol.substring(0, 1).toUpperCase(Locale.ROOT) + symbol.substring(1);
    }

    @Override
    @JsonIgnore
    public List<String> uses() {
        return picture == null ? List.of() : List.of(picture);
    }

    @Override
    public String svg(Parts parts) {
        Letters letters = parts.letters(font, weight);
        Piece symbolPicture = picture == null ? null : parts.piece(picture, PICTURE_SIDE);
        double side = symbolPicture == null && symbol == null ? 0 : SIDE;
        double symbolWidth = symbolPicture == null ? side : side * symbolPicture.proportion();
        double capital = this.letters * SIDE;
        double size = capital / letters.capHeight();
        List<Letters.Line> lines = new ArrayList<>();
        name.lines().forEach(line -> lines.add(letters.line(line.strip(), size, tracking)));
        double left = lines.stream().mapToDouble(Letters.Line::left).min().orElse(0);
        double right = lines.stream().mapToDouble(Letters.Line::right).max().orElse(0);
        boolean beside = place.equals("beside");
        double between = side == 0 || lines.isEmpty() ? 0 : gap * SIDE;
        double block = capital + (lines.size() - 1) * LEADING * capital;
        double firstBase = beside ? (side - block) / 2 + capital : side + between + capital;
        double middle = Math.max(symbolWidth, right - left) / 2;

        Drawing drawing = new Drawing();
        if (symbolPicture != null) {
            drawing.image(symbolPicture, beside ? 0 : middle - symbolWidth / 2, symbolWidth, side);
        } else if (symbol != null) {
            drawing.symbol(Symbol.ofWord(symbol), beside ? 0 : middle - symbolWidth / 2, symbolInk);
        }
        for (int i = 0; i < lines.size(); i++) {
            Letters.Line line = lines.get(i);
            double x = beside ? symbolWidth + between - left : middle - (line.right() + line.left()) / 2;
            drawing.letters(line, x, firstBase + i * LEADING * capital, ink);
        }
        return drawing.svg(title());
    }

    /** Collects the parts and the box around them. */
    private static final class Drawing {
        private final StringBuilder parts = new StringBuilder();
        private double left = Double.MAX_VALUE;
        private double top = Double.MAX_VALUE;
        private double right = -Double.MAX_VALUE;
        private double bottom = -Double.MAX_VALUE;

        void symbol(Symbol symbol, double x, String ink) {
            parts.append(String.format(
                    Locale.ROOT,
                    "<path fill=\"%s\" fill-rule=\"evenodd\" transform=\"translate(%.3f 0)\" d=\"%s\"/>",
                    ink,
                    x,
                    symbol.path()));
            grow(x, 0, x + SIDE, SIDE);
        }

        void image(Piece picture, double x, double width, double height) {
            parts.append(String.format(
                    Locale.ROOT,
                    "<image x=\"%.3f\" y=\"0\" width=\"%.3f\" height=\"%.3f\" href=\"%s\"/>",
                    x,
                    width,
                    height,
                    picture.data()));
            grow(x, 0, x + width, height);
        }

        void letters(Letters.Line line, double x, double base, String ink) {
            parts.append(String.format(
                    Locale.ROOT,
                    "<path fill=\"%s\" transform=\"translate(%.3f %.3f)\" d=\"%s\"/>",
                    ink,
                    x,
                    base,
                    line.path()));
            grow(line.left() + x, line.top() + base, line.right() + x, line.bottom() + base);
        }

        private void grow(double toLeft, double toTop, double toRight, double toBottom) {
            left = Math.min(left, toLeft);
            top = Math.min(top, toTop);
            right = Math.max(right, toRight);
            bottom = Math.max(bottom, toBottom);
        }

        String svg(String title) {
            double width = right - left;
            double height = bottom - top;
            if (!(width > 0) || !(height > 0)) {
                throw new BadInput("name", "a lettered mark needs a name that can be seen");
            }
            return String.format(
                    Locale.ROOT,
                    "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%3$.3f\" height=\"%4$.3f\" viewBox=\"%1$.3f %2$.3f %3$.3f %4$.3f\">"
                            + "<title>%5$s</title>%6$s</svg>\n",
                    left,
                    top,
                    width,
                    height,
                    title.replace("&", "&amp;").replace("<", "&lt;"),
                    parts);
        }
    }
}
