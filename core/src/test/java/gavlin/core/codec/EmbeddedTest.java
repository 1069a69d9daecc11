package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.BadInput;
import gavlin.core.Reference;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Orientation;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Metadata written by exiftool, which knows every standard and writer, and read here. */
class EmbeddedTest {
    private static final Pixels PHOTO = Reference.noise(Size.parse("40x20"), 3, 9);

    @TempDir
    Path folder;

    @BeforeEach
    void needsExiftool() {
        assumeTrue(Files.isExecutable(Path.of("/usr/bin/exiftool")), "exiftool is not installed");
    }

    @Test
    void xmpWords_areRead() throws Exception {
        Embedded words = read(
                jpeg(),
                "-XMP-dc:Title=Kelso at dusk",
                "-XMP-dc:Description=Two lamps over grey water",
                "-XMP-dc:Creator=Ada Merrow",
                "-XMP-photoshop:Credit=Ada Merrow, Tolvane Lights",
                "-XMP-dc:Rights=© 2026 Ada Merrow",
                "-XMP-cc:License=https://creativecommons.org/licenses/by/4.0/");
        assertEquals("Kelso at dusk", words.title());
        assertEquals("Two lamps over grey water", words.description());
        assertEquals("Ada Merrow", words.maker());
        assertEquals("Ada Merrow, Tolvane Lights", words.creditLine());
        assertEquals("© 2026 Ada Merrow", words.rights());
        assertEquals("https://creativecommons.org/licenses/by/4.0/", words.licence());
    }

    @Test
    void iptcAndExifWords_areReadWhereXmpSaysNothing() throws Exception {
        Embedded iptc = read(
                jpeg(),
                "-IPTC:ObjectName=Harbour",
                "-IPTC:By-line=Jo Field",
                "-IPTC:CopyrightNotice=Jo Field 2026",
                "-IPTC:Caption-Abstract=Boats");
        assertEquals("Harbour", iptc.title());
        assertEquals("Jo Field", iptc.creditLine());
        assertEquals("Boats", iptc.description());
        Embedded exif = read(jpeg(), "-EXIF:Artist=Sam Reed", "-EXIF:Copyright=Reed", "-EXIF:ImageDescription=A quay");
        assertEquals("Sam Reed", exif.maker());
        assertEquals("Reed", exif.rights());
        assertEquals("A quay", exif.description());
    }

    @Test
    void placeAndSerialNumbers_areNamedAsPrivate() throws Exception {
        assertEquals(List.of(), read(jpeg()).secrets());
        Embedded words = read(
                jpeg(),
                "-GPSLatitude=50.1",
                "-GPSLatitudeRef=N",
                "-GPSLongitude=5.5",
                "-GPSLongitudeRef=W",
                "-SerialNumber=12345",
                "-OwnerName=Ada");
        assertEquals(
                List.of("where it was taken", "the camera's serial number", "the camera owner's name"),
                words.secrets());
    }

    /** Left half, upper half of the stored picture, whichever way it is turned: worked out by hand for each. */
    @ParameterizedTest
    @CsvSource({"1, 0, 0", "2, 0.5, 0", "3, 0.5, 0.5", "4, 0, 0.5", "5, 0, 0", "6, 0.5, 0", "7, 0.5, 0.5", "8, 0, 0.5"})
    void mwgRegion_followsTheOrientation(int orientation, double x, double y) throws Exception {
        Embedded words = read(
                jpeg(),
                "-n",
                "-Orientation=" + orientation,
                "-RegionInfo={AppliedToDimensions={W=40,H=20,Unit=pixel},RegionList=[{Area={X=0.25,Y=0.25,W=0.5,H=0.5,"
                        + "Unit=normalized},Name=Keeper,Type=Face}]}");
        Region region = words.regions().get(0);
        assertEquals("Keeper", region.name());
        assertEquals(Region.Kind.FACE, region.kind());
        assertBox(new Box<>(x, y, 0.5, 0.5), region.area());
    }

