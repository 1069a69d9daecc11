package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.io.IOException;
import java.util.List;

/**
 * ICO (no formal standard): a directory of pictures in several sizes, each a PNG or a {@link Dib} with a 1-bit mask. The
 * largest is read; what it says of itself counts, not what the directory says.
 */
final class IcoFormat implements PictureReader.Format {
    private static final int DIRECTORY = 6;
    private static final int ENTRY = 16;
    private static final String PNG = "\u0089PNG\r\n\u001a\n";

    /** The largest picture: a PNG file of its own, or a bitmap inside the file. */
    private record Inner(Bytes png, Dib bitmap, int entries) {}

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Inner inner = largest(file, limits);
        List<String> notes =
                inner.entries > 1 ? List.of("an icon of " + inner.entries + " sizes: the largest is used") : List.of();
        if (inner.png != null) {
            Header png = new PngFormat().inspect(inner.png, limits);
            return new Header(
                    PictureType.ICO,
                    png.stored(),
                    png.channels(),
                    png.bytesEach(),
                    1,
                    png.orientation(),
                    png.icc(),
                    notes);
        }
        return new Header(PictureType.ICO, inner.bitmap.size(), 4, 1, 1, Orientation.UPRIGHT, null, notes);
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException {
        Inner inner = largest(file, Limits.PASSED);
        if (inner.png != null) {
            PngFormat format = new PngFormat();
            format.decode(inner.png, format.inspect(inner.png, Limits.PASSED), extent, sink);
            return;
        }
        Dib bitmap = inner.bitmap;
        int width = bitmap.size().width();
        boolean ownAlpha = BmpFormat.meansAlpha(file, bitmap);
        long maskRow = (width + 31) / 32 * 4;
        byte[] rgba = new byte[4 * width];
        for (int y = extent.from(); y < extent.to(); y++) {
            bitmap.row(file, y, rgba);
            long mask = bitmap.maskAt() + maskRow * (bitmap.size().height() - 1 - y);
            for (int x = 0; x < width && !ownAlpha; x++) {
                boolean clear = (file.u8(mask + x / 8) >> 7 - x % 8 & 1) == 1;
                rgba[4 * x + 3] = (byte) (clear ? 0 : 255);
            }
            sink.row(y, rgba);
        }
    }

    private static Inner largest(Bytes file, Limits limits) {
        int count = file.u16le(4);
        if (count == 0) {
            throw PictureRefused.corrupt("it holds no picture");
        }
        if (count > limits.maxFrames()) {
            throw new PictureRefused(
                    PictureRefused.Reason.TOO_MANY_FRAMES, "the icon says that it holds " + count + " pictures");
        }
        Inner best = null;
        Size bestSize = null;
        for (int i = 0; i < count; i++) {
            long entry = DIRECTORY + (long) ENTRY * i;
            long length = file.u32le(entry + 8);
            long at = file.u32le(entry + 12);
            file.require(at, length);
            Inner inner;
            Size size;
            if (file.says(at, PNG)) {
                Bytes png = new Bytes(file.copy(at, length));
                size = new PngFormat().inspect(png, limits).stored();
                inner = new Inner(png, null, count);
            } else {
                Dib bitmap = Dib.read(file, at, 0, true, limits);
                size = bitmap.size();
                inner = new Inner(null, bitmap, count);
                file.require(bitmap.maskAt(), (size.width() + 31L) / 32 * 4 * size.height());
            }
            if (best == null || size.pixels() > bestSize.pixels()) {
                best = inner;
                bestSize = size;
            }
        }
        return best;
    }
}
