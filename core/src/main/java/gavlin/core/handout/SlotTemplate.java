package gavlin.core.handout;

import gavlin.core.brief.Brief;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.codec.SvgDrawing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * A slot as a drawing in its exact size, to make a picture on: what the theme lays over it hatched, what some screens cut away
 * shaded, and the safe area outlined. As SVG text; as pixels it is that drawing, drawn.
 *
 * @param size of the slot, px
 * @param safe slot px; empty when nothing of the slot is always seen and open
 * @param seen slot px; what every showing shows
 */
public record SlotTemplate(Slot slot, Size size, Box<InSlot> seen, Box<InSlot> safe, List<Showing> showings) {
    /** A larger one is given as SVG only: its pixels would not fit beside other work. */
    public static final long MAX_PIXELS = 40_000_000;

    /** Of a slot that asks a ratio and names no largest width, px. */
    private static final int USUAL_WIDTH = 1600;
    /** Letters on a smaller slot would hide it. */
    private static final int LEAST_LABELLED = 120;

    private static final String PAPER = "#FFFDF8";
    private static final String INK = "#17313A";
    private static final String MARKER = "#D9481C";
    private static final String CUT = "#D8CFBD";

    /** @param showings those that exist now */
    public static SlotTemplate of(Slot slot, List<Showing> showings) {
        Size size = sizeOf(slot.brief());
        return new SlotTemplate(
                slot, size, OpenArea.alwaysSeen(showings, size), OpenArea.safe(showings, size), List.copyOf(showings));
    }

    private static Size sizeOf(Brief brief) {
        if (brief.size() != null) {
            return brief.size();
        }
        int widest = brief.maxWidth() < Size.MAX ? brief.maxWidth() : USUAL_WIDTH;
        return brief.ratio().largestInside(new Size(widest, Size.MAX), widest);
    }

    /**
     * The drawing as pixels, three channels.
     *
     * @param drawn of the slot's proportions, {@value #MAX_PIXELS} px at most
     */
    public Pixels pixels(Size drawn) {
        if (drawn.pixels() > MAX_PIXELS) {
            throw new IllegalArgumentException(drawn.label() + " px are too many to draw; the SVG has any size");
        }
        return SvgDrawing.draw(svg(1), drawn);
    }

    /** @param density how many px it has for each of the slot's own */
    public String svg(int density) {
        Size drawn = size.times(density);
        StringBuilder svg = new StringBuilder(2_000);
        svg.append(format(
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" viewBox=\"0 0 %d %d\">",
                drawn.width(), drawn.height(), size.width(), size.height()));
        svg.append("<title>")
                .append(escaped(slot.name() + ", " + drawn.label() + " px"))
                .append("</title>");
        svg.append(format(
                "<defs><pattern id=\"over\" width=\"%1$.2f\" height=\"%4$.2f\" patternUnits=\"userSpaceOnUse\""
                        + " patternTransform=\"rotate(45)\"><rect width=\"%2$.2f\" height=\"%4$.2f\" fill=\"%3$s\""
                        + " fill-opacity=\"0.55\"/></pattern></defs>",
                8 * unit(), 3 * unit(), INK, (double) size.width() + size.height())); // so high that it needs no seam
        svg.append(rect(size.box(), "fill=\"" + CUT + "\""));
        svg.append(rect(seen, "fill=\"" + PAPER + "\""));
        svg.append(obstructions());
        svg.append(shape());
        if (dashed()) {
            svg.append(rect(
                    safe,
                    format(
                            "fill=\"none\" stroke=\"%s\" stroke-width=\"%.2f\" stroke-dasharray=\"%.2f\"",
                            MARKER, 1.5 * unit(), 6 * unit())));
        }
        svg.append(rect(size.box(), format("fill=\"none\" stroke=\"%s\" stroke-width=\"%.2f\"", INK, 2 * unit())));
        return svg.append(labels()).append("</svg>").toString();
    }

