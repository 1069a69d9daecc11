package gavlin.core.codec;

import gavlin.core.colour.RgbSpace;
import java.awt.color.CMMException;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/**
 * From the colours of an embedded ICC profile to sRGB while decoding, by the profile's own tables (the JDK's LittleCMS):
 * for inks, and for the few profiles that no {@link RgbSpace} can describe. Where there is no profile, or one that can't be
 * used, colours are taken for sRGB as browsers do.
 */
final class IccTransform {
    private static final IccTransform NONE = new IccTransform(null, 3);

    /** Where a profile's header names its colour space (ICC.1:2022, §7.2). */
    private static final int COLOUR_SPACE_AT = 16;

    private final ColorConvertOp op;
    private final int components;

    private IccTransform(ColorConvertOp op, int components) {
        this.op = op;
        this.components = components;
    }

    /** @param components 1 for a grey picture, 3 for a coloured one; the rows converted have red, green, blue anyway */
    static IccTransform toSrgb(byte[] icc, int components) {
        if (RgbSpace.ofProfile(icc) != null) {
            return NONE;
        }
        IccTransform transform = of(icc, components);
        return transform.isIdentity() ? NONE : transform;
    }

    /** Also for profiles of curves and a matrix, for callers whose rows must be sRGB. */
    static IccTransform always(byte[] icc, int components) {
        IccTransform transform = of(icc, components);
        return transform.isIdentity() ? NONE : transform;
    }

    /** The profile, when it is for pictures of so many components; null otherwise. */
    static byte[] fitting(byte[] icc, int components) {
        String space = components == 1 ? "GRAY" : components == 3 ? "RGB " : "CMYK";
        return icc != null && new Bytes(icc).says(COLOUR_SPACE_AT, space) ? icc : null;
    }

    /** From inks; without a usable profile by the plain rule red = (1 − C)(1 − K). */
    static IccTransform inkToSrgb(byte[] icc) {
        return of(icc, 4);
    }

    private static IccTransform of(byte[] icc, int components) {
        if (icc == null) {
            return NONE;
        }
        try {
            ICC_Profile profile = ICC_Profile.getInstance(icc);
            ICC_Profile srgb = ((ICC_ColorSpace) ColorSpace.getInstance(ColorSpace.CS_sRGB)).getProfile();
            if (profile.getNumComponents() != components) {
                return NONE;
            }
            IccTransform transform =
                    new IccTransform(new ColorConvertOp(new ICC_Profile[] {profile, srgb}, null), components);
            transform.convertSamples(new byte[components], 1, new byte[3]); // an unusable profile fails here
            return transform;
        } catch (IllegalArgumentException | CMMException e) {
            return NONE;
        }
    }

    boolean changesNothing() {
        return op == null;
    }

    /** Converts the colours of a row in place; alpha stays. */
    void convert(byte[] row, int count, int channels, int bytesEach) {
        if (op == null) {
            return;
        }
        int pixel = channels * bytesEach;
        int colour = components * bytesEach;
        byte[] in = new byte[count * colour];
        for (int i = 0; i < count; i++) {
            System.arraycopy(row, i * pixel, in, i * colour, colour);
        }
        byte[] out = new byte[count * 3 * bytesEach];
        if (bytesEach == 1) {
            convertSamples(in, count, out);
        } else {
            convertWide(in, count, out);
        }
        for (int i = 0; i < count; i++) {
            System.arraycopy(out, i * 3 * bytesEach, row, i * pixel, 3 * bytesEach);
        }
    }

    void convertInk(byte[] cmyk, int count, byte[] rgb) {
        if (op != null) {
            convertSamples(cmyk, count, rgb);
            return;
        }
        for (int i = 0; i < count; i++) {
            int light = 255 - (cmyk[4 * i + 3] & 0xff);
            for (int c = 0; c < 3; c++) {
                rgb[3 * i + c] = (byte) Math.round((255 - (cmyk[4 * i + c] & 0xff)) * light / 255f);
            }
        }
    }

    private void convertSamples(byte[] in, int count, byte[] out) {
        WritableRaster from = Raster.createInterleavedRaster(
                new DataBufferByte(in, in.length), count, 1, count * components, components, offsets(components), null);
        WritableRaster to = Raster.createInterleavedRaster(
                new DataBufferByte(out, out.length), count, 1, count * 3, 3, offsets(3), null);
        op.filter(from, to);
    }

    private void convertWide(byte[] in, int count, byte[] out) {
        short[] wideIn = new short[count * components];
        for (int i = 0; i < wideIn.length; i++) {
            wideIn[i] = (short) ((in[2 * i] & 0xff) << 8 | in[2 * i + 1] & 0xff);
        }
        short[] wideOut = new short[count * 3];
        op.filter(wideRaster(wideIn, count, components), wideRaster(wideOut, count, 3));
        for (int i = 0; i < wideOut.length; i++) {
            out[2 * i] = (byte) (wideOut[i] >> 8);
            out[2 * i + 1] = (byte) wideOut[i];
        }
    }

    private static WritableRaster wideRaster(short[] samples, int count, int bands) {
        DataBuffer buffer = new DataBufferUShort(samples, samples.length);
        return Raster.createInterleavedRaster(buffer, count, 1, count * bands, bands, offsets(bands), null);
    }

    private static int[] offsets(int bands) {
        int[] offsets = new int[bands];
        for (int i = 0; i < bands; i++) {
            offsets[i] = i;
        }
        return offsets;
    }

    /** Whether a grid of colours comes back as it was, to one code value: an sRGB profile by any name. */
    private boolean isIdentity() {
        if (op == null) {
            return true;
        }
        int steps = 6;
        int count = components == 1 ? steps : steps * steps * steps;
        byte[] in = new byte[count * components];
        for (int i = 0; i < count; i++) {
            for (int c = 0, rest = i; c < components; c++, rest /= steps) {
                in[i * components + c] = (byte) (rest % steps * 51);
            }
        }
        byte[] out = new byte[count * 3];
        convertSamples(in, count, out);
        for (int i = 0; i < count * 3; i++) {
            int before = in[components == 1 ? i / 3 : i] & 0xff;
            if (Math.abs(before - (out[i] & 0xff)) > 1) {
                return false;
            }
        }
        return true;
    }
}
