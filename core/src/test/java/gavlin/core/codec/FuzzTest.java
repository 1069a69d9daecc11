package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assertions.fail;

import gavlin.core.Reference;
import gavlin.core.geometry.Size;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Reads reference files with seeded mutations for as long as {@code -Dgavlin.fuzz.seconds} says ({@code ./gavlin fuzz 3600}):
 * each must be read, or refused with a reason, without hanging. A seed that fails is named and becomes a test.
 */
class FuzzTest {
    private static final long SECONDS = Long.getLong("gavlin.fuzz.seconds", 20);
    private static final long FIRST_SEED = Long.getLong("gavlin.fuzz.seed", 1);
    /** Small enough that what is read is read quickly. */
    private static final Limits LIMITS = new Limits(4_000_000, 1_000_000, 20, 40);

    private static final int[] TELLING = {0, 1, 0x7f, 0x80, 0xfe, 0xff, 0x10, 0x20, 0x40};

    @TempDir
    Path folder;

    @Test
    void mutatedReferenceFiles_areReadOrRefused() {
        List<byte[]> corpus = corpus();
        long end = System.nanoTime() + SECONDS * 1_000_000_000L;
        long files = 0;
        long read = 0;
        for (long seed = FIRST_SEED; System.nanoTime() < end; seed++, files++) {
            byte[] mutated = mutated(corpus, seed);
            long start = System.nanoTime();
            try {
                Header header = PictureReader.inspect(mutated, LIMITS);
                PictureReader.decode(mutated, header, folder.resolve("picture"));
                read++;
            } catch (PictureRefused refused) {
                assertTrue(refused.getMessage().length() > 10, "seed " + seed);
            } catch (Throwable e) {
                fail(
                        "seed " + seed + ", " + mutated.length + " bytes, beginning "
                                + HexFormat.of().formatHex(mutated, 0, Math.min(16, mutated.length)),
                        e);
            }
            double seconds = (System.nanoTime() - start) / 1e9;
            assertTrue(seconds < 30, "seed " + seed + " took " + seconds + " s");
        }
        assertTrue(read > 0 && read < files, read + " of " + files + " read");
        System.out.println("fuzz: " + files + " mutated files, " + read + " of them still readable");
    }

    private static List<byte[]> corpus() {
        List<byte[]> files = new ArrayList<>();
        for (String name : new String[] {
            "exif/little-endian-6.jpg",
            "exif/two-exif-segments.jpg",
            "exif/hopper_orientation_6.webp",
            "icc/display-p3.jpg",
            "icc/display-p3.png",
            "icc/cmyk-with-icc.jpg",
            "icc/gray-icc.png",
            "icc/photo-iccp-adobergb.webp",
            "pngsuite/basi6a16.png",
            "pngsuite/basn3p04.png",
            "pngsuite/tbbn2c16.png",
            "pngsuite/exif2c08.png",
            "pngsuite/ct1n0g04.png",
            "pngsuite/z09n2c08.png"
        }) {
            files.add(Reference.bytes(name));
        }
        byte[] png = PngWriter.write(Reference.noise(Size.parse("20x12"), 4, 3), new Tags("a title", "me", "CC0", ""));
        files.add(png);
        files.add(IcoWriter.wrap(png, Size.parse("20x12")));
        files.add(HexFormat.of()
                .parseHex("424d4600000000000000360000002800000002000000020000000100180000000000100000000000000000000000"
                        + "0000000000000000ff0000ffffff0000000000ff0000ff000000"));
        files.add(HexFormat.of()
                .parseHex("47494638396103000200800000ff0000ffffff21f90404000000002c000000000300020000020384110a003b"));
        files.add(("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 4'><defs><g id='a'><path d='M0 0L9 9'/></g>"
                        + "</defs><use href='#a'/><text x='1'>x</text></svg>")
                .getBytes(StandardCharsets.UTF_8));
        return files;
    }

    private static byte[] mutated(List<byte[]> corpus, long seed) {
        Random random = new Random(seed);
        byte[] file = corpus.get(random.nextInt(corpus.size())).clone();
        for (int n = 1 + random.nextInt(8); n > 0; n--) {
            int at = random.nextInt(file.length);
            switch (random.nextInt(6)) {
                case 0 -> file[at] = (byte) random.nextInt(256);
                case 1 -> file[at] = (byte) TELLING[random.nextInt(TELLING.length)];
                case 2 -> file[at] ^= (byte) (1 << random.nextInt(8));
                case 3 -> file = Arrays.copyOf(file, Math.max(8, at));
                case 4 -> { // a stretch of another file, or of this one, put over it
                    byte[] other = corpus.get(random.nextInt(corpus.size()));
                    int length = Math.min(random.nextInt(64), Math.min(other.length, file.length - at));
                    System.arraycopy(other, random.nextInt(other.length - length + 1), file, at, length);
                }
                default -> { // doubled
                    byte[] longer = Arrays.copyOf(file, file.length + Math.min(200, file.length - at));
                    System.arraycopy(file, at, longer, at + longer.length - file.length, file.length - at);
                    file = longer;
                }
            }
        }
        return random.nextBoolean() ? withChecksums(file) : file;
    }

    /** A PNG's checksums put right, so that damage gets past them. */
    private static byte[] withChecksums(byte[] file) {
        if (file.length < 20 || (file[0] & 0xff) != 0x89) {
            return file;
        }
        ByteBuffer png = ByteBuffer.wrap(file);
        for (int at = 8; at + 12 <= file.length; ) {
            int length = png.getInt(at);
            if (length < 0 || length > file.length - at - 12) {
                break;
            }
            CRC32 crc = new CRC32();
            crc.update(file, at + 4, length + 4);
            png.putInt(at + 8 + length, (int) crc.getValue());
            at += 12 + length;
        }
        return file;
    }
}
