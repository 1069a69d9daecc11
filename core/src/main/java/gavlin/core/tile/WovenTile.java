package gavlin.core.tile;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import java.util.List;

/**
 * A tile made of a part of a picture: sand, water, a wall. Its edges are woven into each other, so that it repeats without a seam.
 *
 * @param kind {@value #KIND}
 * @param width px, 16..1024
 * @param height px
 * @param picture the id of the picture
 * @param x of the part's middle, 0..1 of the picture's width
 * @param y of its middle, 0..1 of the height
 * @param part how wide the part is, 0.01..1 of the picture's width; it has the tile's own proportions
 */
public record WovenTile(String kind, int width, int height, String picture, double x, double y, double part)
        implements Made {
    public static final String KIND = "woven";
    /** The picture is drawn so large at most, px of its longer side; a part of it that has too few of them is refused. */
    private static final int FINEST = 3200;

    private static final int SMALL = 400;

    @JsonCreator
    public WovenTile(
            @JsonProperty("kind") String kind,
            @JsonProperty("width") Integer width,
            @JsonProperty("height") Integer height,
            @JsonProperty("picture") String picture,
            @JsonProperty("x") Double x,
            @JsonProperty("y") Double y,
            @JsonProperty("part") Double part) {
        this(
                kind,
                width == null ? 240 : width.intValue(),
                height == null ? 240 : height.intValue(),
                picture,
                x == null ? 0.5 : x.doubleValue(),
                y == null ? 0.5 : y.doubleValue(),
                part == null ? 0.3 : part.doubleValue());
    }

    public WovenTile {
        kind = Require.oneOf("kind", kind, List.of(KIND));
        Require.range("width", width, 16, 1024, "px");
        Require.range("height", height, 16, 1024, "px");
        picture = Require.text("picture", picture, 64);
        if (picture.isEmpty()) {
            throw new BadInput("picture", "a woven tile needs a picture of which it is a part");
        }
        Require.range("tile.x", x, 0, 1, "of the picture");
        Require.range("tile.y", y, 0, 1, "of the picture");
        Require.range("tile.part", part, 0.01, 1, "of the picture");
    }

    @Override
    public String title() {
        return "Woven tile";
    }

    @Override
    @JsonIgnore
    public List<String> uses() {
        return List.of(picture);
    }

    @Override
    public String svg(Parts parts) {
        Pixels woven = woven(OwnFile.pixels(
                parts.piece(picture, finest(parts.piece(picture, SMALL).proportion()))
                        .file()));
        Piece drawn = new Piece(
                PngWriter.writeAtOnce(woven), PictureType.PNG, woven.size().proportion());
        return String.format(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$d\" height=\"%2$d\" viewBox=\"0 0 %1$d %2$d\"><title>%3$s</title><image width=\"%1$d\" height=\"%2$d\" href=\"%4$s\"/></svg>\n",
                width, height, title(), drawn.data());
    }

    private Size wanted() {
        int overlap = Weave.overlap(new Size(width, height));
        return new Size(width + overlap, height + overlap);
    }

    /** How large the picture must be drawn for as many px in the part as are wanted, its longer side; in steps, so that a part can be moved at once. */
    private int finest(double proportion) {
        double share = Math.min(part, wanted().proportion() / proportion);
        double across = wanted().width() / share;
        double side = Math.max(across, across / proportion);
        return (int) Math.min(FINEST, Math.ceil(side / SMALL) * SMALL);
    }

    private Pixels woven(Pixels whole) {
        Size wanted = wanted();
        Box<InPicture> box = part(whole.size(), wanted);
        if (box.width() < 0.8 * wanted.width()) {
            throw new BadInput(
                    "part",
                    "this part of the picture has " + Math.round(box.width()) + "×" + Math.round(box.height())
                            + " px, a tile of " + width + "×" + height + " needs " + wanted.width() + "×"
                            + wanted.height() + ": take more of the picture, or a smaller tile");
        }
        Pixels cut = new PixelsPicture<InPicture>(whole, whole.size()).render(new Framing<>(box, wanted.box()), wanted);
        return Weave.of(cut, new Size(width, height));
    }

    /** As wide as it is asked for, or as the picture allows in these proportions; moved inside. */
    private Box<InPicture> part(Size whole, Size wanted) {
        double wide = Math.min(part * whole.width(), whole.height() * wanted.proportion());
        double high = wide / wanted.proportion();
        return new Box<>(
                Math.max(0, Math.min(whole.width() - wide, x * whole.width() - wide / 2)),
                Math.max(0, Math.min(whole.height() - high, y * whole.height() - high / 2)),
                wide,
                high);
    }
}
