package gavlin.core.codec;

import gavlin.core.geometry.Size;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.List;

/** How much of each pixel letters cover: drawn from their outlines, so that it is the same on every machine. */
public final class LetterMask {
    private LetterMask() {}

    /** A line of letters where it stands. @param size of the letters, px @param tracking over it @param x px, likewise @param y of its base line */
    public record Placed(Letters letters, String text, double size, double tracking, double x, double y) {}

    /**
     * Covered shares, 0..255, row by row.
     *
     * @param outline px that the letters are thicker by on each side; 0 for the letters themselves
     */
    public static byte[] of(Size size, List<Placed> lines, double outline) {
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_INT_ARGB);
        Graphics2D graphics = image.createGraphics();
        try {
            graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
            graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
            graphics.setColor(Color.BLACK);
            for (Placed line : lines) {
                var letters = AffineTransform.getTranslateInstance(line.x, line.y)
                        .createTransformedShape(line.letters.outline(line.text, line.size, line.tracking));
                graphics.fill(letters);
                if (outline > 0) {
                    graphics.setStroke(
                            new BasicStroke((float) (2 * outline), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
                    graphics.draw(letters);
                }
            }
        } finally {
            graphics.dispose();
        }
        int[] argb = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        byte[] covered = new byte[argb.length];
        for (int i = 0; i < argb.length; i++) {
            covered[i] = (byte) (argb[i] >>> 24);
        }
        return covered;
    }
}
