package gavlin.core.receipt;

import gavlin.core.damage.Ssim;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import java.util.Arrays;

/**
 * A file that a site holds, compared with the one that was sent, pixel by pixel.
 *
 * @param likeness {@link Ssim} of the held file with the same part of the sent one, made as large; null where nothing of it is left
 * @param part of the sent file that is held, px in whole numbers; null for another picture
 * @param flattened whether transparency was sent and none is held
 */
public record Comparison(Outcome outcome, Double likeness, Box<InSlot> part, Size sent, Size held, boolean flattened) {
    /** What became of a file. */
    public enum Outcome {
        /** Byte for byte. */
        SAME("as sent"),
        /** Every pixel is the same, in other bytes. */
        REWRITTEN("same pixels, other bytes"),
        /** All of it, as large as it was, in other pixels. */
        COMPRESSED("compressed again"),
        /** All of it, in another size. */
        SCALED("scaled"),
        /** A part of it. */
        CROPPED("cut"),
        OTHER("another picture");

        private final String word;

        Outcome(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** How far an edge may be off and still be the picture's own, px of the coarser one: what compression and rounding of sizes leave. */
    private static final double EDGE = 0.75;
    /** Correlation under which nothing was found: pictures of the same kind come to 0.6, heavy compression stays above 0.9. */
    private static final double FOUND = 0.8;
    /** Of the difference that the whole leaves: as little of it a part must leave to be believed. */
    private static final double CLEARLY = 0.8;
    /** Of brightness, 0..255: a picture with less in it is as good as flat, and any part of it is like any other. */
    private static final double FLAT = 0.5;

    public static Comparison same(Size size) {
        return new Comparison(Outcome.SAME, 1.0, size.box(), size, size, false);
    }

    public static Comparison of(Pixels sent, Pixels held) {
        boolean flattened = sent.transparentPixels() > 0 && held.transparentPixels() == 0;
        if (sent.size().equals(held.size())
                && Arrays.equals(
                        sent.withoutIdleAlpha().samples(),
                        held.withoutIdleAlpha().samples())) {
            return new Comparison(Outcome.REWRITTEN, 1.0, whole(sent), sent.size(), held.size(), false);
        }
        Plane from = Plane.of(sent);
        Plane to = Plane.of(held);
        Box<InSlot> part = whole(sent);
        double found = 1;
        if (spread(from) >= FLAT) {
            Alignment.Found best = Alignment.find(from, to);
            found = best.likeness();
            part = isWhole(best.part(), sent.size(), held.size()) ? whole(sent) : edged(best.part(), sent.size());
        }
        if (found < FOUND || spread(from) < FLAT && spread(to) > 8 * FLAT) {
            return new Comparison(Outcome.OTHER, null, null, sent.size(), held.size(), flattened);
        }
        if (!part.equals(whole(sent)) && !explainsMore(sent, held, part)) {
            part = whole(sent);
        }
        double likeness = Ssim.between(made(sent, held, part), held);
        Outcome outcome = !part.equals(whole(sent))
                ? Outcome.CROPPED
                : sent.size().equals(held.size()) ? Outcome.COMPRESSED : Outcome.SCALED;
        return new Comparison(outcome, likeness, part, sent.size(), held.size(), flattened);
    }

    private static Box<InSlot> whole(Pixels sent) {
        return sent.size().box();
    }

    private static boolean isWhole(Box<InSlot> part, Size sent, Size held) {
        double pitch = EDGE * Math.max(1, part.width() / held.width());
        return Math.abs(part.x()) <= pitch
                && Math.abs(part.y()) <= pitch
                && Math.abs(part.right() - sent.width()) <= pitch
                && Math.abs(part.bottom() - sent.height()) <= pitch;
    }

    /** In whole pixels, inside the picture. */
    private static Box<InSlot> edged(Box<InSlot> part, Size in) {
        long left = Math.max(0, Math.min(in.width() - 1, Math.round(part.x())));
        long top = Math.max(0, Math.min(in.height() - 1, Math.round(part.y())));
        long right = Math.max(left + 1, Math.min(in.width(), Math.round(part.right())));
        long bottom = Math.max(top + 1, Math.min(in.height(), Math.round(part.bottom())));
        return new Box<>(left, top, right - left, bottom - top);
    }

    /**
     * Whether a part is clearly nearer to what is held than the whole is, pixel by pixel: skies and gradients look like parts of
     * themselves, but for their brightness.
     */
    private static boolean explainsMore(Pixels sent, Pixels held, Box<InSlot> part) {
        return difference(sent, held, part) < CLEARLY * difference(sent, held, whole(sent));
    }

    /** Mean square of brightness. */
    private static double difference(Pixels sent, Pixels held, Box<InSlot> part) {
        float[] expected = Plane.of(made(sent, held, part)).values();
        float[] found = Plane.of(held).values();
        double sum = 0;
        for (int i = 0; i < found.length; i++) {
            sum += (expected[i] - found[i]) * (expected[i] - found[i]);
        }
        return sum / found.length;
    }

    /** A part, made as large as what is held. */
    private static Pixels made(Pixels sent, Pixels held, Box<InSlot> part) {
        Framing<InPicture> framing = new Framing<>(
                new Box<>(part.x(), part.y(), part.width(), part.height()),
                held.size().box());
        return new PixelsPicture<InPicture>(sent, sent.size()).render(framing, held.size());
    }

    /** The standard deviation. */
    private static double spread(Plane plane) {
        double sum = 0;
        double squares = 0;
        for (float value : plane.values()) {
            sum += value;
            squares += (double) value * value;
        }
        double mean = sum / plane.values().length;
        return Math.sqrt(Math.max(0, squares / plane.values().length - mean * mean));
    }
}
