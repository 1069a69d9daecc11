package gavlin.core.codec;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.DocumentLimits;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.view.FloatSize;
import com.github.weisj.jsvg.view.ViewBox;
import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.RowSink;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.logging.Level;
import java.util.logging.Logger;

/**
 * SVG 1.1 drawings by JSVG, which knows no scripts and fetches nothing. {@link SvgCheck} has bounded the work before;
 * drawing is bounded in time as well. A drawing has no pixels of its own: it is drawn with {@value #LONG_SIDE} px along its
 * long side, whatever size it states.
 */
final class SvgFormat implements PictureReader.Format {
    /** It logs what it does not understand, line by line, at the sender's will. Held, so that the setting stays. */
    private static final Logger JSVG = Logger.getLogger("com.github.weisj.jsvg");

    static {
        JSVG.setLevel(Level.OFF);
    }

    static final int LONG_SIDE = 2400;
    private static final double MOST_ELONGATED = 100;
    private static final long MOST_SECONDS = 5;
    private static final int MOST_NESTED = 64;
    private static final int MOST_NESTED_USES = 16;
    private static final int MOST_PATHS = SvgCheck.MOST_ELEMENTS;

    @Override
    public Header inspect(Bytes file, Limits limits) {
        SvgCheck.check(file.array());
        Size size = pixels(load(file));
        return new Header(
                PictureType.SVG,
                size,
                4,
                1,
                1,
                Orientation.UPRIGHT,
                null,
                List.of("a drawing, drawn with " + size.label() + " px"));
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) {
        BufferedImage image = drawn(load(file), header.stored());
        int[] line = new int[header.stored().width()];
        for (int y = extent.from(); y < extent.to(); y++) {
            image.getRGB(0, y, line.length, 1, line, 0, line.length);
            sink.row(y, Argb.toBytes(line, 4));
        }
    }

    /** A drawing in a size of one's own choice, four channels. */
    static Pixels pixels(byte[] svg, Size size) {
        BufferedImage image = drawn(load(new Bytes(svg)), size);
        byte[] samples = new byte[(int) size.pixels() * 4];
        int[] line = new int[size.width()];
        for (int y = 0; y < size.height(); y++) {
            image.getRGB(0, y, line.length, 1, line, 0, line.length);
            System.arraycopy(Argb.toBytes(line, 4), 0, samples, y * line.length * 4, line.length * 4);
        }
        return new Pixels(size, 4, samples);
    }

    private static SVGDocument load(Bytes file) {
        LoaderContext context = LoaderContext.builder()
                .documentLimits(new DocumentLimits(MOST_NESTED, MOST_NESTED_USES, MOST_PATHS))
                .build();
        SVGDocument document =
                inTime(() -> new SVGLoader().load(new ByteArrayInputStream(file.array()), null, context), "read");
        if (document == null) {
            throw PictureRefused.corrupt("the drawing cannot be read");
        }
        return document;
    }

    private static Size pixels(SVGDocument document) {
        FloatSize size = document.size();
        double width = size.width;
        double height = size.height;
        if (!(width > 0) || !(height > 0) || width / height > MOST_ELONGATED || height / width > MOST_ELONGATED) {
            throw PictureRefused.corrupt("the drawing is " + width + " by " + height);
        }
        double scale = LONG_SIDE / Math.max(width, height);
        return new Size((int) Math.max(1, Math.round(width * scale)), (int) Math.max(1, Math.round(height * scale)));
    }

    private static BufferedImage drawn(SVGDocument document, Size size) {
        BufferedImage image = new BufferedImage(size.width(), size.height(), BufferedImage.TYPE_INT_ARGB);
        inTime(
                () -> {
                    Graphics2D canvas = image.createGraphics();
                    canvas.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
                    canvas.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
                    document.render(null, canvas, new ViewBox(0, 0, size.width(), size.height()));
                    canvas.dispose();
                    return image;
                },
                "drawn");
        return image;
    }

    /** On a thread of its own, which is left behind when it takes too long: JSVG cannot be stopped. */
    private static <T> T inTime(java.util.function.Supplier<T> work, String what) {
        CompletableFuture<T> done = new CompletableFuture<>();
        Thread thread = new Thread(
                () -> {
                    try {
                        done.complete(work.get());
                    } catch (Throwable e) { // stack overflows among them; the caller hears of it
                        done.completeExceptionally(e);
                    }
                },
                "drawing");
        thread.setDaemon(true);
        thread.start();
        try {
            return done.get(MOST_SECONDS, TimeUnit.SECONDS);
        } catch (TimeoutException e) {
            throw new PictureRefused(
                    Reason.TOO_LARGE, "the drawing takes more than " + MOST_SECONDS + " s to be " + what);
        } catch (ExecutionException e) {
            throw PictureRefused.corrupt("the drawing cannot be " + what);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new java.util.concurrent.CancellationException("the drawing was stopped");
        }
    }
}
