package gavlin.core.codec;

import gavlin.core.codec.PictureReader.Extent;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.RowSink;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.List;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;

/** GIF, versions 87a and 89a: the first frame, on its logical screen; the blocks are walked here, LZW is the JDK's. */
final class GifFormat implements PictureReader.Format {
    /** Where the first frame lies on the screen, and how many frames there are. */
    private record Blocks(int x, int y, int frames) {}

    @Override
    public Header inspect(Bytes file, Limits limits) {
        Size screen = PictureReader.claimed(file.u16le(6), file.u16le(8), limits);
        int frames = walk(file, limits).frames();
        return new Header(
                PictureType.GIF,
                screen,
                4,
                1,
                frames,
                Orientation.UPRIGHT,
                null,
                frames > 1 ? List.of("an animation of " + frames + " frames: the first is used") : List.of());
    }

    @Override
    public void decode(Bytes file, Header header, Extent extent, RowSink sink) throws IOException {
        Blocks blocks = walk(file, Limits.PASSED);
        ImageReader reader = ImageIO.getImageReadersByFormatName("gif").next();
        BufferedImage frame;
        try {
            reader.setInput(new ByteArrayImageInput(file.array()), false, true);
            frame = reader.read(0);
        } catch (IOException | RuntimeException e) {
            throw PictureRefused.corrupt("its first frame cannot be decoded");
        } finally {
            reader.dispose();
        }
        int width = header.stored().width();
        int[] line = new int[width];
        for (int y = extent.from(); y < extent.to(); y++) {
            java.util.Arrays.fill(line, 0);
            int frameY = y - blocks.y();
            if (frameY >= 0 && frameY < frame.getHeight() && blocks.x() < width) {
                int count = Math.min(frame.getWidth(), width - blocks.x());
                frame.getRGB(0, frameY, count, 1, line, blocks.x(), count);
            }
            sink.row(y, Argb.toBytes(line, 4));
        }
    }

    private static Blocks walk(Bytes file, Limits limits) {
        long at = 13 + colourTable(file.u8(10));
        Blocks found = null;
        int frames = 0;
        while (true) {
            int block = file.u8(at);
            if (block == 0x3b) { // trailer
                break;
            } else if (block == 0x21) { // extension
                at = afterSubBlocks(file, at + 2);
            } else if (block == 0x2c) { // image
                PictureReader.claimed(file.u16le(at + 5), file.u16le(at + 7), limits);
                frames = PictureReader.checkedFrames(frames + 1, limits);
                found = frames == 1 ? new Blocks(file.u16le(at + 1), file.u16le(at + 3), 1) : found;
                at = afterSubBlocks(file, at + 10 + colourTable(file.u8(at + 9)) + 1);
            } else {
                throw PictureRefused.corrupt("an unknown block stands at byte " + at);
            }
        }
        if (found == null) {
            throw PictureRefused.corrupt("it holds no picture");
        }
        return new Blocks(found.x(), found.y(), frames);
    }

    private static int colourTable(int flags) {
        return (flags & 0x80) == 0 ? 0 : 3 << (flags & 7) + 1;
    }

    private static long afterSubBlocks(Bytes file, long at) {
        while (file.u8(at) != 0) {
            at += 1 + file.u8(at);
        }
        return at + 1;
    }
}
