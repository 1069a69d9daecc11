package gavlin.core.codec;

import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;

/**
 * A device-independent bitmap, as BMP and ICO hold it (Microsoft's BITMAPINFOHEADER and its successors; no formal
 * standard): 1, 4, 8, 16, 24 or 32 bits a pixel, uncompressed, with colour masks or a palette, rows from the bottom or top.
 *
 * @param size of the picture itself
 * @param bits a pixel
 * @param masks of red, green, blue and alpha, or null where they are whole bytes
 * @param paletteAt where the palette begins in the file, 4 bytes a colour
 * @param pixelsAt where the rows begin
 */
record Dib(Size size, boolean topDown, int bits, long[] masks, long paletteAt, int colours, long pixelsAt) {
    private static final int PLAIN = 0;
    private static final int WITH_MASKS = 3;
    private static final int WITH_ALPHA_MASK = 6;
    /** Header sizes: the first, and those that carry masks. */
    private static final int FIRST = 40;

    private static final int MASKS_IN_HEADER = 52;
    private static final int ALPHA_IN_HEADER = 56;

    /**
     * @param at where the header begins
     * @param pixelsAt where the rows begin, or 0 when they follow the palette
     * @param withMask whether a 1-bit mask follows that doubles the stated height, as in ICO
     */
    static Dib read(Bytes file, long at, long pixelsAt, boolean withMask, Limits limits) {
        long header = file.u32le(at);
        if (header < FIRST || header > 256) {
            throw PictureRefused.corrupt("its bitmap header has " + header + " bytes");
        }
        long height = file.i32le(at + 8);
        Size size =
                PictureReader.claimed(file.i32le(at + 4), withMask ? Math.abs(height) / 2 : Math.abs(height), limits);
        int bits = file.u16le(at + 14);
        long compression = file.u32le(at + 16);
        if (compression != PLAIN && compression != WITH_MASKS && compression != WITH_ALPHA_MASK) {
            throw new PictureRefused(Reason.UNSUPPORTED, "the bitmap is compressed; save it as a PNG");
        }
        if (bits != 1 && bits != 4 && bits != 8 && bits != 16 && bits != 24 && bits != 32) {
            throw PictureRefused.corrupt("it has " + bits + " bits a pixel");
        }
        long stated = file.u32le(at + 32);
        int colours = bits > 8 ? 0 : stated == 0 || stated > 1 << bits ? 1 << bits : (int) stated;
        long after = at + header;
        long[] masks = null;
        if (compression != PLAIN) {
            boolean alpha = header >= ALPHA_IN_HEADER || compression == WITH_ALPHA_MASK;
            masks = new long[] {
                file.u32le(at + 40), file.u32le(at + 44), file.u32le(at + 48), alpha ? file.u32le(at + 52) : 0
            };
            after += header >= MASKS_IN_HEADER ? 0 : compression == WITH_ALPHA_MASK ? 16 : 12;
        } else if (bits == 16) {
            masks = new long[] {0x7c00, 0x3e0, 0x1f, 0};
        }
        Dib dib =
                new Dib(size, height < 0, bits, masks, after, colours, pixelsAt != 0 ? pixelsAt : after + 4L * colours);
        file.require(dib.pixelsAt, dib.rowBytes() * size.height());
        file.require(after, 4L * colours);
        return dib;
    }

    private long rowBytes() {
        return ((long) size.width() * bits + 31) / 32 * 4;
    }

    boolean hasAlpha() {
        return bits == 32 && (masks == null || masks[3] != 0);
    }

    /** Where the 1-bit mask of an ICO begins. */
    long maskAt() {
        return pixelsAt + rowBytes() * size.height();
    }

    /** Straight red, green, blue and alpha, 4 bytes a pixel, of a row counted from the top. */
    void row(Bytes file, int y, byte[] rgba) {
        long at = pixelsAt + rowBytes() * (topDown ? y : size.height() - 1 - y);
        for (int x = 0, o = 0; x < size.width(); x++, o += 4) {
            long pixel = pixel(file, at, x);
            if (bits <= 8) {
                long colour = paletteAt + 4 * Math.min(pixel, colours - 1L);
                put(rgba, o, file.u8(colour + 2), file.u8(colour + 1), file.u8(colour), 255);
            } else if (masks != null) {
                put(
                        rgba,
                        o,
                        masked(pixel, masks[0]),
                        masked(pixel, masks[1]),
                        masked(pixel, masks[2]),
                        masks[3] == 0 ? 255 : masked(pixel, masks[3]));
            } else {
                int alpha = bits == 32 ? (int) (pixel >> 24 & 0xff) : 255;
                put(rgba, o, (int) (pixel >> 16 & 0xff), (int) (pixel >> 8 & 0xff), (int) (pixel & 0xff), alpha);
            }
        }
    }

    private long pixel(Bytes file, long row, int x) {
        return switch (bits) {
            case 32 -> file.u32le(row + 4L * x);
            case 24 -> file.u24le(row + 3L * x);
            case 16 -> file.u16le(row + 2L * x);
            default -> {
                long bit = (long) x * bits;
                yield file.u8(row + bit / 8) >> 8 - bits - bit % 8 & (1 << bits) - 1;
            }
        };
    }

    /** The bits under a mask, stretched to 0..255. */
    private static int masked(long pixel, long mask) {
        if (mask == 0) {
            return 0;
        }
        int shift = Long.numberOfTrailingZeros(mask);
        long most = mask >> shift;
        return (int) ((((pixel & mask) >> shift) * 255 + most / 2) / most);
    }

    private static void put(byte[] rgba, int at, int red, int green, int blue, int alpha) {
        rgba[at] = (byte) red;
        rgba[at + 1] = (byte) green;
        rgba[at + 2] = (byte) blue;
        rgba[at + 3] = (byte) alpha;
    }
}
