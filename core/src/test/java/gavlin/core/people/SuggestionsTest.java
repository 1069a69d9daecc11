package gavlin.core.people;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.people.FaceDetector.Face;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Faces and telling regions. The photographs come from Debian's python3-skimage 0.19.3 (skimage/data): the astronaut is in the public domain
 * (NASA), the coffee CC0; where the astronaut's face is was annotated with OpenCV's frontal face cascade and checked by eye.
 */
class SuggestionsTest {
    private static final FaceDetector DETECTOR = new FaceDetector();
    private static final Box<OfPicture> FACE = Box.parse("98x98+176+66");

    @TempDir
    Path folder;

    @Test
    void astronaut_hasOneFace_whereItWasAnnotated() throws IOException {
        List<Face> faces = DETECTOR.find(photo("skimage-astronaut.png"));
        assertEquals(1, faces.size(), faces.toString());
        Box<OfPicture> head = faces.get(0).head().carry(Box.parse("1x1"), Box.parse("512x512"));
        assertTrue(head.intersect(FACE).area() > 0.75 * FACE.area(), head + " and " + FACE);
        assertTrue(head.area() < 3.2 * FACE.area(), head.toString());
        assertTrue(head.y() < 62, "hair belongs to a head: " + head);
    }

    @Test
    void coffee_hasNoFace_butACup() throws IOException {
        WorkingPicture coffee = photo("skimage-coffee.png");
        assertEquals(List.of(), DETECTOR.find(coffee));
    }

    /** A small face in a large picture is found in one of the parts. */
    @Test
    void smallFace_inAWidePicture_isFound() throws IOException {
        Pixels astronaut = OwnFile.pixels(bytes("skimage-astronaut.png"));
        Size wide = new Size(2600, 1300);
        byte[] samples = new byte[(int) wide.pixels() * 3];
        java.util.Arrays.fill(samples, (byte) 0x70);
        for (int y = 0; y < 512; y++) {
            System.arraycopy(astronaut.samples(), y * 512 * 3, samples, ((y + 600) * wide.width() + 1700) * 3, 512 * 3);
        }
        List<Face> faces = DETECTOR.find(working(new Pixels(wide, 3, samples)));
        assertEquals(1, faces.size(), faces.toString());
        Box<OfPicture> head = faces.get(0).head().carry(Box.parse("1x1"), wide.box());
        assertTrue(head.intersect(Box.parse("98x98+1876+666")).area() > 0.7 * FACE.area(), head.toString());
    }

    @Test
    void brightBoatOnAnEvenSea_isTheTellingRegion_andAnEvenPictureHasNone() throws IOException {
        Size size = new Size(600, 400);
        byte[] sea = new byte[(int) size.pixels() * 3];
        for (int i = 0; i < size.pixels(); i++) {
            int x = i % 600;
            int y = i / 600;
            boolean boat = x >= 420 && x < 500 && y >= 240 && y < 300;
            sea[3 * i] = (byte) (boat ? 230 : 30);
            sea[3 * i + 1] = (byte) (boat ? 90 : 70);
            sea[3 * i + 2] = (byte) (boat ? 40 : 100);
        }
        Box<OfPicture> region =
                Saliency.region(working(new Pixels(size, 3, sea))).orElseThrow();
        assertTrue(region.contains(new Box<>(0.74, 0.65, 0.05, 0.05), 0), region.toString());
        assertTrue(region.area() < 0.12, region.toString());
        byte[] even = new byte[sea.length];
        assertTrue(Saliency.region(working(new Pixels(size, 3, even))).isEmpty());
    }

    /** Land under a sky is the lesser part of a picture, and unlike the rest: but it is a landscape, and nothing in it stands out. */
    @Test
    void landUnderASky_isNotWhatStandsOut() throws IOException {
        Size size = new Size(600, 400);
        byte[] samples = new byte[(int) size.pixels() * 3];
        for (int i = 0; i < size.pixels(); i++) {
            boolean land = i / 600 > 300 + 8 * Math.sin(i % 600 / 40.0);
            samples[3 * i] = (byte) (land ? 40 : 150);
            samples[3 * i + 1] = (byte) (land ? 60 : 190);
            samples[3 * i + 2] = (byte) (land ? 30 : 230);
        }
        assertTrue(Saliency.region(working(new Pixels(size, 3, samples))).isEmpty());
    }

    /** Of a face that reaches nearly from edge to edge the face is to be kept, not the whole picture. */
    @Test
    void faceThatFillsTheFrame_isNotTheWholePicture() throws IOException {
        Pixels astronaut = OwnFile.pixels(bytes("skimage-astronaut.png"));
        Size close = new Size(130, 150);
        byte[] samples = new byte[(int) close.pixels() * 3];
        for (int y = 0; y < 150; y++) {
            System.arraycopy(
                    astronaut.samples(), ((y + 40) * 512 + 160) * 3, samples, y * close.width() * 3, close.width() * 3);
        }
        List<Face> faces = DETECTOR.find(working(new Pixels(close, 3, samples)));
        assertEquals(1, faces.size(), faces.toString());
        Box<OfPicture> face = faces.get(0).head();
        assertTrue(face.area() < 0.8, face.toString());
        assertTrue(face.contains(new Box<>(0.2, 0.35, 0.6, 0.4), 0), "eyes and mouth: " + face);
    }

    private WorkingPicture photo(String name) throws IOException {
        return working(OwnFile.pixels(bytes(name)));
    }

    private WorkingPicture working(Pixels pixels) throws IOException {
        byte[] file = PngWriter.write(pixels, Tags.NONE);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        return PictureReader.decode(file, header, folder.resolve("p" + System.nanoTime()))
                .picture();
    }

    private static byte[] bytes(String name) throws IOException {
        try (InputStream in = SuggestionsTest.class.getResourceAsStream("/photos/" + name)) {
            return in.readAllBytes();
        }
    }
}
