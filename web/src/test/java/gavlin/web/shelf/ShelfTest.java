package gavlin.web.shelf;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin;
import gavlin.web.RunningGavlin.Answer;
import gavlin.web.Visitor;
import gavlin.web.fit.Housekeeping;
import gavlin.web.store.Zips;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Pictures that all sites share, through the running application. */
class ShelfTest {
    private static final RunningGavlin gavlin = RunningGavlin.get();
    private static final byte[] PIER = RunningGavlin.photograph(Size.parse("900x300"), 1591);
    private static Visitor warden;
    private static Visitor keeper;

    @BeforeAll
    static void arrive() {
        warden = Visitor.signedIn(gavlin, "warden");
        keeper = Visitor.signedIn(gavlin, "keeper");
    }

    @Test
    void zipWithACreditsFile_bringsManyAtOnce_andNamesWhatItCantTake() {
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("pictures/pier.jpg", PIER);
        files.put("pictures/Nobody.jpg", RunningGavlin.photograph(Size.parse("600x600"), 1592));
        files.put("pictures/notes.txt", "no picture".getBytes(StandardCharsets.UTF_8));
        files.put("credits.csv", """
                \uFEFFfile;title;description;credit;licence
                pier.jpg;"The long pier; at noon";A pier;Ines Pascoe;CC BY 4.0
                notes.txt;Notes;;;CC0
                """.getBytes(StandardCharsets.UTF_8));
        String page = bring(warden, "all.zip", zip(files));
        assertTrue(page.contains("One picture is on the shelf now."), page);
        assertTrue(page.contains("Nobody.jpg: its licence has to be said first"), page);
        assertTrue(page.contains("notes.txt: "), page);
        String found = shelf(warden, "?q=long+pier%2C+wide");
        assertTrue(found.contains("The long pier; at noon") && found.contains("CC BY 4.0"), found);
        assertFalse(shelf(warden, "?q=long+pier+tall").contains("The long pier"));

        // A keeper of another site takes a copy: it owes the same credit there.
        String id = id(found, "The long pier; at noon");
        Answer view = keeper.get("/sites/tolvane/shelf/" + id + "/view");
        assertEquals("image/jpeg", view.header("Content-Type"));
        String taken = keeper.post("/sites/tolvane/shelf/" + id + "/take", "").header("Location");
        String picture = taken.replaceFirst(".*/pictures/", "");
        assertArrayEquals(
                PIER,
                gavlin.get("warden", "/api/v1/sites/tolvane/pictures/" + picture + "/original")
                        .response()
                        .body());
        assertTrue(keeper.get("/sites/tolvane/pictures/" + picture).text().contains("value=\"Ines Pascoe\""));
        assertTrue(shelf(keeper, "?q=long+pier").contains("In this site"));

        // Who did not bring it can't take it away; its file outlives the shelf where a site has it.
        assertFalse(shelf(keeper, "?q=long+pier").contains("Off the shelf"));
        keeper.post("/sites/tolvane/shelf/" + id + "/remove", "");
        assertTrue(shelf(keeper, "?q=long+pier").contains("The long pier"));
        warden.post("/sites/tolvane/shelf/" + id + "/remove", "");
        assertFalse(shelf(keeper, "?q=long+pier").contains("The long pier"));
        assertEquals(404, warden.get("/sites/tolvane/shelf/" + id + "/view").status());
        gavlin.bean(Housekeeping.class).collect(Duration.ZERO);
        assertEquals(
                200,
                gavlin.get("warden", "/api/v1/sites/tolvane/pictures/" + picture + "/original")
                        .status());
    }

    @Test
    void picturesOfTheDemo_standOnIt_andHousekeepingKeepsWhatOnlyItHolds() {
        assertTrue(shelf(keeper, "").contains("Storm at North Head"));
        byte[] own = RunningGavlin.photograph(Size.parse("500x500"), 1593);
        bring(warden, "only-here.jpg", own, Map.of("licence", "CC0"));
        gavlin.bean(JdbcTemplate.class).update("UPDATE stored_file SET made_at = '2020-01-01'");
        gavlin.bean(Housekeeping.class).collect(Duration.ofDays(1));
        String found = shelf(warden, "?q=only+here");
        String id = id(found, "Only here");
        String taken =
                warden.post("/sites/quillet-street/shelf/" + id + "/take", "").header("Location");
        assertArrayEquals(
                own,
                gavlin.get("warden", "/api/v1" + taken.replaceFirst("^http://[^/]*", "") + "/original")
                        .response()
                        .body());
    }

    @Test
    void sitesOwnPicture_goesOnTheShelf_onlyWithItsLicence() {
        JsonNode bare = gavlin.upload(
                        "warden",
                        "/api/v1/sites/quillet-street/pictures",
                        "shelfless.jpg",
                        RunningGavlin.photograph(Size.parse("640x480"), 1594),
                        Map.of("title", "Shelfless"))
                .json();
        String path = "/sites/quillet-street/pictures/" + bare.path("id").asString();
        warden.post(path + "/shelve", "");
        assertTrue(warden.get(path).text().contains("its licence has to be said first"));
        warden.post(path, "title=Shelfless&description=&credit=&licence=CC+BY+4.0");
        warden.get(path);
        warden.post(path + "/shelve", "");
        assertTrue(warden.get(path).text().contains("who has to be named for it"));
        warden.post(path, "title=Shelfless&description=&credit=A.+B.&licence=CC+BY+4.0");
        warden.get(path);
        warden.post(path + "/shelve", "");
        assertTrue(shelf(keeper, "?q=shelfless").contains("A. B."));
        assertEquals(404, keeper.get(path).status(), "the site itself stays closed to them");
    }

    @Test
    void damagedZip_wrongColour_andNothingAtAll_areSaid() {
        byte[] cut = zip(Map.of("a.jpg", PIER));
        String page = bring(warden, "cut.zip", Arrays.copyOf(cut, cut.length / 2));
        assertTrue(page.contains("the ZIP is damaged or cut off"), page);
        assertTrue(bring(warden, "list.zip", zip(Map.of("credits.csv", "name\nx".getBytes(StandardCharsets.UTF_8))))
                .contains("needs a first line that names its columns"));
        assertTrue(shelf(warden, "?colour=red").contains("A colour is written like"));
        assertEquals(404, warden.get("/sites/tolvane/shelf/999999/view").status());
    }

    private static String bring(Visitor who, String name, byte[] file) {
        return bring(who, name, file, Map.of());
    }

    private static String bring(Visitor who, String name, byte[] file, Map<String, String> fields) {
        shelf(who, ""); // the page whose form it is
        who.multipart("/sites/tolvane/shelf", "file", name, file, fields);
        return shelf(who, "");
    }

    private static String shelf(Visitor who, String query) {
        return who.get("/sites/tolvane/shelf" + query).text();
    }

    private static String id(String page, String title) {
        Matcher card = Pattern.compile(
                        "/shelf/(\\d+)/view\"[^>]*>\\s*<span class=\"title\"[^>]*>" + Pattern.quote(title))
                .matcher(page);
        assertTrue(card.find(), page);
        return card.group(1);
    }

    private static byte[] zip(Map<String, byte[]> files) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            Zips.write(files, out);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }
}
