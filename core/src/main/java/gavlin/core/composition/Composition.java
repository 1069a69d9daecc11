package gavlin.core.composition;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.codec.Letters;
import gavlin.core.colour.Colour;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.core.lettered.LetteredMark;
import gavlin.core.speech.Said;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * A picture put together: a ground of a colour, of two, or none; pieces on it, the later over the earlier; words; a line along its edge. All in px
 * of the picture.
 *
 * @param kind {@value #KIND}
 * @param width px
 * @param height px
 * @param ground null for a clear one
 * @param pieces {@value #MOST_PIECES} at most
 * @param words {@value #MOST_WORDS} at most
 * @param line null for none
 */
public record Composition(
        String kind, int width, int height, Ground ground, List<PieceAt> pieces, List<WordsAt> words, LineAt line)
        implements Made {
    public static final String KIND = "composition";
    public static final int MOST_PIECES = 24;
    public static final int MOST_WORDS = 12;
    private static final int LARGEST = 8192;
    private static final int LEAST_LETTERS = 4;
    /** A piece is drawn so much finer than it stands, for files of twice the density. */
    private static final double FINER = 2;

    /** The longer side of a piece over its height, as far as that is drawn finer. */
    private static final double WIDER = 2;

    private static final int FINEST = 1600;
    /** From one base line to the next, over the size of the letters. */
    private static final double LEADING = 1.25;

    /** @param colour #RRGGBB @param to #RRGGBB that it becomes, or null @param towards {@code right} or {@code bottom} */
    public record Ground(String colour, String to, String towards) {
        public static final List<String> TOWARDS = List.of("right", "bottom");

        public Ground {
            colour = Colour.parse("colour", colour).toString();
            to = to == null || to.isBlank() ? null : Colour.parse("to", to).toString();
            towards = Require.oneOf("towards", towards, TOWARDS);
        }
    }

    /** @param x of its left edge @param height of all of it; its width follows */
    public record PieceAt(String picture, double x, double y, double height, boolean mirrored) {
        public PieceAt {
            picture = Require.text("picture", picture, 64);
            Require.range("x", x, -LARGEST, LARGEST, "px");
            Require.range("y", y, -LARGEST, LARGEST, "px");
            Require.range("height", height, 1, LARGEST, "px");
        }
    }

    /**
     * @param text lines @param font one of {@link LetteredMark#FONTS} @param weight 400 or 700 @param size of the letters, px @param x where they begin, end,
     *     or have their middle @param y of the first base line @param align {@code left}, {@code middle} or {@code right}
     */
    public record WordsAt(
            String text, String font, Integer weight, double size, String ink, double x, double y, String align) {
        public static final List<String> ALIGN = List.of("left", "middle", "right");

        public WordsAt {
            text = Require.text("text", text == null ? "" : text.replace("\r", ""), 300);
            font = Require.oneOf("font", font, LetteredMark.FONTS);
            weight = weight == null ? Integer.valueOf(700) : weight;
            if (!LetteredMark.WEIGHTS.contains(weight)) {
                throw new BadInput("weight", "weight must be " + Said.either(LetteredMark.WEIGHTS) + ", was " + weight);
            }
            Require.range("size", size, LEAST_LETTERS, 1000, "px");
            ink = Colour.parse("ink", ink == null ? "#000000" : ink).toString();
            Require.range("x", x, -LARGEST, LARGEST, "px");
            Require.range("y", y, -LARGEST, LARGEST, "px");
            align = Require.oneOf("align", align, ALIGN);
        }
    }

    /** @param width px @param ink #RRGGBB */
    public record LineAt(double width, String ink) {
        public LineAt {
            Require.range("line.width", width, 0, 200, "px");
            ink = Colour.parse("ink", ink == null ? "#000000" : ink).toString();
        }
    }

    @JsonCreator
    public Composition(
            @JsonProperty("kind") String kind,
            @JsonProperty("width") int width,
            @JsonProperty("height") int height,
            @JsonProperty("ground") Ground ground,
            @JsonProperty("pieces") List<PieceAt> pieces,
            @JsonProperty("words") List<WordsAt> words,
            @JsonProperty("line") LineAt line) {
        this.kind = Require.oneOf("kind", kind, List.of(KIND));
        this.width = Require.range("width", width, 1, LARGEST, "px");
        this.height = Require.range("height", height, 1, LARGEST, "px");
        this.ground = ground;
        this.pieces = pieces == null ? List.of() : List.copyOf(pieces);
        this.words = words == null ? List.of() : List.copyOf(words);
        this.line = line == null || line.width == 0 ? null : line;
        if (this.pieces.size() > MOST_PIECES) {
            throw new BadInput(
                    "pieces", "a composition has at most " + MOST_PIECES + " pieces, this has " + this.pieces.size());
        }
        if (this.words.size() > MOST_WORDS) {
            throw new BadInput(
                    "words",
                    "a composition has words in at most " + MOST_WORDS + " places, this has " + this.words.size());
        }
    }

    /** As one begins: a plain ground. */
    public static Composition plain(Size size, Colour ground) {
        return new Composition(
                KIND, size.width(), size.height(), new Ground(ground.toString(), null, null), null, null, null);
    }

    /** The same on a canvas of another size: as large as it fits in there whole, about the middle, to be laid out anew. */
    public Composition in(Size other) {
        double scale = Math.min((double) other.width() / width, (double) other.height() / height);
        double left = (other.width() - scale * width) / 2;
        double top = (other.height() - scale * height) / 2;
        return new Composition(
                KIND,
                other.width(),
                other.height(),
                ground,
                pieces.stream()
                        .map(each -> new PieceAt(
                                each.picture,
                                left + scale * each.x,
                                top + scale * each.y,
                                Math.max(1, scale * each.height),
                                each.mirrored))
                        .toList(),
                words.stream()
                        .map(each -> new WordsAt(
                                each.text,
                                each.font,
                                each.weight,
                                Math.max(LEAST_LETTERS, scale * each.size),
                                each.ink,
                                left + scale * each.x,
                                top + scale * each.y,
                                each.align))
                        .toList(),
                line);
    }

    @Override
    public String title() {
        return words.isEmpty() || words.get(0).text.isBlank()
                ? "Composition " + width + "×" + height
                : words.get(0).text.replace("\n", " ");
    }

    @Override
    @JsonIgnore
    public List<String> uses() {
        Set<String> ids = new LinkedHashSet<>();
        pieces.forEach(piece -> ids.add(piece.picture));
        return List.copyOf(ids);
    }

    @Override
    public String svg(Parts parts) {
        StringBuilder drawn = new StringBuilder();
        if (ground != null) {
            ground(drawn);
        }
        pieces.forEach(piece -> piece(drawn, piece, parts));
        words.forEach(one -> words(drawn, one, parts.letters(one.font, one.weight)));
        if (line != null) {
            append(
                    drawn,
                    "<rect x=\"%.2f\" y=\"%.2f\" width=\"%.2f\" height=\"%.2f\" fill=\"none\" stroke=\"%s\" stroke-width=\"%.2f\"/>",
                    line.width / 2,
                    line.width / 2,
                    width - line.width,
                    height - line.width,
                    line.ink,
                    line.width);
        }
        return String.format(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$d\" height=\"%2$d\" viewBox=\"0 0 %1$d %2$d\"><title>%3$s</title>%4$s</svg>\n",
                width, height, title().replace("&", "&amp;").replace("<", "&lt;"), drawn);
    }

    private void ground(StringBuilder drawn) {
        if (ground.to != null) {
            append(
                    drawn,
                    "<defs><linearGradient id=\"ground\" x2=\"%s\" y2=\"%s\"><stop stop-color=\"%s\"/><stop offset=\"1\" stop-color=\"%s\"/></linearGradient></defs>",
                    ground.towards.equals("right") ? "1" : "0",
                    ground.towards.equals("right") ? "0" : "1",
                    ground.colour,
                    ground.to);
        }
        append(
                drawn,
                "<rect width=\"%d\" height=\"%d\" fill=\"%s\"/>",
                width,
                height,
                ground.to == null ? ground.colour : "url(#ground)");
    }

    private static void piece(StringBuilder drawn, PieceAt at, Parts parts) {
        int side = (int) Math.min(FINEST, Math.ceil(FINER * at.height * WIDER));
        Piece piece = parts.piece(at.picture, side);
        double wide = at.height * piece.proportion();
        append(
                drawn,
                "<image transform=\"translate(%.2f %.2f)%s\" width=\"%.3f\" height=\"%.3f\" preserveAspectRatio=\"none\" href=\"%s\"/>",
                at.mirrored ? at.x + wide : at.x,
                at.y,
                at.mirrored ? " scale(-1 1)" : "",
                wide,
                at.height,
                piece.data());
    }

    private static void words(StringBuilder drawn, WordsAt at, Letters letters) {
        List<String> lines = at.text.lines().toList();
        for (int i = 0; i < lines.size(); i++) {
            if (!lines.get(i).isBlank()) {
                Letters.Line line = letters.line(lines.get(i).strip(), at.size, 0);
                double x = switch (at.align) {
                    case "middle" -> at.x - (line.left() + line.right()) / 2;
                    case "right" -> at.x - line.right();
                    default -> at.x - line.left();
                };
                append(
                        drawn,
                        "<path fill=\"%s\" transform=\"translate(%.2f %.2f)\" d=\"%s\"/>",
                        at.ink,
                        x,
                        at.y + i * LEADING * at.size,
                        line.path());
            }
        }
    }

    private static void append(StringBuilder drawn, String pattern, Object... values) {
        drawn.append(String.format(Locale.ROOT, pattern, values));
    }
}
