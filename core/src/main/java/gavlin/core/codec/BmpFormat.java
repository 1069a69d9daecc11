package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.util.List;

/** BMP: a short file header before a {@link Dib}. */
final class BmpFormat implements PictureReader.Format {
    private static final int FILE_HEADER = 14;

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Dib dib = dib(file, limits);
        return new Header(
                PictureType.BMP, dib.size(), meansAlpha(file, dib) ? 4 : 3, 1, 1, Orientation.UPRIGHT, null, List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) {
        Dib dib = dib(file, Limits.PASSED);
        byte[] rgba = new byte[4 * dib.size().width()];
        for (int y = extent.from(); y < extent.to(); y++) {
            dib.row(file, y, rgba);
            sink.row(y, header.channels() == 4 ? rgba : Argb.withoutAlpha(rgba));
        }
    }

    private static Dib dib(Bytes file, Limits limits) {
        return Dib.read(file, FILE_HEADER, file.u32le(10), false, limits);
    }

    /** Many programs write zeros where alpha would stand: then there is none. */
    static boolean meansAlpha(Bytes file, Dib dib) {
        byte[] rgba = new byte[4 * dib.size().width()];
        for (int y = 0; dib.hasAlpha() && y < dib.size().height(); y++) {
            dib.row(file, y, rgba);
            for (int i = 3; i < rgba.length; i += 4) {
                if (rgba[i] != 0) {
                    return true;
                }
            }
        }
        return false;
    }
}
