package gavlin.core.codec;

import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.RowSink;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.raster.WorkingPictureBuilder;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;

/**
 * Reads picture files: first the header alone is judged, by content and never by name; only what passes is decoded, once,
 * row by row, to upright sRGB.
 */
public final class PictureReader {
    /** A reader of one type of file. */
    interface Format {
        /** Reads the header and walks the file's parts; throws {@link PictureRefused} for a damaged file. */
        Header inspect(Bytes file, Limits limits);

        /** Hands out the rows of the first frame, as stored, with the channels and depth of the header. */
        void decode(Bytes file, Header header, RowSink sink) throws IOException;
    }

    /** What decoding found out. */
    public record Decoded(WorkingPicture picture, int transparentPixels) {}

    private PictureReader() {}

    /**
     * Judges a file without decoding it.
     *
     * @throws PictureRefused with the reason and what is allowed
     */
    public static Header inspect(byte[] file, Limits limits) {
        if (file.length == 0) {
            throw new PictureRefused(Reason.EMPTY, "the file is empty; " + PictureRefused.WHAT_IS_ALLOWED);
        }
        if (file.length > limits.maxBytes()) {
            throw new PictureRefused(
                    Reason.TOO_HEAVY,
                    "the file weighs " + file.length + " bytes; at most " + limits.maxBytes() + " bytes are allowed");
        }
        Bytes bytes = new Bytes(file);
        return formatOf(bytes).inspect(bytes, limits);
    }

    /**
     * Decodes to a working picture in {@code target}: upright, sRGB, with its halves.
     *
     * @throws PictureRefused when the file turns out to be damaged; nothing is left behind then
     */
    public static Decoded decode(byte[] file, Header header, Path target) throws IOException {
        Bytes bytes = new Bytes(file);
        try (WorkingPictureBuilder builder = new WorkingPictureBuilder(
                target, header.stored(), header.orientation(), header.channels(), header.bytesEach())) {
            formatOf(bytes).decode(bytes, header, builder);
            return new Decoded(builder.finish(), builder.transparentPixels());
        }
    }

    /** Decodes a file of 8 bits a sample that Gavlin itself wrote into memory, as stored. */
    public static Pixels pixels(byte[] file) {
        Header header = inspect(file, Limits.DEFAULT);
        int row = header.stored().width() * header.channels();
        byte[] samples = new byte[row * header.stored().height()];
        Bytes bytes = new Bytes(file);
        try {
            formatOf(bytes).decode(bytes, header, (y, line) -> System.arraycopy(line, 0, samples, y * row, row));
        } catch (IOException e) {
            throw new UncheckedIOException("reading from memory failed", e);
        }
        return new Pixels(header.stored(), header.channels(), samples);
    }

    /** @throws PictureRefused when the claimed size is beyond the limits */
    static Size claimed(long width, long height, Limits limits) {
        if (width < 1 || height < 1) {
            throw PictureRefused.corrupt("its header says " + width + "×" + height + " px");
        }
        if (width > Size.MAX || height > Size.MAX || width * height > limits.maxPixels()) {
            throw new PictureRefused(
                    Reason.TOO_LARGE,
                    String.format(
                            "the picture has %d×%d px, %.1f megapixels; at most %d megapixels and %d px a side are allowed",
                            width, height, width * height / 1e6, limits.maxPixels() / 1_000_000, Size.MAX));
        }
        return new Size((int) width, (int) height);
    }

    static int checkedFrames(int frames, Limits limits) {
        if (frames > limits.maxFrames()) {
            throw new PictureRefused(
                    Reason.TOO_MANY_FRAMES,
                    "the animation has more than " + limits.maxFrames() + " frames; use a still picture");
        }
        return frames;
    }

    private static Format formatOf(Bytes file) {
        if (file.says(0, "\u00ff\u00d8\u00ff")) {
            return new JpegFormat();
        }
        if (file.says(0, "\u0089PNG\r\n\u001a\n")) {
            return new PngFormat();
        }
        if (file.says(0, "RIFF") && file.says(8, "WEBP")) {
            return new WebpFormat();
        }
        if (file.says(0, "GIF87a") || file.says(0, "GIF89a")) {
            return new GifFormat();
        }
        throw refusal(file);
    }

    private static PictureRefused refusal(Bytes file) {
        String named = null;
        if (file.says(4, "ftypavif") || file.says(4, "ftypavis")) {
            named = "an AVIF picture";
        } else if (file.says(4, "ftyphei") || file.says(4, "ftypmif1") || file.says(4, "ftyphev")) {
            named = "a HEIC picture, as phones make them";
        } else if (file.says(0, "II*\0") || file.says(0, "MM\0*")) {
            named = "a TIFF or raw camera picture";
        } else if (file.says(0, "BM")) {
            named = "a BMP picture";
        } else if (file.says(0, "\0\0\u0001\0")) {
            named = "an ICO file";
        } else if (file.latin(0, Math.min(1024, file.length())).contains("<svg")) {
            named = "an SVG drawing";
        }
        if (named != null) {
            return new PictureRefused(
                    Reason.UNSUPPORTED,
                    "the file is " + named + "; " + PictureRefused.WHAT_IS_ALLOWED + ": export it as one of these");
        }
        return new PictureRefused(
                Reason.NOT_A_PICTURE,
                "the file is not a picture, whatever its name says; " + PictureRefused.WHAT_IS_ALLOWED);
    }
}
