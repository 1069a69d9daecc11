package gavlin.core.codec;

import gavlin.core.geometry.Size;
import gavlin.core.raster.RowSink;
import java.awt.Point;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.awt.image.SampleModel;
import java.awt.image.WritableRaster;

/** A destination for the JDK's JPEG reader that pretends to be the whole picture, and passes each row on as the JDK's reader delivers it. */
final class RowRaster extends WritableRaster {
    private final RowSink sink;
    private final byte[] row;
    private int next;

    RowRaster(Size size, int bands, RowSink sink) {
        super(model(size.width(), size.height(), bands), oneRow(size, bands), new Point());
        this.sink = sink;
        this.row = new byte[size.width() * bands];
    }

    private static SampleModel model(int width, int height, int bands) {
        int[] offsets = new int[bands];
        for (int i = 0; i < bands; i++) {
            offsets[i] = i;
        }
        return new PixelInterleavedSampleModel(DataBuffer.TYPE_BYTE, width, height, bands, width * bands, offsets);
    }

    private static DataBuffer oneRow(Size size, int bands) {
        return new DataBufferByte(size.width() * bands);
    }

    BufferedImage asImage() {
        ColorSpace space = ColorSpace.getInstance(numBands == 1 ? ColorSpace.CS_GRAY : ColorSpace.CS_sRGB);
        ColorModel colours = new ComponentColorModel(space, false, false, ColorModel.OPAQUE, DataBuffer.TYPE_BYTE);
        return new BufferedImage(colours, this, false, null);
    }

    void requireAll() {
        if (next != height) {
            throw PictureRefused.corrupt("only " + next + " of " + height + " rows are there");
        }
    }

    @Override
    public WritableRaster createWritableChild(
            int parentX, int parentY, int w, int h, int childMinX, int childMinY, int[] bandList) {
        return this;
    }

    /** Called for every row of every pass: only the last pass of a progressive file runs in reading order to the end. */
    @Override
    public void setRect(int dx, int dy, Raster source) {
        source.getDataElements(source.getMinX(), source.getMinY(), width, 1, row);
        sink.row(dy, row);
        next = Math.max(next, dy + 1);
    }
}
