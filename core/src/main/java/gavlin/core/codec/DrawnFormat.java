package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.codec.PictureReader.Format;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Supplier;

/**
 * A format without pixels of its own. It counts as a picture with {@value #LONG_SIDE} px along its long side, whatever size it states,
 * and any part of it can be drawn with any number of pixels. Drawing is bounded in time; memory by drawing in bands, of which each costs
 * one drawing of the whole.
 */
abstract class DrawnFormat implements Format {
    static final int LONG_SIDE = 2400;
    private static final double MOST_ELONGATED = 100;
    private static final long MOST_SECONDS = 5;
    /** Pixels drawn at once, four bytes each. */
    private static final int BAND = 6_000_000;

    /** A drawing that has been read. */
    interface Opened {
        /** Width and height in units of its own. */
        double[] size();

        /** Draws it with its units as they are; the canvas scales. */
        void paint(Graphics2D canvas);
    }

    abstract PictureType type();

    abstract Opened open(Bytes file);

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Size size = pixels(opened(file));
        return new Header(
                type(),
                size,
                4,
                1,
                1,
                Orientation.UPRIGHT,
                null,
                List.of("a drawing: it is drawn afresh in every size"));
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) {
        Size whole = header.stored();
        Box<InPicture> rows = new Box<>(0, extent.from(), whole.width(), extent.to() - extent.from());
        draw(
                file,
                header,
                rows,
                new Size(whole.width(), extent.to() - extent.from()),
                (y, samples) -> sink.row(y + extent.from(), samples));
    }

    /**
     * @param region of the picture that its header describes, px of that
     * @param out how many pixels the region gets
     * @param sink takes {@code out}'s rows, four channels
     */
    final void draw(Bytes file, Header header, Box<InPicture> region, Size out, RowSink sink) {
        Opened opened = opened(file);
        double[] own = opened.size();
        double across = out.width() / region.width();
        double down = out.height() / region.height();
        int rows = Math.max(1, Math.min(out.height(), BAND / out.width()));
        int[] line = new int[out.width()];
        for (int top = 0; top < out.height(); top += rows) {
            BufferedImage band =
                    new BufferedImage(out.width(), Math.min(rows, out.height() - top), BufferedImage.TYPE_INT_ARGB);
            int from = top;
            inTime(
                    () -> {
                        Graphics2D canvas = band.createGraphics();
                        canvas.setBackground(new Color(0, true));
                        canvas.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
                        canvas.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
                        canvas.translate(-region.x() * across, -region.y() * down - from);
                        canvas.scale(
                                across * header.stored().width() / own[0],
                                down * header.stored().height() / own[1]);
                        opened.paint(canvas);
                        canvas.dispose();
                        return band;
                    },
                    "drawn");
            for (int y = 0; y < band.getHeight(); y++) {
                band.getRGB(0, y, line.length, 1, line, 0, line.length);
                sink.row(top + y, Argb.toBytes(line, 4));
            }
        }
    }

    private Opened opened(Bytes file) {
        return inTime(() -> open(file), "read");
    }

    private static Size pixels(Opened opened) {
        double width = opened.size()[0];
        double height = opened.size()[1];
        if (!(width > 0) || !(height > 0) || width / height > MOST_ELONGATED || height / width > MOST_ELONGATED) {
            throw PictureRefused.corrupt("the drawing is " + width + " by " + height);
        }
        double scale = LONG_SIDE / Math.max(width, height);
        return new Size((int) Math.max(1, Math.round(width * scale)), (int) Math.max(1, Math.round(height * scale)));
    }

    /** On a thread of its own, which is left behind when it takes too long: a library that draws cannot be stopped. */
    private static <T> T inTime(Supplier<T> work, String what) {
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
            if (e.getCause() instanceof PictureRefused refused) {
                throw refused;
            }
            throw PictureRefused.corrupt("the drawing cannot be " + what);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new java.util.concurrent.CancellationException("the drawing was stopped");
        }
    }
}