    /** A writer that means what it displayed says so by its dimensions. */
    @Test
    void mwgRegion_inDisplayedDimensions_isTakenAsItIs() throws Exception {
        Embedded words = read(
                jpeg(),
                "-n",
                "-Orientation=6",
                "-RegionInfo={AppliedToDimensions={W=20,H=40,Unit=pixel},RegionList=[{Area={X=0.5,Y=0.1,W=0.2,H=0.1,"
                        + "Unit=normalized},Type=Focus}]}");
        assertEquals(Region.Kind.FOCUS, words.regions().get(0).kind());
        assertBox(new Box<>(0.4, 0.05, 0.2, 0.1), words.regions().get(0).area());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "RbShape=rectangle,RbUnit=relative,RbX=0.5,RbY=0.25,RbW=0.25,RbH=0.5 | 0.25x0.5+0.5+0.25",
                "RbShape=rectangle,RbUnit=pixel,RbX=20,RbY=5,RbW=10,RbH=10 | 0.25x0.5+0.5+0.25",
                "RbShape=circle,RbUnit=pixel,RbX=20,RbY=10,RbRx=5 | 0.25x0.5+0.375+0.25",
                "RbShape=polygon,RbUnit=relative,RbVertices=[{RbX=0.1,RbY=0.2},{RbX=0.3,RbY=0.2},{RbX=0.2,RbY=0.6}] | 0.2x0.4+0.1+0.2"
            })
    void iptcRegion_ofEachShape_isItsBox(String boundary, String expected) throws Exception {
        Embedded words = read(jpeg(), "-n", "-ImageRegion=[{Name=Boat,RegionBoundary={" + boundary + "}}]");
        assertEquals(1, words.regions().size());
        assertEquals("Boat", words.regions().get(0).name());
        assertBox(Box.parse(expected), words.regions().get(0).area());
    }

    @ParameterizedTest
    @CsvSource({"20 10, 0x0+0.5+0.5", "20 10 10, 0.25x0.5+0.375+0.25", "20 10 20 10, 0.5x0.5+0.25+0.25"})
    void subjectArea_pointCircleOrRectangle_isTheFocus(String values, String expected) throws Exception {
        Embedded words = read(jpeg(), "-n", "-SubjectArea=" + values);
        assertEquals(Region.Kind.FOCUS, words.regions().get(0).kind());
        assertBox(Box.parse(expected), words.regions().get(0).area());
    }

    @ParameterizedTest
    @ValueSource(strings = {"X=nan,Y=0.5,W=0.1,H=0.1", "X=7,Y=0.5,W=0.1,H=0.1", "X=0.5,Y=0.5,W=-1,H=0.1"})
    void regionThatMakesNoSense_isLeftOut(String area) throws Exception {
        Embedded words =
                read(jpeg(), "-n", "-RegionInfo={RegionList=[{Area={" + area + ",Unit=normalized},Type=Face}]}");
        assertEquals(List.of(), words.regions());
    }

    /** Whatever a file says, it fits where it is kept, and no character is cut in two. */
    @Test
    void longWords_areCutBetweenCharacters() throws Exception {
        Embedded words = read(jpeg(), "-XMP-dc:Title=" + "\ud83d\udea2".repeat(2000));
        assertTrue(words.title().length() <= 1000);
        assertEquals("a\ud83d\udea2", Embedded.line("a\ud83d\udea2\ud83d\udea2", 4));
        assertEquals("a b", Embedded.line(" a\u0000\u0092\n b ", 10));
        Embedded region = read(
                jpeg(),
                "-n",
                "-RegionInfo={RegionList=[{Area={X=0.5,Y=0.5,W=0.1,H=0.1,Unit=normalized},Name=" + "n".repeat(3000)
                        + ",Type=Face}]}");
        assertEquals(80, region.regions().get(0).name().length());
    }

    /** What Gavlin writes, it reads; what was private in the source cannot be in it. */
    @Test
    void ownFiles_sayTheirTitleMakerRightsAndLicence() {
        for (byte[] file : written(new Tags("Kelso & <dusk>", "Ada Merrow", "© Merrow", "CC BY 4.0"))) {
            Embedded words = PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT));
            assertEquals("Kelso & <dusk>", words.title());
            assertEquals("Ada Merrow", words.maker());
            assertEquals("© Merrow", words.rights());
            assertEquals("CC BY 4.0", words.licence());
            assertEquals(List.of(), words.secrets());
        }
        String address = "https://creativecommons.org/licenses/by/4.0/";
        for (byte[] file : written(new Tags("", "", "", address))) {
            assertEquals(
                    address,
                    PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT))
                            .licence());
        }
    }

    /** Under a limit of some kilobytes the words are said once and briefly; the first to go is the title, then all. */
    @Test
    void ownFiles_underATightLimit_sayWhatThereIsRoomFor() {
        Tags tags = new Tags("Kelso at dusk", "Ada Merrow", "© Ærø Merrow", "CC BY 4.0");
        for (PictureType type : List.of(PictureType.JPEG, PictureType.PNG, PictureType.WEBP)) {
            assertEquals(tags, tags.under(Long.MAX_VALUE, type));
            assertTrue(tags.under(900, type).isEmpty(), "no room at all");
        }
        for (byte[] file : written(tags.under(12_000, PictureType.JPEG))) {
            Embedded words = PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT));
            assertEquals("Ada Merrow", words.maker());
            assertEquals("© Ærø Merrow, CC BY 4.0", words.rights());
        }
        for (byte[] file : written(tags.under(6_500, PictureType.JPEG))) {
            Embedded words = PictureReader.embedded(file, PictureReader.inspect(file, Limits.DEFAULT));
            assertEquals("", words.title(), "the title goes first");
            assertEquals("Ada Merrow", words.maker());
        }
        List<byte[]> bare = written(tags.under(900, PictureType.JPEG));
        for (int limit : new int[] {2_000, 8_000, 12_000, 20_000, 60_000, 200_000}) {
            List<byte[]> said = written(tags.under(limit, PictureType.JPEG));
            for (int i = 0; i < said.size(); i++) {
                int costs = said.get(i).length - bare.get(i).length;
                assertTrue(costs <= 0.02 * limit, costs + " of " + limit);
            }
        }
    }

    private static List<byte[]> written(Tags tags) {
        return List.of(
                JpegWriter.write(PHOTO, 80, Chroma.HALVED, tags),
                PngWriter.write(PHOTO, tags),
                WebpWriter.writeLossy(PHOTO, WebpWriter.Lossy.usual(80), tags));
    }

    private static byte[] jpeg() {
        return JpegWriter.write(PHOTO, 80, Chroma.HALVED, Tags.NONE);
    }

    private Embedded read(byte[] file, String... written) throws IOException, InterruptedException {
        byte[] changed = written.length == 0 ? file : tagged(file, "jpg", written);
        return PictureReader.embedded(changed, PictureReader.inspect(changed, Limits.DEFAULT));
    }

    private byte[] tagged(byte[] file, String type, String... written) throws IOException, InterruptedException {
        Path path = Files.write(folder.resolve("a." + type), file);
        List<String> command = new ArrayList<>(List.of("-q", "-m", "-overwrite_original", "-charset", "utf8"));
        command.addAll(List.of(written));
        exiftool(path, command);
        return Files.readAllBytes(path);
    }

    /** All that exiftool reads in a file. */
    private String said(byte[] file, String type) throws IOException, InterruptedException {
        return exiftool(
                Files.write(folder.resolve("said." + type), file),
                List.of("-validate", "-warning", "-a", "-struct", "-charset", "utf8", "-XMP:all"));
    }

    private static String exiftool(Path path, List<String> arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("exiftool"));
        command.addAll(arguments);
        command.add(path.toString());
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), said);
        return said;
    }

    /** Every type that can hold them, each way of lying; read by us and by exiftool. */
    @ParameterizedTest
    @CsvSource({"jpg, 1", "jpg, 6", "jpg, 8", "jpg, 5", "png, 1", "webp, 1"})
    void regionsWrittenIntoACopy_areReadBack_andTheRestIsAsItWas(String type, int orientation) throws Exception {
        byte[] plain = type.equals("png")
                ? PngWriter.write(PHOTO, Tags.NONE)
                : type.equals("webp") ? WebpWriter.writeLossless(PHOTO, 100, Tags.NONE) : jpeg();
        byte[] tagged = tagged(plain, type, "-XMP-dc:Title=Kelso & quay");
        byte[] original = type.equals("jpg") ? tagged(tagged, type, "-n", "-Orientation=" + orientation) : tagged;
        Header header = PictureReader.inspect(original, Limits.DEFAULT);
        byte[] copy = RegionCopy.of(
                original,
                header,
                List.of(
                        new RegionCopy.Outline("keeper's head", false, new Box<>(0.1, 0.2, 0.3, 0.4)),
                        new RegionCopy.Outline("lamp <1>", true, new Box<>(0.5, 0.25, 0.5, 0.5))),
                new FocalPoint<>(0.25, 0.75));

        Embedded words = EmbeddedReader.read(new Bytes(copy), PictureReader.inspect(copy, Limits.DEFAULT));
        assertEquals("Kelso & quay", words.title());
        assertEquals(
                List.of("", "keeper's head", "lamp <1>"),
                words.regions().stream().map(Region::name).toList());
        assertEquals(Region.Kind.FOCUS, words.regions().get(0).kind());
        assertBox(new Box<>(0.25, 0.75, 0, 0), words.regions().get(0).area());
        assertBox(new Box<>(0.1, 0.2, 0.3, 0.4), words.regions().get(1).area());
        assertBox(new Box<>(0.5, 0.25, 0.5, 0.5), words.regions().get(2).area());
        String said = said(copy, type);
        assertTrue(said.contains("Kelso & quay") && said.contains("keeper's head") && said.contains("Focus"), said);
        assertTrue(!said.contains("Warning") && !said.contains("Error"), said);
        assertArrayEquals(
                OwnFile.pixels(original).samples(), OwnFile.pixels(copy).samples(), "not a pixel has changed");

        // Once more: what was written gives way to what is written now, and nothing piles up.
        byte[] again = RegionCopy.of(copy, header, List.of(), null);
        assertEquals(
                List.of(),
                EmbeddedReader.read(new Bytes(again), PictureReader.inspect(again, Limits.DEFAULT))
                        .regions());
    }

    @Test
    void regionsOfATypeThatCannotHoldThem_areAFileBeside() throws Exception {
        Header header = PictureReader.inspect(jpeg(), Limits.DEFAULT);
        byte[] sidecar = RegionCopy.sidecar(
                header, List.of(new RegionCopy.Outline("lamp", true, new Box<>(0.25, 0.25, 0.25, 0.5))), null);
        String said = said(sidecar, "xmp");
        assertTrue(said.contains("lamp") && said.contains("RbShape=Circle"), said); // 10 px wide and high: a circle
        byte[] bmp = new byte[] {'B', 'M'};
        Header other = new Header(PictureType.BMP, PHOTO.size(), 3, 1, 1, Orientation.UPRIGHT, null, List.of());
        assertThrows(BadInput.class, () -> RegionCopy.of(bmp, other, List.of(), null));
    }

    private static void assertBox(Box<OfPicture> expected, Box<OfPicture> found) {
        assertTrue(expected.contains(found, 1e-6) && found.contains(expected, 1e-6), found + ", not " + expected);
    }
}