    /** All of them as one hatched region, and each name once, where it covers most. */
    private String obstructions() {
        Map<String, Box<InSlot>> largest = new LinkedHashMap<>();
        StringBuilder path = new StringBuilder();
        for (Showing showing : showings) {
            List<Box<InSlot>> covered = OpenArea.covered(showing, size);
            for (int i = 0; i < covered.size(); i++) {
                Box<InSlot> box = covered.get(i);
                if (!box.isEmpty()) {
                    path.append(format(
                            "M%.2f %.2fh%.2fv%.2fh%.2fz", box.x(), box.y(), box.width(), box.height(), -box.width()));
                    largest.merge(showing.obstructions().get(i).name(), box, (a, b) -> b.area() > a.area() ? b : a);
                }
            }
        }
        if (path.isEmpty()) {
            return "";
        }
        StringBuilder svg = new StringBuilder(format("<path d=\"%s\" fill=\"url(#over)\"/>", path));
        largest.forEach((name, box) -> {
            double letters = Math.min(11 * unit(), box.height() * 0.6);
            double width = name.length() * letters * 0.6;
            if (size.width() >= LEAST_LABELLED && letters >= 6 * unit() && width < box.width()) {
                double y = box.y() + box.height() / 2;
                Box<InSlot> plate = new Box<>(box.x() + 8 * unit(), y - letters * 0.8, width, letters * 1.6);
                svg.append(rect(plate, "fill=\"" + PAPER + "\""));
                svg.append(text(plate.x() + 3 * unit(), y + letters * 0.35, letters, INK, name));
            }
        });
        return svg.toString();
    }

    /** What a round slot does not show. */
    private String shape() {
        if (slot.brief().shape() != Brief.Shape.CIRCLE) {
            return "";
        }
        double rx = size.width() / 2.0;
        double ry = size.height() / 2.0;
        return format(
                "<path fill-rule=\"evenodd\" fill=\"%1$s\" d=\"M0 0H%2$.2fV%3$.2fH0ZM0 %4$.2fa%5$.2f %4$.2f 0 1 0 %2$.2f 0a%5$.2f %4$.2f 0 1 0 -%2$.2f 0Z\"/>",
                CUT, 2 * rx, 2 * ry, ry, rx);
    }

    private String labels() {
        if (size.width() < LEAST_LABELLED || size.height() < LEAST_LABELLED / 3) {
            return "";
        }
        double letters = 13 * unit();
        Box<InSlot> at = safe.isEmpty() ? size.box() : safe;
        double x = at.x() + 10 * unit();
        double y = at.y() + at.height() - 10 * unit();
        return text(x, y, letters, INK, slot.name() + "  " + size.label() + " px")
                + (!dashed() || at.height() < 4 * letters
                        ? ""
                        : text(
                                x,
                                y - 1.5 * letters,
                                11 * unit(),
                                MARKER,
                                "inside the dashes: always seen, never covered"));
    }

    private boolean dashed() {
        return !safe.isEmpty() && !allIsSafe();
    }

    /** Whether nothing covers any of it and nothing is ever cut away. */
    public boolean allIsSafe() {
        return safe.contains(size.box(), 0.5);
    }

    /** About a px of the drawing as it is looked at: a 900th of its long side. */
    private double unit() {
        return Math.max(1, Math.max(size.width(), size.height()) / 900.0);
    }

    private static String rect(Box<InSlot> box, String paint) {
        return format(
                "<rect x=\"%.2f\" y=\"%.2f\" width=\"%.2f\" height=\"%.2f\" %s/>",
                box.x(), box.y(), box.width(), box.height(), paint);
    }

    private static String text(double x, double y, double letters, String colour, String words) {
        return format(
                        "<text x=\"%.2f\" y=\"%.2f\" font-family=\"Atkinson Hyperlegible Next, sans-serif\" font-size=\"%.2f\" fill=\"%s\">",
                        x, y, letters, colour)
                + escaped(words) + "</text>";
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
