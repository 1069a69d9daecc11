package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * AVIF and HEIC (ISO/IEC 23008-12), by libheif's own programs where the machine has them (Debian's libheif-examples), each in a
 * process of its own with bounded time, memory and output. The picture comes back upright, as a PNG.
 */
final class HeifFormat implements PictureReader.Format {
    private static final String INFO = "heif-info";
    private static final String CONVERT = "heif-convert";
    private static final int INFO_SECONDS = 5;
    private static final int CONVERT_SECONDS = 60;

    private static final Pattern PRIMARY = Pattern.compile("image: (\\d+)x(\\d+) \\(id=\\d+\\), primary");
    private static final Pattern ALPHA = Pattern.compile("alpha channel: *yes");

    static boolean isHeif(Bytes file) {
        return isAvif(file)
                || file.says(4, "ftypheic")
                || file.says(4, "ftypheix")
                || file.says(4, "ftyphevc")
                || file.says(4, "ftypmif1");
    }

    private static boolean isAvif(Bytes file) {
        if (!file.says(4, "ftyp")) {
            return false;
        }
        int brands = (int) Math.min(file.u32(0), Math.min(file.length(), 128));
        String head = file.latin(8, Math.max(0, brands - 8));
        return head.contains("avif") || head.contains("avis");
    }

    @Override
    public Header inspect(Bytes file, Limits limits) {
        PictureType type = isAvif(file) ? PictureType.AVIF : PictureType.HEIC;
        if (!HeifPrograms.has(INFO) || !HeifPrograms.has(CONVERT)) {
            throw new PictureRefused(
                    Reason.UNSUPPORTED,
                    "the file is "
                            + (type == PictureType.AVIF ? "an AVIF picture" : "a HEIC picture, as phones make them")
                            + ", which needs libheif's programs on the server (package libheif-examples); "
                            + "or export it as a JPEG");
        }
        String said = HeifPrograms.inFolder(folder -> {
            Files.write(folder.resolve("in"), file.array());
            return run(folder, INFO_SECONDS, INFO, "in");
        });
        Matcher primary = PRIMARY.matcher(said);
        if (!primary.find()) {
            throw PictureRefused.corrupt("libheif finds no picture in it");
        }
        Size size = PictureReader.claimed(Long.parseLong(primary.group(1)), Long.parseLong(primary.group(2)), limits);
        return new Header(type, size, ALPHA.matcher(said).find() ? 4 : 3, 1, 1, Orientation.UPRIGHT, null, List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException {
        HeifPrograms.inFolder(folder -> {
            Files.write(folder.resolve("in"), file.array());
            run(folder, CONVERT_SECONDS, CONVERT, "in", "out.png");
            Bytes png = new Bytes(Files.readAllBytes(folder.resolve("out.png")));
            PngFormat format = new PngFormat();
            Header inner = format.inspect(png, Limits.PASSED);
            if (!inner.stored().equals(header.stored())) {
                throw PictureRefused.corrupt("its picture is not of the size that its header says");
            }
            IccTransform transform = IccTransform.always(inner.icc(), 3);
            format.decode(png, inner, extent, (y, row) -> {
                byte[] eight = inner.bytesEach() == 2 ? highBytes(row) : row;
                byte[] out = adapted(eight, inner.channels(), header.channels());
                transform.convert(out, header.stored().width(), header.channels(), 1);
                sink.row(y, out);
            });
            return "";
        });
    }

    private static byte[] highBytes(byte[] wide) {
        byte[] out = new byte[wide.length / 2];
        for (int i = 0; i < out.length; i++) {
            out[i] = wide[2 * i];
        }
        return out;
    }

    private static byte[] adapted(byte[] row, int channels, int wanted) {
        if (channels == wanted) {
            return row.clone();
        }
        if (wanted == 3) {
            return Argb.withoutAlpha(row);
        }
        byte[] out = new byte[row.length / 3 * 4];
        for (int i = 0, o = 0; i < row.length; i += 3, o += 4) {
            System.arraycopy(row, i, out, o, 3);
            out[o + 3] = -1;
        }
        return out;
    }

    private static String run(Path folder, int seconds, String... command) throws IOException {
        try {
            return HeifPrograms.run(folder, seconds, command);
        } catch (HeifPrograms.Failed e) {
            throw e.tooLong()
                    ? new PictureRefused(Reason.TOO_LARGE, "the picture takes more than " + seconds + " s to decode")
                    : PictureRefused.corrupt("libheif cannot decode it");
        }
    }
}
