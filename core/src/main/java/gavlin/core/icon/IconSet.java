package gavlin.core.icon;

import gavlin.core.codec.IcoWriter;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.weight.Encoding;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The files of a site's icon: one ICO with 16, 32 and 48 px, the same as PNG, PNG of 180, 192 and 512, a maskable one of 512 whose mark lies in the safe
 * zone (W3C Web App Manifest, "Icon masks and safe zone": a centred circle of 40 % of the side), the manifest, and the lines for the
 * page. Each size is drawn from the picture itself, never from another size. Where the mark is a drawing that was not changed, the drawing goes along.
 *
 * @param files by name, in this order
 * @param html for the head of every page
 */
public record IconSet(Map<String, byte[]> files, String html) {
    /** The safe zone's radius over the icon's side. */
    public static final double SAFE_RADIUS = 0.4;

    private static final int[] IN_ICO = {16, 32, 48};
    private static final int TOUCH = 180;
    private static final int[] PNG = {192, 512};
    private static final int MASKABLE = 512;
    private static final String DRAWING = "icon.svg";

    /**
     * @param mark as its fit prepares it
     * @param framing of its slot
     * @param slot the size of that slot's file, px
     * @param ground behind it where an icon must not be clear: on phones
     * @param name the site's
     * @param drawing cleaned SVG, or null
     */
    public static IconSet of(
            Renderable<InPrepared> mark,
            Framing<InPrepared> framing,
            Size slot,
            Colour ground,
            String name,
            byte[] drawing) {
        Map<String, byte[]> files = new LinkedHashMap<>();
        byte[][] small = new byte[IN_ICO.length][];
        for (int i = 0; i < IN_ICO.length; i++) {
            small[i] = png(drawn(mark, framing, slot, IN_ICO[i]));
        }
        files.put("favicon.ico", IcoWriter.of(small, IN_ICO));
        for (int i = 0; i < IN_ICO.length; i++) {
            files.put("icon-" + IN_ICO[i] + ".png", small[i]);
        }
        files.put(
                "icon-" + TOUCH + ".png", png(drawn(mark, framing, slot, TOUCH).over(ground.rgb())));
        for (int side : PNG) {
            files.put("icon-" + side + ".png", png(drawn(mark, framing, slot, side)));
        }
        files.put("icon-maskable-" + MASKABLE + ".png", png(maskable(mark, framing, ground)));
        if (drawing != null) {
            files.put(DRAWING, drawing);
        }
        files.put("site.webmanifest", manifest(name, ground, drawing != null).getBytes(StandardCharsets.UTF_8));
        String html = html(ground, drawing != null);
        files.put("head.html", html.getBytes(StandardCharsets.UTF_8));
        return new IconSet(files, html);
    }

    /** As in its slot, on a square of another size. */
    static Pixels drawn(Renderable<InPrepared> mark, Framing<InPrepared> framing, Size slot, int side) {
        double scale = (double) side / Math.max(slot.width(), slot.height());
        Box<InSlot> placed = framing.placed();
        return rendered(
                mark,
                framing.window(),
                new Box<>(
                        (side - slot.width() * scale) / 2 + placed.x() * scale,
                        (side - slot.height() * scale) / 2 + placed.y() * scale,
                        placed.width() * scale,
                        placed.height() * scale),
                side);
    }

    /** The corners of the mark's box lie on the safe zone's edge at most. */
    static Pixels maskable(Renderable<InPrepared> mark, Framing<InPrepared> framing, Colour ground) {
        Box<InPrepared> window = framing.window();
        double scale = 2 * SAFE_RADIUS * MASKABLE / Math.hypot(window.width(), window.height());
        double width = window.width() * scale;
        double height = window.height() * scale;
        Box<InSlot> placed = new Box<>((MASKABLE - width) / 2, (MASKABLE - height) / 2, width, height);
        return rendered(mark, window, placed, MASKABLE).over(ground.rgb());
    }

    private static Pixels rendered(Renderable<InPrepared> mark, Box<InPrepared> window, Box<InSlot> placed, int side) {
        return mark.render(new Framing<>(window, placed), new Size(side, side));
    }

    private static byte[] png(Pixels pixels) {
        return Encoding.lossless(PictureType.PNG).write(pixels.withoutIdleAlpha(), Tags.NONE);
    }

    private static String manifest(String name, Colour ground, boolean drawing) {
        ObjectNode manifest = JsonMapper.shared().createObjectNode().put("name", name);
        var icons = manifest.putArray("icons");
        for (int side : PNG) {
            icons.addObject()
                    .put("src", "icon-" + side + ".png")
                    .put("sizes", side + "x" + side)
                    .put("type", "image/png");
        }
        if (drawing) {
            icons.addObject().put("src", DRAWING).put("sizes", "any").put("type", PictureType.SVG.mediaType());
        }
        icons.addObject()
                .put("src", "icon-maskable-" + MASKABLE + ".png")
                .put("sizes", MASKABLE + "x" + MASKABLE)
                .put("type", "image/png")
                .put("purpose", "maskable");
        manifest.put("background_color", ground.toString()).put("theme_color", ground.toString());
        return manifest.toPrettyString() + "\n";
    }

    private static String html(Colour ground, boolean drawing) {
        return """
                <link rel="icon" href="/favicon.ico" sizes="16x16 32x32 48x48">
                %s<link rel="icon" href="/icon-192.png" type="image/png" sizes="192x192">
                <link rel="apple-touch-icon" href="/icon-180.png">
                <link rel="manifest" href="/site.webmanifest">
                <meta name="theme-color" content="%s">
                """.formatted(
                drawing ? "<link rel=\"icon\" href=\"/" + DRAWING + "\" type=\"image/svg+xml\" sizes=\"any\">\n" : "",
                ground);
    }
}
