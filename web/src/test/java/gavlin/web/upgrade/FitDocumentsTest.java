package gavlin.web.upgrade;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Ssim;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Size;
import gavlin.core.grow.Grow;
import gavlin.core.raster.Pixels;
import gavlin.core.turn.Turn;
import gavlin.core.weight.Encoding;
import gavlin.web.RunningGavlin;
import gavlin.web.account.Viewer;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.zip.GZIPInputStream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A database that the version before fit documents filled (schema version 5): the demo, with turned, flipped, straightened, grown, let-go and set
 * fits, and what that version's API answered for each. After the migrations every revision means what it meant.
 */
class FitDocumentsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String DATABASE = "gavlin_upgrade";

    private static Connection database;
    private static SlotSheet sheet;

    /** One revision after the migrations, and what the version before answered of it. */
    private record Revision(String slot, FitDocument document, StoredFacts picture, JsonNode answer) {}

    private record StoredFacts(PictureFacts facts, Map<String, String> areaNames) {}

    @BeforeAll
    static void upgrade() throws SQLException, IOException {
        String url = "jdbc:mariadb://127.0.0.1:" + System.getenv("GAVLIN_TEST_DB_PORT") + "/";
        String password = System.getenv("GAVLIN_TEST_DB_PASSWORD");
        RunningGavlin.createDatabase(DATABASE);
        database = DriverManager.getConnection(
                url + DATABASE + "?allowMultiQueries=true&sessionVariables=foreign_key_checks=0", "gavlin", password);
        try (Statement sql = database.createStatement()) {
            sql.execute(resource("version-5.sql.gz").replaceFirst("/\\*M!999999.*?\\*/", ""));
        }
        Flyway.configure()
                .dataSource(url + DATABASE, "gavlin", password)
                .locations("classpath:db/migration")
                .javaMigrations(new FitDocuments())
                .load()
                .migrate();
        try (Statement sql = database.createStatement();
                ResultSet row =
                        sql.executeQuery("SELECT r.json FROM sheet_revision r JOIN site s ON s.sheet_id = r.sheet_id"
                                + " WHERE s.id = 'tolvane' ORDER BY r.revision DESC LIMIT 1")) {
            row.next();
            sheet = SlotSheetReader.read(row.getString(1));
        }
    }

    @AfterAll
    static void drop() throws SQLException {
        try (Statement sql = database.createStatement()) {
            sql.execute("DROP DATABASE " + DATABASE);
        }
        database.close();
    }

    private static String resource(String name) throws IOException {
        try (InputStream in = new GZIPInputStream(FitDocumentsTest.class.getResourceAsStream("/upgrade/" + name))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    void everyRevision_isADocumentOfThePublishedSchema() throws SQLException {
        int revisions = 0;
        try (Statement sql = database.createStatement();
                ResultSet row = sql.executeQuery("SELECT r.document, p.id FROM fit_revision r"
                        + " JOIN picture p ON p.number = r.picture_number")) {
            while (row.next()) {
                JsonNode stored = JSON.readTree(row.getString(1));
                FitDocument document = FitDocument.read(stored);
                assertEquals(row.getString(2), document.picture());
                assertEquals(stored, JSON.readTree(document.json().toString()), "as this version would store it");
                revisions++;
            }
        }
        assertTrue(revisions > 30, revisions + " revisions");
    }

    /** The window begins where the grown edge does now; everything else is as it was answered. */
    @Test
    void everyFitThatWasAnswered_showsWhatItShowed() throws SQLException, IOException {
        TreeSet<String> kinds = new TreeSet<>();
        for (Revision revision : answered()) {
            Fit fit = revision.document.fit();
            JsonNode before = revision.answer;
            RenditionPlan plan = RenditionPlan.of(slot(revision), fit, revision.picture.facts, 1);
            Grow grow = fit.prepare().get(Grow.TYPE);
            String which = revision.slot + " " + before.get("revision");
            assertEquals(
                    before.at("/window/x").asDouble() + grow.left(),
                    plan.framing().window().x(),
                    1e-9,
                    which);
            assertEquals(
                    before.at("/window/y").asDouble() + grow.top(),
                    plan.framing().window().y(),
                    1e-9,
                    which);
            assertEquals(
                    before.at("/window/width").asDouble(),
                    plan.framing().window().width(),
                    1e-9,
                    which);
            assertEquals(before.at("/size/width").asInt(), plan.size().width(), which);
            assertEquals(before.at("/size/height").asInt(), plan.size().height(), which);
            assertEquals(before.at("/focal/x").asDouble(), fit.frame().focal().x(), which);
            assertEquals(before.get("zoom").asDouble(), fit.frame().zoom(), which);
            assertEquals(
                    before.get("encoding").asString(""),
                    fit.encoding() == null ? "" : fit.encoding().code(),
                    which);
            List<String> letGo = new ArrayList<>();
            before.at("/setting/letGo").forEach(name -> letGo.add(name.asString()));
            letGo.remove("the wave"); // the picture has no area of that name any more: it was let go of nothing
            assertEquals(
                    letGo,
                    fit.letGo().stream()
                            .map(revision.picture.areaNames::get)
                            .sorted()
                            .toList(),
                    which);
            fit.prepare().all().forEach(step -> kinds.add(step.type().id()));
            fit.finish().all().forEach(step -> kinds.add(step.type().id()));
            kinds.addAll(letGo.isEmpty() ? List.of() : List.of("let go"));
            kinds.addAll(fit.frame().height() == null ? List.of() : List.of("height"));
            kinds.addAll(fit.frame().position() == null ? List.of() : List.of("position"));
        }
        assertEquals(List.of("backing", "grow", "height", "let go", "position", "turn"), List.copyOf(kinds));
    }

    /** Parts that growing enlarges are guessed in coded light now: a few pixels of one file. */
    private static final double ENLARGED_BETTER = 0.001;

    /**
     * The same fit gives the same pixels, and the encoding that was chosen then the same bytes: each file is made again, and weighs
     * and looks as it did. (What is chosen may be another file today.)
     */
    @Test
    void everyFileThatWasAnswered_isMadeTheSame() throws SQLException, IOException {
        RunningGavlin gavlin = RunningGavlin.get();
        Viewer warden = new Viewer(1, "warden", true);
        OpenSite site = gavlin.bean(Sites.class).open(warden, "tolvane");
        Map<String, StoredPicture> pictures = new TreeMap<>();
        gavlin.bean(Pictures.class).list(site).forEach(p -> pictures.put(p.id(), p));
        int made = 0;
        for (Revision revision : answered()) {
            JsonNode file = revision.answer.get("file");
            StoredPicture picture = pictures.get(revision.document.picture());
            if (file.isNull() || picture == null) {
                continue; // drawn with other bytes on this machine
            }
            RenditionPlan plan = RenditionPlan.of(slot(revision), revision.document.fit(), picture.facts(), 1);
            if (!picture.transparent() && plan.framing().filled(plan.size()) < 1) {
                continue; // its file had black bars then
            }
            boolean turned = revision.document.fit().prepare().get(Turn.TYPE).degrees() != 0;
            if (plan.framing().detail() < 1 || picture.transparent() || turned) {
                continue; // enlarged and straightened better now, and a mark's edge keeps its colour
            }
            JsonNode chosen = chosen(file);
            if (chosen == null || "png".equals(file.get("type").asString())) {
                continue; // what packs PNG may pack better now
            }
            Pixels pixels = Rendition.pixels(gavlin.bean(WorkingPictures.class).of(picture), plan);
            byte[] again = Encoding.parse(chosen.get("encoding").asString())
                    .write(
                            pixels,
                            new Tags(
                                    picture.words().title(), "", picture.words().credit(), ""));
            String which = revision.slot + " " + revision.answer.get("revision");
            assertEquals(
                    file.get("bytes").asLong(), again.length, file.get("bytes").asLong() * ENLARGED_BETTER, which);
            assertEquals(
                    file.get("ssim").asDouble(), Ssim.between(pixels, OwnFile.pixels(again)), ENLARGED_BETTER, which);
            made++;
        }
        assumeTrue(made > 0, "this machine draws the demo's pictures with other bytes");
        assertTrue(made >= 10, made + " files");
    }

    private static JsonNode chosen(JsonNode file) {
        for (JsonNode one : file.path("candidates")) {
            if (one.get("bytes").asLong() == file.get("bytes").asLong()) {
                return one;
            }
        }
        return null;
    }

    @Test
    void keepAreas_haveIds_andAHistoryThatBeginsHere() throws SQLException {
        try (Statement sql = database.createStatement();
                ResultSet row = sql.executeQuery("SELECT p.keep_areas, p.keep_areas_made, r.keep_areas FROM picture p"
                        + " JOIN keep_areas_revision r ON r.picture_number = p.number"
                        + " AND r.revision = p.keep_areas_revision WHERE p.title = 'Winter landing'")) {
            assertTrue(row.next());
            List<String> ids = new ArrayList<>();
            JSON.readTree(row.getString(1))
                    .forEach(area -> ids.add(area.get("id").asString()));
            assertEquals(List.of("k1", "k2", "k3"), ids);
            assertEquals(3, row.getInt(2));
            assertEquals(row.getString(1), row.getString(3));
        }
    }

    private static Slot slot(Revision revision) {
        return sheet.slot(revision.slot).orElseThrow();
    }

    private static List<Revision> answered() throws SQLException, IOException {
        List<Revision> revisions = new ArrayList<>();
        JsonNode answers = JSON.readTree(resource("version-5-answers.json.gz"));
        for (Map.Entry<String, JsonNode> place : answers.properties()) {
            for (JsonNode answer : place.getValue()) {
                revisions.add(revision(answer));
            }
        }
        return revisions;
    }

    private static Revision revision(JsonNode answer) throws SQLException {
        try (PreparedStatement sql = database.prepareStatement(
                "SELECT r.document, p.* FROM fit_revision r"
                        + " JOIN fit_head h ON h.id = r.head_id JOIN picture p ON p.number = r.picture_number"
                        + " WHERE h.slot = ? AND h.section = ? AND h.member = ? AND r.revision = ? AND p.site_id = 'tolvane'")) {
            sql.setString(1, answer.get("slot").asString());
            sql.setString(2, answer.get("section").asString());
            sql.setInt(3, answer.get("member").asInt());
            sql.setInt(4, answer.get("revision").asInt());
            try (ResultSet row = sql.executeQuery()) {
                assertTrue(row.next(), answer.toString());
                Map<String, String> names = new TreeMap<>();
                JSON.readTree(row.getString("keep_areas"))
                        .forEach(area -> names.put(
                                area.get("id").asString(), area.get("name").asString()));
                PictureFacts facts = new PictureFacts(
                        new Size(row.getInt("width"), row.getInt("height")),
                        row.getBoolean("transparent"),
                        row.getString("title"),
                        row.getString("description"),
                        row.getString("credit"));
                return new Revision(
                        answer.get("slot").asString(),
                        FitDocument.read(JSON.readTree(row.getString("document"))),
                        new StoredFacts(facts, names),
                        answer);
            }
        }
    }
}
