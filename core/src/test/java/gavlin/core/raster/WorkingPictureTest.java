package gavlin.core.raster;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.Reference;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.WorkingPictureBuilder.Stored;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class WorkingPictureTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(strings = {"1x1", "3x200", "257x129", "200x70"})
    void builtPicture_openedAgain_isTheSame(String size) throws IOException {
        for (int channels : new int[] {3, 4}) {
            Pixels source = opaqueOrNot(Size.parse(size), channels);
            build(source, Orientation.UPRIGHT);
            WorkingPicture opened = WorkingPicture.open(folder.resolve("picture"));
            assertEquals(source.size(), opened.size());
            assertArrayEquals(source.samples(), whole(opened).samples());
        }
    }

    /** Turning there and back: each orientation undone by its opposite gives the first picture. */
    @ParameterizedTest
    @EnumSource(Orientation.class)
    void orientation_andItsOpposite_giveThePictureBack(Orientation orientation) throws IOException {
        Pixels source = Reference.noise(Size.parse("90x131"), 3, 4);
        Pixels turned = whole(build(source, orientation));
        assertEquals(orientation.upright(source.size()), turned.size());
        Orientation opposite = switch (orientation) {
            case TURNED_LEFT -> Orientation.TURNED_RIGHT;
            case TURNED_RIGHT -> Orientation.TURNED_LEFT;
            default -> orientation;
        };
        assertArrayEquals(source.samples(), whole(build(turned, opposite)).samples());
    }

    /** EXIF 6: the stored picture's first row is the upright picture's right edge. */
    @Test
    void turnedLeft_firstStoredRow_isTheRightEdge() throws IOException {
        Pixels source = Reference.noise(Size.parse("5x3"), 3, 6);
        Pixels upright = whole(build(source, Orientation.ofExif(6)));
        for (int x = 0; x < 5; x++) {
            assertEquals(Reference.rgb(source, x, 0), Reference.rgb(upright, 2, x));
        }
    }

    @Test
    void unfinishedPicture_leavesNothingBehind() throws IOException {
        Path file = folder.resolve("picture");
        try (WorkingPictureBuilder builder =
                new WorkingPictureBuilder(file, stored(Size.parse("10x10"), Orientation.UPRIGHT, 3, 1))) {
            builder.full().row(0, new byte[30]);
        }
        assertFalse(Files.exists(file));
        try (var left = Files.list(folder)) {
            assertEquals(0, left.count());
        }
    }

    @Test
    void shortenedFile_isNotOpened() throws IOException {
        build(Reference.noise(Size.parse("100x100"), 3, 1), Orientation.UPRIGHT);
        Path file = folder.resolve("picture");
        byte[] all = Files.readAllBytes(file);
        Path cut = Files.write(folder.resolve("cut"), Arrays.copyOf(all, all.length / 2));
        assertThrows(IOException.class, () -> WorkingPicture.open(cut));
        Path other = Files.write(folder.resolve("other"), new byte[100]);
        assertThrows(IOException.class, () -> WorkingPicture.open(other));
    }

    @Test
    void transparentPixels_areCountedExactly() throws IOException {
        byte[] samples = new byte[20 * 10 * 4];
        for (int i = 0; i < 200; i++) {
            Reference.put(samples, 4 * i, 4, i % 13 == 0 ? 0xfe102030 : 0xff102030);
        }
        Pixels source = new Pixels(Size.parse("20x10"), 4, samples);
        assertEquals(16, source.transparentPixels());
        try (WorkingPictureBuilder builder =
                new WorkingPictureBuilder(folder.resolve("p"), stored(source.size(), Orientation.MIRRORED, 4, 1))) {
            feed(source, builder.full());
            builder.finish();
            assertEquals(16, builder.transparentPixels());
        }
    }

    @Test
    void wideSamples_keepMoreThan8Bits() throws IOException {
        Size size = Size.parse("4x1");
        byte[] row = {
            0x40, 0x10, 0x40, 0x10, 0x40, 0x10, 0x40, 0x20, 0x40, 0x20, 0x40, 0x20, 0, 0, 0, 0, 0, 0, -1, -1, -1, -1,
            -1, -1
        };
        try (WorkingPictureBuilder builder =
                new WorkingPictureBuilder(folder.resolve("p"), stored(size, Orientation.UPRIGHT, 3, 2))) {
            builder.full().row(0, row);
            float[] linear = new float[12];
            builder.finish().full().readLinear(0, 0, 4, linear);
            assertFalse(linear[0] == linear[3], "0x4010 and 0x4020 are two values");
            assertEquals(1f, linear[9]);
        }
    }

    private WorkingPicture build(Pixels source, Orientation orientation) throws IOException {
        try (WorkingPictureBuilder builder = new WorkingPictureBuilder(
                folder.resolve("picture"), stored(source.size(), orientation, source.channels(), 1))) {
            feed(source, builder.full());
            return builder.finish();
        }
    }

    private static Stored stored(Size size, Orientation orientation, int channels, int bytesEach) {
        return new Stored(size, orientation, channels, bytesEach, null);
    }

    private static void feed(Pixels source, RowSink sink) {
        int row = source.size().width() * source.channels();
        for (int y = 0; y < source.size().height(); y++) {
            sink.row(y, Arrays.copyOfRange(source.samples(), y * row, (y + 1) * row));
        }
    }

    private static Pixels whole(WorkingPicture picture) {
        Framing<InPicture> all =
                new Framing<>(picture.size().box(), picture.size().box());
        return Resampler.resample(picture.full(), all, picture.size()).toPixels();
    }

    /** Noise whose alpha is 0 or full, so that 8 bits hold its colours exactly. */
    private static Pixels opaqueOrNot(Size size, int channels) {
        Pixels noise = Reference.noise(size, channels, 8);
        byte[] samples = noise.samples();
        for (int i = 0; channels == 4 && i < samples.length; i += 4) {
            if (samples[i + 3] < 0) {
                samples[i + 3] = -1;
            } else {
                Arrays.fill(samples, i, i + 4, (byte) 0);
            }
        }
        return noise;
    }

    /** An opaque picture that does not fill its file leaves the rest clear, not black; half a pixel is half there. */
    @Test
    void opaquePicture_thatDoesNotFillItsFile_leavesTheRestClear() {
        Pixels red = Reference.constant(Size.parse("100x50"), 3, 0xd9481c);
        Framing<InPicture> contained = new Framing<>(Box.parse("100x50"), Box.parse("40x19.5+0+10"));
        for (Renderable<InPicture> picture : List.of(
                Reference.working(PngWriter.write(red, Tags.NONE)), new PixelsPicture<InPicture>(red, red.size()))) {
            Pixels file = picture.render(contained, Size.parse("40x40"));
            assertEquals(4, file.channels());
            assertEquals(0, file.samples()[3], "above it");
            assertEquals(-1, file.samples()[(20 * 40 + 5) * 4 + 3], "the picture itself");
            assertEquals(128, file.samples()[(29 * 40 + 5) * 4 + 3] & 0xff, 1, "half a row");
            assertEquals(0xd9481c, Reference.rgb(file, 5, 29), "in its own colour, not darkened");
            assertEquals(0xf6f2e9, Reference.rgb(file.over(0xf6f2e9), 0, 0), "laid on a colour, that is seen");
            Framing<InPicture> covering = new Framing<>(Box.parse("50x50"), Box.parse("40x40"));
            assertEquals(3, picture.render(covering, Size.parse("40x40")).channels(), "a full one stays opaque");
        }
    }
}
