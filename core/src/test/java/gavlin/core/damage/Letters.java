package gavlin.core.damage;

import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;

/** Drawn lettering. */
public final class Letters {
    private static final int SIDE = 192;

    private Letters() {}

    /** Red on blue, of nearly the same brightness. */
    public static Pixels red() {
        BufferedImage image = new BufferedImage(SIDE, SIDE, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        graphics.setColor(new Color(0x1d6fa5));
        graphics.fillRect(0, 0, SIDE, SIDE);
        graphics.setColor(new Color(0xd4242c));
        int y = 8;
        for (int size : new int[] {14, 18, 24, 34, 46}) {
            graphics.setFont(new Font(Font.SANS_SERIF, Font.BOLD, size));
            graphics.drawString("Harbour lights", 8, y += size);
        }
        graphics.dispose();
        byte[] out = new byte[SIDE * SIDE * 3];
        for (int i = 0; i < SIDE * SIDE; i++) {
            int rgb = image.getRGB(i % SIDE, i / SIDE);
            out[3 * i] = (byte) (rgb >> 16);
            out[3 * i + 1] = (byte) (rgb >> 8);
            out[3 * i + 2] = (byte) rgb;
        }
        return new Pixels(new Size(SIDE, SIDE), 3, out);
    }
}
