package gavlin.web.dispatch;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import gavlin.core.codec.OwnFile;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin;
import gavlin.web.RunningGavlin.Answer;
import gavlin.web.store.FileStore;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What is accepted, to take away. */
class DispatchTest {
    private static final String SITE = """
            {"id":"parcel","name":"Parcel","slotSheet":{"format":"slot-sheet/1","theme":{"name":"P"},"slots":[
              {"id":"top","name":"Top, wide","kind":"banner","size":{"width":600,"height":150},"densities":[1,2],"types":["jpeg"]},
              {"id":"vast","name":"Vast","kind":"banner","size":{"width":1000,"height":250},"densities":[1,2],"types":["jpeg"]},
              {"id":"open","name":"Open","kind":"banner","size":{"width":600,"height":150},"types":["jpeg"]}]}}""";

    private final RunningGavlin gavlin = RunningGavlin.get();

    @Test
    void everythingAccepted_isInOneZip_underItsName_withItsWords_theSameEachTime() throws IOException {
        assertEquals(201, gavlin.json("warden", "POST", "/api/v1/sites", SITE).status());
        Answer none = gavlin.get("warden", "/sites/parcel/files.zip");
        assertEquals(409, none.status());
        assertTrue(none.text().contains("nothing is accepted on this site yet"), none.text());

        String picture = gavlin.upload(
                        "warden",
                        "/api/v1/sites/parcel/pictures",
                        "p.jpg",
                        RunningGavlin.photograph(Size.parse("1600x900"), 4730),
                        Map.of("title", "=Quay, \"old\"", "credit", "Ines Moor", "licence", "CC BY 4.0"))
                .json()
                .get("id")
                .asString();
        for (String slot : List.of("top", "vast", "open")) {
            String fit = "/api/v1/sites/parcel/slots/" + slot + "/fit";
            assertEquals(
                    200,
                    gavlin.json("warden", "PUT", fit, "{\"picture\":\"" + picture + "\"}")
                            .status());
            if (!slot.equals("open")) {
                gavlin.json("warden", "POST", fit + "/accept", "");
            }
        }
        Answer answer = gavlin.get("warden", "/sites/parcel/files.zip");
        assertTrue(answer.header("Content-Disposition").contains("parcel-files.zip"));
        assertTrue(answer.header("Content-Security-Policy").contains("sandbox"));
        Map<String, byte[]> parcel = entries(answer);
        assertEquals(
                List.of(
                        "manifest.json",
                        "files.csv",
                        "credits.txt",
                        "credits.html",
                        "code.html",
                        "SHA256SUMS",
                        "left-out.txt",
                        "top/top-quay-old-600x150.jpg",
                        "top/top-quay-old-1200x300.jpg",
                        "vast/vast-quay-old-1000x250.jpg"),
                List.copyOf(parcel.keySet()));
        assertArrayEquals(
                gavlin.get("warden", "/api/v1/sites/parcel/slots/top/rendition?density=2")
                        .response()
                        .body(),
                parcel.get("top/top-quay-old-1200x300.jpg"));
        String table = new String(parcel.get("files.csv"), StandardCharsets.UTF_8);
        assertTrue(table.contains("top/top-quay-old-600x150.jpg,\"Top, wide\",,1,600,150,"), table);
        assertTrue(table.contains("\"'=Quay, \"\"old\"\"\",,Ines Moor,CC BY 4.0,\r\n"), table);
        assertEquals(
                "=Quay, \"old\": Ines Moor, CC BY 4.0\r\n",
                new String(parcel.get("credits.txt"), StandardCharsets.UTF_8));
        assertTrue(new String(parcel.get("left-out.txt"), StandardCharsets.UTF_8)
                .startsWith("Vast, density 2: the picture has too few pixels"));
        assertArrayEquals(
                answer.response().body(),
                gavlin.get("warden", "/sites/parcel/files.zip").response().body());
        assertEquals(404, gavlin.get("keeper", "/sites/parcel/files.zip").status());
        packageByProgram_holdsAlsoWhatIsNotAccepted(parcel);
    }

