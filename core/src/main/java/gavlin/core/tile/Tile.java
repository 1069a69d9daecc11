package gavlin.core.tile;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.core.lettered.Symbol;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.DoubleStream;

/**
 * A tile: a motif in rows and columns that go on over each edge, so that it repeats without a seam. What reaches over an edge is drawn again at
 * the opposite one.
 *
 * @param kind {@value #KIND}
 * @param width px, 8..1024
 * @param height px
 * @param across columns of motifs, 1..40; even with {@code half-drop}
 * @param down rows, 1..40; even with {@code brick}
 * @param repeat {@code straight}; {@code half-drop}, every other column by half a row; {@code brick}, every other row by half a column
 * @param motif one of {@link Symbol}, {@code dot}, {@code stripe} or {@code none}
 * @param picture the id of a picture that is its motif, or null; counts before {@code motif}
 * @param size of the motif over its place, 0.05..1.5
 * @param angle degrees, clockwise, −180..180
 * @param ground #RRGGBB, or null for a clear one
 * @param ink #RRGGBB
 * @param second #RRGGBB of every other motif, or null for the same ink
 * @param grain 0..1: how much of it there is
 * @param seed of the grain
 */
public record Tile(
        String kind,
        int width,
        int height,
        int across,
        int down,
        String repeat,
        String motif,
        String picture,
        double size,
        double angle,
        String ground,
        String ink,
        String second,
        double grain,
        int seed)
        implements Made {
    public static final String KIND = "tile";
    public static final List<String> REPEATS = List.of("straight", "half-drop", "brick");
    public static final String DOT = "dot";
    public static final String STRIPE = "stripe";
    public static final String NONE = "none";
    /** A symbol's box. */
    private static final double BOX = 100;

    private static final int MOST = 40;
    /** px of the tile for one speck of grain, where there is most of it. */
    private static final double FOR_A_SPECK = 40;

    /** Places nearer than its inverse, px, are the same. */
    private static final double EXACT = 1000;

    private static final int MOTIF_SIDE = 512;

    @JsonCreator
    public Tile(
            @JsonProperty("kind") String kind,
            @JsonProperty("width") Integer width,
            @JsonProperty("height") Integer height,
            @JsonProperty("across") Integer across,
            @JsonProperty("down") Integer down,
            @JsonProperty("repeat") String repeat,
            @JsonProperty("motif") String motif,
            @JsonProperty("picture") String picture,
            @JsonProperty("size") Double size,
            @JsonProperty("angle") Double angle,
            @JsonProperty("ground") String ground,
            @JsonProperty("ink") String ink,
            @JsonProperty("second") String second,
            @JsonProperty("grain") Double grain,
            @JsonProperty("seed") Integer seed) {
        this(
                kind,
                or(width, 240),
                or(height, 240),
                or(across, 2),
                or(down, 2),
                repeat,
                motif,
                picture,
                size == null ? 0.6 : size.doubleValue(),
                angle == null ? 0 : angle.doubleValue(),
                ground,
                ink,
                second,
                grain == null ? 0 : grain.doubleValue(),
                or(seed, 1));
    }

    public Tile {
        kind = Require.oneOf("kind", kind, List.of(KIND));
        Require.range("width", width, 8, 1024, "px");
        Require.range("height", height, 8, 1024, "px");
        Require.range("tile.across", across, 1, MOST, "");
        Require.range("tile.down", down, 1, MOST, "");
        repeat = Require.oneOf("repeat", repeat, REPEATS);
        motif = isBlank(motif) ? Symbol.WAVES.word() : motif;
        if (!List.of(DOT, STRIPE, NONE).contains(motif)) {
            Symbol.ofWord(motif);
        }
        picture = isBlank(picture) ? null : Require.text("picture", picture, 64);
        Require.range("tile.size", size, 0.05, 1.5, "of its place");
        Require.range("tile.angle", angle, -180, 180, "°");
        ground = isBlank(ground) ? null : Colour.parse("ground", ground).toString();
        ink = Colour.parse("ink", isBlank(ink) ? "#17313A" : ink).toString();
        second = isBlank(second) ? null : Colour.parse("second", second).toString();
        Require.range("tile.grain", grain, 0, 1, "");
        if (repeat.equals("half-drop") && across % 2 != 0) {
            throw new BadInput(
                    "across",
                    "with half-drop the columns must be even in number, or the tile has a seam; was " + across);
        }
        if (repeat.equals("brick") && down % 2 != 0) {
            throw new BadInput(
                    "down", "with brick the rows must be even in number, or the tile has a seam; was " + down);
        }
    }

    private static boolean isBlank(String text) {
        return text == null || text.isBlank();
    }

    private static int or(Integer value, int usual) {
        return value == null ? usual : value;
    }

    /** As one begins for a slot of this size: motifs in squares, as nearly as whole numbers of them allow. */
    public static Tile of(Size size) {
        int down = Math.max(1, (int) Math.round(4.0 * size.height() / Math.max(size.width(), size.height())));
        int across = Math.max(1, (int) Math.round((double) down * size.width() / size.height()));
        return new Tile(
                null,
                size.width() > 1024 || size.height() > 1024 ? 240 : size.width(),
                size.width() > 1024 || size.height() > 1024 ? 240 : size.height(),
                Math.min(MOST, across),
                down,
                null,
                null,
                null,
                null,
                null,
                "#F6F2E9",
                null,
                null,
                null,
                null);
    }

    @Override
    public String title() {
        String of = picture != null ? "picture" : motif;
        return "Tile of " + (of.equals(NONE) ? "grain" : of + (of.endsWith("s") ? "" : "s"));
    }

    @Override
    @JsonIgnore
    public List<String> uses() {
        return picture == null ? List.of() : List.of(picture);
    }

    @Override
    public String svg(Parts parts) {
        StringBuilder drawn = new StringBuilder();
        if (ground != null) {
            drawn.append(String.format("<rect width=\"%d\" height=\"%d\" fill=\"%s\"/>", width, height, ground));
        }
        if (picture != null || !motif.equals(NONE)) {
            motifs(drawn, picture == null ? null : parts.piece(picture, MOTIF_SIDE));
        }
        specks(drawn);
        return String.format(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$d\" height=\"%2$d\" viewBox=\"0 0 %1$d %2$d\"><title>%3$s</title>%4$s</svg>\n",
                width, height, title(), drawn);
    }

    private void motifs(StringBuilder drawn, Piece piece) {
        double wide = (double) width / across;
        double high = (double) height / down;
        double side = size * Math.min(wide, high);
        // Turned as it may be, nothing of a motif is farther from its middle; a stripe is as long as its place.
        double reach = motif.equals(STRIPE) && piece == null ? Math.hypot(wide, high) / 2 + side : side * 0.75 + 1;
        List<Placed> all = new ArrayList<>();
        for (int row = 0; row < down; row++) {
            for (int column = 0; column < across; column++) {
                double x = (column + 0.5) * wide + (repeat.equals("brick") && row % 2 == 1 ? wide / 2 : 0);
                double y = (row + 0.5) * high + (repeat.equals("half-drop") && column % 2 == 1 ? high / 2 : 0);
                String colour = second != null && (row + column) % 2 == 1 ? second : ink;
                for (double at : copies(x, reach, width)) {
                    for (double level : copies(y, reach, height)) {
                        all.add(new Placed(at, level, colour));
                    }
                }
            }
        }
        // By where they stand, not by their number: so those that overlap do it alike on both sides of an edge.
        all.sort(Comparator.comparingLong((Placed each) -> Math.round(each.y * EXACT))
                .thenComparingLong(each -> Math.round(each.x * EXACT)));
        all.forEach(each -> drawn.append(motif(each.x, each.y, side, wide, each.colour, piece)));
    }

    private record Placed(double x, double y, String colour) {}

    /** A place, and where it is met again beyond each edge that it reaches over. */
    private static double[] copies(double at, double reach, double length) {
        return DoubleStream.of(at - length, at, at + length)
                .filter(place -> place + reach > 0 && place - reach < length)
                .toArray();
    }

    private String motif(double x, double y, double side, double wide, String colour, Piece piece) {
        String turned = String.format(
                Locale.ROOT,
                "translate(%.3f %.3f)%s",
                x,
                y,
                angle == 0 ? "" : String.format(Locale.ROOT, " rotate(%.3f)", angle));
        if (piece != null) {
            double high = piece.proportion() > 1 ? side / piece.proportion() : side;
            double broad = high * piece.proportion();
            return String.format(
                    Locale.ROOT,
                    "<image transform=\"%s\" x=\"%.3f\" y=\"%.3f\" width=\"%.3f\" height=\"%.3f\" href=\"%s\"/>",
                    turned,
                    -broad / 2,
                    -high / 2,
                    broad,
                    high,
                    piece.data());
        }
        return switch (motif) {
            case DOT ->
                String.format(
                        Locale.ROOT, "<circle transform=\"%s\" r=\"%.3f\" fill=\"%s\"/>", turned, side / 2, colour);
            case STRIPE ->
                String.format(
                        Locale.ROOT,
                        "<rect transform=\"%s\" x=\"%.3f\" y=\"%.3f\" width=\"%.3f\" height=\"%.3f\" fill=\"%s\"/>",
                        turned,
                        -wide / 2,
                        -side / 4,
                        wide,
                        side / 2,
                        colour);
            default ->
                String.format(
                        Locale.ROOT,
                        "<path transform=\"%s scale(%.5f) translate(-50 -50)\" fill=\"%s\" fill-rule=\"evenodd\" d=\"%s\"/>",
                        turned,
                        side / BOX,
                        colour,
                        Symbol.ofWord(motif).path());
        };
    }

    /** Specks of the ink and of the ground's other side, each whole within the tile or met again beyond its edge. */
    private void specks(StringBuilder drawn) {
        int count = (int) (grain * width * height / FOR_A_SPECK);
        Random random = new Random(seed);
        for (int i = 0; i < count; i++) {
            double x = random.nextDouble() * width;
            double y = random.nextDouble() * height;
            double r = 0.4 + 0.5 * random.nextDouble();
            String colour = random.nextInt(3) == 0 && second != null ? second : ink;
            for (double at : copies(x, r, width)) {
                for (double level : copies(y, r, height)) {
                    drawn.append(String.format(
                            Locale.ROOT,
                            "<circle cx=\"%.2f\" cy=\"%.2f\" r=\"%.2f\" fill=\"%s\" fill-opacity=\".25\"/>",
                            at,
                            level,
                            r,
                            colour));
                }
            }
        }
    }
}
