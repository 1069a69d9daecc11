package gavlin.core.codec;

import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Writes AVIF (AV1 Image File Format 1.1) with libheif's program where the machine has it and its encoder: 8 bits a sample, tagged
 * sRGB by code points, words as XMP. It takes a process and some tenths of a second a megapixel: it is never waited for.
 */
public final class AvifWriter {
    private static final String ENCODE = "heif-enc";
    private static final int LIST_SECONDS = 5;
    private static final int ENCODE_SECONDS = 60;
    /** Of the scheduler: people's requests come first. */
    private static final String NICENESS = "5";

    /** 0..9: more is sooner, and heavier at the same looks: up to four times, of screens and lettering. */
    private static final String SPEED = "6";

    private static final String FASTER = "8";
    /** Pixels beyond which an encode would take too long. */
    private static final long LARGE = 300_000;

    /** What {@code heif-enc --list-encoders} says of a machine that can. */
    private static final Pattern ENCODER = Pattern.compile("AVIF encoders:\\s*- ");

    /** A colour box (ISO/IEC 14496-12 §12.1.5) whose primaries and curve are unspecified (2 of ITU-T H.273), as some versions write. */
    private static final byte[] UNSPECIFIED = {'c', 'o', 'l', 'r', 'n', 'c', 'l', 'x', 0, 2, 0, 2};

    private static final int SRGB_PRIMARIES = 1;
    private static final int SRGB_CURVE = 13;

    private AvifWriter() {}

    /** Asked of the machine once. */
    private static final class Machine {
        private static final boolean CAN = HeifPrograms.has(ENCODE) && says(ENCODE, "--list-encoders");

        private static boolean says(String... command) {
            return HeifPrograms.inFolder(folder -> {
                try {
                    return ENCODER.matcher(HeifPrograms.run(folder, LIST_SECONDS, command))
                            .find();
                } catch (HeifPrograms.Failed e) {
                    return false; // an older one, or without an encoder
                }
            });
        }
    }

    public static boolean isThere() {
        return Machine.CAN;
    }

    /**
     * @param quality 0..100, of which the encoder knows 64 steps
     * @param alphaQuality 0..100: 100 keeps alpha exactly
     * @param chroma full or halved
     */
    public static byte[] write(Pixels pixels, int quality, int alphaQuality, Chroma chroma, Tags tags) {
        List<String> command = new ArrayList<>(
                List.of("nice", "-n", NICENESS, ENCODE, "--avif", "-o", "out.avif", "-q", "" + quality));
        parameter(command, "chroma", chroma.digits());
        parameter(command, "speed", pixels.size().pixels() > LARGE ? FASTER : SPEED);
        // Of photographs a twentieth to a tenth lighter than "psnr" at the same damage.
        parameter(command, "tune", "ssim");
        if (alphaQuality == 100) {
            parameter(command, "lossless-alpha", "true");
        } else {
            parameter(command, "alpha-quality", "" + alphaQuality);
        }
        command.add("in.png");
        return HeifPrograms.inFolder(folder -> {
            Files.write(folder.resolve("in.png"), PngWriter.writeAtOnce(pixels, tags));
            HeifPrograms.run(folder, ENCODE_SECONDS, command.toArray(String[]::new));
            return sayingSrgb(Files.readAllBytes(folder.resolve("out.avif")));
        });
    }

    /** Boxes that say what the picture is come before its data, of which nothing is touched. */
    private static byte[] sayingSrgb(byte[] file) {
        int data = indexOf(file, new byte[] {'m', 'd', 'a', 't'}, 0, file.length);
        for (int at = 0; (at = indexOf(file, UNSPECIFIED, at, data)) < data; at += UNSPECIFIED.length) {
            file[at + UNSPECIFIED.length - 3] = SRGB_PRIMARIES;
            file[at + UNSPECIFIED.length - 1] = SRGB_CURVE;
        }
        return file;
    }

    /** Where the first such bytes are; {@code to} where there are none. */
    private static int indexOf(byte[] file, byte[] sought, int from, int to) {
        for (int at = from; at + sought.length <= to; at++) {
            if (Arrays.equals(file, at, at + sought.length, sought, 0, sought.length)) {
                return at;
            }
        }
        return to;
    }

    private static void parameter(List<String> command, String name, String value) {
        command.addAll(List.of("-p", name + "=" + value));
    }
}