    private void packageByProgram_holdsAlsoWhatIsNotAccepted(Map<String, byte[]> acceptedOnly) throws IOException {
        Answer answer = gavlin.get("warden", "/api/v1/sites/parcel/package");
        Map<String, byte[]> all = entries(answer);
        JsonNode manifest = RunningGavlin.JSON.readTree(all.get("manifest.json"));
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(gavlin.get("warden", "/schemas/package-1.json").text(), InputFormat.JSON);
        assertEquals(List.of(), schema.validate(manifest));
        assertEquals(4, manifest.path("files").size());
        String sums = new String(all.get("SHA256SUMS"), StandardCharsets.UTF_8);
        for (JsonNode file : manifest.path("files")) {
            byte[] bytes = all.get(file.path("path").asString());
            assertEquals(file.path("bytes").asInt(), bytes.length);
            assertEquals(file.path("sha256").asString(), FileStore.sha256(bytes));
            assertTrue(
                    sums.contains(file.path("sha256").asString() + "  "
                            + file.path("path").asString() + "\n"),
                    sums);
            assertEquals(
                    Size.parse(file.path("width").asInt() + "x"
                            + file.path("height").asInt()),
                    OwnFile.pixels(bytes).size());
            assertEquals(
                    !file.path("slot").asString().equals("open"),
                    file.path("accepted").asBoolean());
        }
        assertEquals(
                "Vast, density 2: the picture has too few pixels in this window for density 2",
                manifest.at("/leftOut/0").asString());
        String code = new String(all.get("code.html"), StandardCharsets.UTF_8);
        assertTrue(code.contains("top/top-quay-old-1200x300.jpg"), code);
        assertArrayEquals(
                answer.response().body(),
                gavlin.get("warden", "/api/v1/sites/parcel/package").response().body());
        assertEquals(
                acceptedOnly.keySet(),
                entries(gavlin.get("warden", "/api/v1/sites/parcel/package?accepted=true"))
                        .keySet());
    }

    /** The icon's other sizes lie beside it, with the lines for the page. */
    @Test
    void icon_isPackedInAllItsSizes_withItsLines() throws IOException {
        gavlin.json("warden", "POST", "/api/v1/sites", """
                {"id":"parcel-icon","name":"Parcel","slotSheet":{"format":"slot-sheet/1","theme":{"name":"P"},"slots":[
                  {"id":"tab","name":"Tab","kind":"icon","size":{"width":16,"height":16},"types":["png"]}]}}""");
        String picture = gavlin.upload(
                        "warden",
                        "/api/v1/sites/parcel-icon/pictures",
                        "m.svg",
                        "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 40'><circle cx='20' cy='20' r='18' fill='#17313A'/></svg>"
                                .getBytes(StandardCharsets.UTF_8),
                        Map.of("title", "Mark", "licence", "CC0"))
                .json()
                .get("id")
                .asString();
        gavlin.json("warden", "PUT", "/api/v1/sites/parcel-icon/slots/tab/fit", "{\"picture\":\"" + picture + "\"}");
        Map<String, byte[]> all = entries(gavlin.get("warden", "/api/v1/sites/parcel-icon/package"));
        byte[] touch = all.get("tab/icons/icon-180.png");
        assertEquals(Size.parse("180x180"), OwnFile.pixels(touch).size());
        assertTrue(new String(all.get("code.html"), StandardCharsets.UTF_8).contains("rel=\"apple-touch-icon\""));
        assertTrue(new String(all.get("SHA256SUMS"), StandardCharsets.UTF_8)
                .contains(FileStore.sha256(touch) + "  tab/icons/icon-180.png\n"));
    }

    /** RFC 4180, §2; and what spreadsheets take for a formula. */
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '`',
            value = {
                "quay,quay",
                "`a, b`,`\"a, b\"`",
                "a \"b\",`\"a \"\"b\"\"\"`",
                "=1+1,'=1+1",
                "+49,'+49",
                "@a,'@a",
                "-1,'-1"
            })
    void cell_isOneCell_andNoFormula(String text, String cell) {
        assertEquals(cell, Parcel.cell(text));
    }

    private static Map<String, byte[]> entries(Answer answer) throws IOException {
        assertEquals(200, answer.status(), () -> answer.text());
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(answer.response().body()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                entries.put(entry.getName(), zip.readAllBytes());
            }
        }
        return entries;
    }
}
