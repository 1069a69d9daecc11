package gavlin.core.codec;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/**
 * A small ICC profile of sRGB (ICC.1:2010, version 4.2, a matrix and one parametric curve), built from the numbers of
 * IEC 61966-2-1: 560 bytes, where the profiles in use weigh 3 kB, which a 10 kB icon cannot spare. The colorants are the
 * D50-adapted ones, s15Fixed16.
 */
final class SrgbProfile {
    private static final int HEADER = 128;
    private static final double[] D50 = {0.9642, 1.0, 0.8249};
    private static final byte[] BYTES = build();

    private SrgbProfile() {}

    static byte[] bytes() {
        return BYTES.clone();
    }

    private static byte[] build() {
        byte[] curve = curve();
        String[] names = {"desc", "cprt", "wtpt", "chad", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"};
        byte[][] tags = {
            text("sRGB"),
            text("CC0"),
            numbers("XYZ ", D50),
            numbers("sf32", 1.04788, 0.02292, -0.05022, 0.02959, 0.99048, -0.01707, -0.00925, 0.01508, 0.75168),
            numbers("XYZ ", 0.43607, 0.22249, 0.01392),
            numbers("XYZ ", 0.38515, 0.71687, 0.09708),
            numbers("XYZ ", 0.14307, 0.06061, 0.71410),
            curve,
            curve,
            curve
        };
        int tableEnd = HEADER + 4 + 12 * names.length;
        int size = tableEnd;
        for (int i = 0; i < tags.length; i++) {
            size += i > 0 && tags[i] == tags[i - 1] ? 0 : tags[i].length;
        }
        ByteBuffer out = ByteBuffer.allocate(size);
        header(out, size);
        out.position(HEADER).putInt(names.length);
        int at = tableEnd;
        for (int i = 0; i < names.length; i++) {
            boolean shared = i > 0 && tags[i] == tags[i - 1];
            at = shared ? at - tags[i].length : at;
            out.put(ascii(names[i])).putInt(at).putInt(tags[i].length);
            out.put(at, tags[i]);
            at += tags[i].length;
        }
        return out.array();
    }

    private static void header(ByteBuffer out, int size) {
        out.putInt(size).putInt(0).putInt(0x04_20_00_00);
        out.put(ascii("mntr")).put(ascii("RGB ")).put(ascii("XYZ "));
        out.putShort((short) 2026).putShort((short) 1).putShort((short) 1); // a fixed date: same input, same bytes
        out.position(36).put(ascii("acsp"));
        out.position(68);
        for (double value : D50) {
            out.putInt(fixed(value));
        }
    }

    private static byte[] curve() {
        double[] parameters = {2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045};
        ByteBuffer out = ByteBuffer.allocate(12 + 4 * parameters.length);
        out.put(ascii("para")).putInt(0).putShort((short) 3).putShort((short) 0);
        for (double value : parameters) {
            out.putInt(fixed(value));
        }
        return out.array();
    }

    private static byte[] numbers(String type, double... values) {
        ByteBuffer out = ByteBuffer.allocate(8 + 4 * values.length);
        out.put(ascii(type)).putInt(0);
        for (double value : values) {
            out.putInt(fixed(value));
        }
        return out.array();
    }

    /** A multi-localised text of one entry. */
    private static byte[] text(String value) {
        byte[] utf16 = value.getBytes(StandardCharsets.UTF_16BE);
        ByteBuffer out = ByteBuffer.allocate(28 + (utf16.length + 3) / 4 * 4);
        out.put(ascii("mluc")).putInt(0).putInt(1).putInt(12).put(ascii("enUS"));
        out.putInt(utf16.length).putInt(28).put(utf16);
        return out.array();
    }

    private static int fixed(double value) {
        return (int) Math.round(value * 65_536);
    }

    private static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.US_ASCII);
    }
}
