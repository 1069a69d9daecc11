package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import gavlin.web.RunningGavlin.Answer;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What a program may upload as a picture, and what becomes of what is none. */
class UploadApiTest {
    private static final String PICTURES = "/api/v1/sites/tolvane/pictures";
    private static RunningGavlin gavlin;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
    }

    @ParameterizedTest
    @CsvSource({
        "'', 422, picture-empty",
        "hello, 415, picture-not-a-picture",
        "II*\u0000 a raw camera picture, 415, picture-unsupported",
        "<svg xmlns='http://www.w3.org/2000/svg'><g>, 422, picture-corrupt",
        "GIF89a, 422, picture-corrupt"
    })
    void badPicture_isRefusedAndNothingIsStored(String content, int status, String type) {
        int before = gavlin.get("warden", PICTURES).json().size();
        Answer answer = gavlin.upload(
                "warden", PICTURES, "photo.jpg", content.getBytes(StandardCharsets.UTF_8), Map.of("title", "x"));
        assertEquals(status, answer.status(), answer.text());
        assertEquals("urn:gavlin:problem:" + type, answer.json().path("type").asString());
        assertEquals("file", answer.json().path("field").asString());
        assertEquals(before, gavlin.get("warden", PICTURES).json().size());
    }

    @Test
    void heavyAndTruncatedPictures_areRefused() {
        byte[] photo = RunningGavlin.photograph(Size.parse("600x400"), 3);
        Answer truncated =
                gavlin.upload("warden", PICTURES, "cut.jpg", Arrays.copyOf(photo, photo.length / 2), Map.of());
        assertEquals(422, truncated.status());
        assertTrue(truncated.json().path("detail").asString().contains("damaged"));
        for (int megabytes : new int[] {65, 90}) {
            byte[] heavy = Arrays.copyOf(photo, megabytes * 1_000_000);
            assertEquals(
                    413,
                    gavlin.upload("warden", PICTURES, "heavy.jpg", heavy, Map.of())
                            .status());
        }
    }

    /** A viewer's mercy is a choice: asked for, what can be seen of a broken-off photograph is taken in. */
    @Test
    void truncatedPicture_salvagedOnRequest_isTakenInAndSaysSo() {
        gavlin.siteOfOneSlot("mercy", "\"size\": {\"width\": 300, \"height\": 100}, \"types\": [\"jpeg\"]");
        byte[] photo = RunningGavlin.photograph(Size.parse("600x400"), 31);
        byte[] cut = Arrays.copyOf(photo, photo.length * 2 / 3);
        String pictures = "/api/v1/sites/mercy/pictures";
        assertEquals(
                422, gavlin.upload("warden", pictures, "cut.jpg", cut, Map.of()).status());
        Answer saved = gavlin.upload("warden", pictures, "cut.jpg", cut, Map.of("salvage", "true"));
        assertEquals(201, saved.status(), saved.text());
        assertEquals(600, saved.json().path("width").asInt());
        assertTrue(saved.json().path("notes").asString().startsWith("saved from a damaged file"), saved.text());
    }

    @Test
    void upload_withWordsAndRegionsInTheFile_bringsThemAlong() {
        gavlin.siteOfOneSlot("words", "\"size\": {\"width\": 300, \"height\": 100}, \"types\": [\"jpeg\"]");
        String xmp =
                "<x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#'>"
                        + "<rdf:Description rdf:about='' xmlns:dc='http://purl.org/dc/elements/1.1/'"
                        + " xmlns:mwg-rs='http://www.metadataworkinggroup.com/schemas/regions/'"
                        + " xmlns:stArea='http://ns.adobe.com/xmp/sType/Area#'>"
                        + "<dc:title><rdf:Alt><rdf:li xml:lang='x-default'>Lamp room</rdf:li></rdf:Alt></dc:title>"
                        + "<dc:creator><rdf:Seq><rdf:li>Ada Merrow</rdf:li></rdf:Seq></dc:creator>"
                        + "<mwg-rs:Regions rdf:parseType='Resource'><mwg-rs:RegionList><rdf:Bag><rdf:li rdf:parseType='Resource'>"
                        + "<mwg-rs:Name>Keeper</mwg-rs:Name><mwg-rs:Type>Face</mwg-rs:Type><mwg-rs:Area stArea:x='0.5' stArea:y='0.25'"
                        + " stArea:w='0.2' stArea:h='0.1'/></rdf:li></rdf:Bag></mwg-rs:RegionList></mwg-rs:Regions>"
                        + "</rdf:Description></rdf:RDF></x:xmpmeta>";
        byte[] file = withXmp(RunningGavlin.photograph(Size.parse("600x400"), 32), xmp);
        JsonNode picture = gavlin.upload(
                        "warden", "/api/v1/sites/words/pictures", "a.jpg", file, Map.of("title", "Mine"))
                .json();
        assertEquals("Mine", picture.path("title").asString(), "what a person says counts first");
        assertEquals("Ada Merrow", picture.path("credit").asString());
        JsonNode face = picture.path("suggestions").get(0);
        assertEquals("Keeper", face.path("name").asString());
        assertEquals("face", face.path("kind").asString());
        assertEquals(0.4, face.path("x").asDouble(), 1e-9);
        assertEquals(0.2, face.path("y").asDouble(), 1e-9);
        assertEquals("MWG region", face.path("reason").asString());
    }

    private static byte[] withXmp(byte[] jpeg, String xmp) {
        byte[] name = "http://ns.adobe.com/xap/1.0/\0".getBytes(StandardCharsets.US_ASCII);
        byte[] packet = xmp.getBytes(StandardCharsets.UTF_8);
        int length = 2 + name.length + packet.length;
        return ByteBuffer.allocate(jpeg.length + 2 + length)
                .put(jpeg, 0, 2)
                .putShort((short) 0xffe1)
                .putShort((short) length)
                .put(name)
                .put(packet)
                .put(jpeg, 2, jpeg.length - 2)
                .array();
    }

    @Test
    void drawing_takenIn_isNeverServedAsAPage() {
        gavlin.siteOfOneSlot(
                "drawn",
                "\"size\": {\"width\": 64, \"height\": 64}, \"types\": [\"png\"], \"transparency\": \"required\", \"rule\": \"contain\"");
        byte[] svg =
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 10'><script>alert(1)</script><circle cx='5' cy='5' r='4'/></svg>"
                        .getBytes(StandardCharsets.UTF_8);
        Answer added = gavlin.upload("warden", "/api/v1/sites/drawn/pictures", "sun.svg", svg, Map.of());
        assertEquals(201, added.status(), added.text());
        assertEquals("svg", added.json().path("type").asString());
        String id = added.json().path("id").asString();
        Answer original = gavlin.get("warden", "/api/v1/sites/drawn/pictures/" + id + "/original");
        assertTrue(original.header("Content-Disposition").startsWith("attachment"));
        assertTrue(original.header("Content-Security-Policy").contains("sandbox"));
        Answer fit =
                gavlin.json("warden", "PUT", "/api/v1/sites/drawn/slots/banner/fit", "{\"picture\":\"" + id + "\"}");
        assertEquals("png", fit.json().path("file").path("type").asString(), fit.text());
        Pixels file = OwnFile.pixels(gavlin.get("warden", "/api/v1/sites/drawn/slots/banner/rendition")
                .response()
                .body());
        assertEquals(Size.parse("64x64"), file.size());
        assertTrue(file.transparentPixels() > 0);
    }

    /** Refused one after the other and all at once, and the next request is as good as any. */
    @Test
    void hostileUploads_manyAtOnce_leaveTheApplicationUnharmed() {
        String uses =
                "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g></svg>";
        byte[] photo = RunningGavlin.photograph(Size.parse("300x200"), 35);
        byte[] lying = photo.clone();
        for (int i = 0; i < lying.length - 8; i++) {
            if ((lying[i] & 0xff) == 0xff && ((lying[i + 1] & 0xff) == 0xc0 || (lying[i + 1] & 0xff) == 0xc2)) {
                lying[i + 5] = lying[i + 7] = (byte) 0xfe;
                break;
            }
        }
        byte[][] files = {uses.getBytes(StandardCharsets.UTF_8), lying, Arrays.copyOf(photo, 400)};
        IntStream.range(0, 24).parallel().forEach(i -> {
            int status = gavlin.upload("warden", PICTURES, "x.jpg", files[i % files.length], Map.of())
                    .status();
            assertTrue(status == 422 || status == 413, "status " + status);
        });
        assertEquals(200, gavlin.get("warden", PICTURES).status());
    }
}
