package gavlin.core.codec;

import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.colour.RgbSpace;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Excerpt;
import gavlin.core.raster.Redrawn;
import gavlin.core.raster.RowSink;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.raster.WorkingPictureBuilder;
import gavlin.core.raster.WorkingPictureBuilder.Stored;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;

/**
 * Reads picture files: first the header alone is judged, by content and never by name; only what passes is decoded, once,
 * row by row, to upright sRGB. Strangers' bytes come here in a decoder process only: see {@code gavlin.core.decoder}.
 */
public final class PictureReader {
    /** A reader of one type of file. */
    interface Format {
        /** Reads the header and walks the file's parts; throws {@link PictureRefused} for a damaged file. */
        Header inspect(Bytes file, Limits limits);

        /** Hands out rows of the first frame, as stored, with the channels and depth of the header. */
        void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException;

        /** Whether the file can be decoded at half its size. */
        default boolean canShrink(Header header) {
            return false;
        }
    }

    /**
     * What a format decodes: rows {@code from..to−1} of the stored picture, at 1/{@code shrink}, 1 or 2. Rows outside may be left
     * out; those before {@code from} may be handed out all the same.
     */
    record Extent(int shrink, int from, int to) {
        static Extent whole(Header header) {
            return new Extent(1, 0, header.stored().height());
        }

        Extent half() {
            return new Extent(2, from / 2, (to + 1) / 2);
        }
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
            throw PictureRefused.tooHeavy(file.length, limits);
        }
        Bytes bytes = new Bytes(file);
        return formatOf(bytes).inspect(bytes, limits);
    }

    /**
     * Decodes to a working picture in {@code target}: upright, with its halves.
     *
     * @throws PictureRefused when the file turns out to be damaged; nothing is left behind then
     */
    public static Decoded decode(byte[] file, Header header, Path target) throws IOException {
        Bytes bytes = new Bytes(file);
        try (WorkingPictureBuilder builder = new WorkingPictureBuilder(target, stored(header))) {
            fill(builder, bytes, header, Extent.whole(header));
            return new Decoded(builder.finish(), builder.transparentPixels());
        }
    }

    /**
     * Decodes only what some renditions need, each row once: rows that none of them shows are left out, and a JPEG is
     * decoded at half its size where that is enough. Renditions are the same to the byte as from {@link #decode}. Parts that are not looked at are not judged either, so the file should be
     * one that {@link #decode} has taken before.
     *
     * @param target the file that appears; it may be deleted as soon as it is open
     * @param framings in upright px of the whole picture; the picture serves no others
     */
    public static WorkingPicture decodeFor(byte[] file, Header header, Path target, List<Framing<InPicture>> framings)
            throws IOException {
        Bytes bytes = new Bytes(file);
        Format format = formatOf(bytes);
        Excerpt wanted = Excerpt.of(header.upright(), framings);
        Excerpt excerpt = format.canShrink(header) ? wanted : wanted.unshrunk();
        int[] rows = excerpt.storedRows(header.orientation(), header.stored());
        try (WorkingPictureBuilder builder = new WorkingPictureBuilder(target, stored(header), excerpt)) {
            fill(builder, bytes, header, new Extent(excerpt.shrink(), rows[0], rows[1]));
            return builder.finish();
        }
    }

    /**
     * Draws a part of a drawing with as many pixels as one rendition needs; see {@link Redrawn}.
     *
     * @param target the file that appears
     * @param framing in px of the size that its header says
     * @return only the part, as {@link Redrawn#region} and {@link Redrawn#pixels} say
     */
    public static WorkingPicture redraw(byte[] file, Header header, Path target, Framing<InPicture> framing)
            throws IOException {
        Bytes bytes = new Bytes(file);
        Box<InPicture> region = Redrawn.region(header.upright(), framing);
        Size size = Redrawn.pixels(region, framing);
        try (WorkingPictureBuilder builder =
                new WorkingPictureBuilder(target, new Stored(size, header.orientation(), 4, 1, null))) {
            ((DrawnFormat) formatOf(bytes)).draw(bytes, header, region, size, builder.full());
            return builder.finish();
        }
    }

    /** Decodes the first level and, where the decoder makes a half by itself, that beside it. */
    private static void fill(WorkingPictureBuilder builder, Bytes file, Header header, Extent extent)
            throws IOException {
        Format format = formatOf(file);
        RowSink half = extent.shrink == 1 && format.canShrink(header) ? builder.half() : null;
        if (half == null) {
            format.decode(file, header, extent, builder.full());
            return;
        }
        ForkJoinTask<?> besides = ForkJoinPool.commonPool().submit(() -> {
            format.decode(file, header, extent.half(), half);
            return null;
        });
        try {
            format.decode(file, header, extent, builder.full());
        } finally {
            besides.quietlyJoin(); // it writes into the same file
        }
        besides.join();
    }

    private static Stored stored(Header header) {
        RgbSpace space = RgbSpace.ofProfile(header.icc());
        boolean converted = space == null || space.isSrgb(); // by the decoder, or nothing to do
        return new Stored(
                header.stored(),
                header.orientation(),
                header.channels(),
                header.bytesEach(),
                converted ? null : header.icc());
    }

    /**
     * What can be seen of a damaged file, as a sound PNG; for a person who asks for it.
     *
     * @throws PictureRefused when it is too heavy or too large, or nothing can be seen
     */
    public static byte[] salvage(byte[] file, Limits limits) {
        if (file.length > limits.maxBytes()) {
            throw PictureRefused.tooHeavy(file.length, limits);
        }
        return Salvage.asPng(file, limits);
    }

    /** What a file that has passed its header says of its picture. */
    public static Embedded embedded(byte[] file, Header header) {
        return EmbeddedReader.read(new Bytes(file), header);
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

    static Format formatOf(Bytes file) {
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
        if (file.says(0, "BM") && file.length() > 26) {
            return new BmpFormat();
        }
        if (file.says(0, "\0\0\u0001\0")) {
            return new IcoFormat();
        }
        if (HeifFormat.isHeif(file)) {
            return new HeifFormat();
        }
        if (file.says(0, "%PDF-")) {
            return new PdfFormat();
        }
        if (SvgCheck.isDrawing(file.array())) {
            return new SvgFormat();
        }
        throw refusal(file);
    }

    private static PictureRefused refusal(Bytes file) {
        if (file.says(0, "II*\0") || file.says(0, "MM\0*")) {
            return new PictureRefused(
                    Reason.UNSUPPORTED,
                    "the file is a TIFF or raw camera picture; " + PictureRefused.WHAT_IS_ALLOWED
                            + ": export it as one of these");
        }
        return new PictureRefused(
                Reason.NOT_A_PICTURE,
                "the file is not a picture, whatever its name says; " + PictureRefused.WHAT_IS_ALLOWED);
    }
}
