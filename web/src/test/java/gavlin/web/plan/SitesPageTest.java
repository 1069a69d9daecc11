package gavlin.web.plan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.web.RunningGavlin;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The list of sites when there are many. */
class SitesPageTest {
    private static final Pattern SITE = Pattern.compile("<td><a class=\"font-semibold\" href=\"/sites/([^/]+)/plan\">|"
            + "<td><a href=\"/sites/([^/]+)/plan\" class=\"font-semibold\">");

    private final RunningGavlin gavlin = RunningGavlin.get();

    @Test
    void manySites_arePagedAndFound_theLastOneFirst() {
        for (int i = 0; i < 45; i++) {
            assertEquals(
                    201,
                    gavlin.json("warden", "POST", "/api/v1/sites", """
                    {"id":"many-%02d","name":"Many %02d","slotSheet":{"format":"slot-sheet/1","theme":{"name":"M"},"slots":[
                      {"id":"a","name":"A","kind":"photo","size":{"width":60,"height":40},"types":["jpeg"]}]}}""".formatted(i, i))
                            .status());
        }
        gavlin.get("warden", "/sites/many-31/plan");
        String first = gavlin.get("warden", "/sites").text();
        assertEquals("many-31", sites(first).get(0));
        assertTrue(first.contains("where you left off"));
        assertEquals(40, sites(first).size());
        assertTrue(first.contains("1 of 2"));
        List<String> second = sites(gavlin.get("warden", "/sites?page=2").text());
        assertTrue(second.contains("tolvane"), second.toString());
        assertEquals(second, sites(gavlin.get("warden", "/sites?page=99999").text()), "the last page there is");

        String found = gavlin.get("warden", "/sites?q=MANY%2007").text();
        assertEquals(List.of("many-07"), sites(found));
        String none = gavlin.get("warden", "/sites?q=%3Cscript%3E").text();
        assertTrue(none.contains("No site is called that."));
        assertFalse(none.contains("<script>alert"));
        assertEquals(400, gavlin.get("warden", "/sites?page=x").status());
    }

    @Test
    void plansHeadline_countsDecisionsToo_andTheFilesAreOffered() {
        String plan = gavlin.get("warden", "/sites/tolvane/plan").text();
        assertTrue(plan.matches("(?s).*<h1>[^<]*(slots? needs? you, )?[a-z0-9 ]*things? to decide</h1>.*"), plan);
        assertTrue(plan.contains("/sites/tolvane/files.zip"));
        assertFalse(gavlin.get("warden", "/sites/many-31/plan").text().contains("files.zip"));
    }

    private static List<String> sites(String page) {
        return SITE.matcher(page)
                .results()
                .map((MatchResult found) -> found.group(1) == null ? found.group(2) : found.group(1))
                .limit(41)
                .toList();
    }
}
