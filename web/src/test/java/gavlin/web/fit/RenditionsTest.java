package gavlin.web.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin;
import gavlin.web.account.Viewer;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.work.Claims;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;

/** One file is made by one node, whoever else asks for it meanwhile. */
class RenditionsTest {
    private static final String SLOT = "/api/v1/sites/quillet-street/slots/front";
    private final RunningGavlin gavlin = RunningGavlin.get();
    private final Claims claims = gavlin.bean(Claims.class);

    @Test
    void whatAnotherNodeMakes_isWaitedFor_andMadeHereWhenThatNodeGivesUp() throws Exception {
        String held = gavlin.get("warden", SLOT + "/fit").json().get("fit").toString();
        byte[] file = RunningGavlin.photograph(Size.parse("1800x1200"), 4713);
        String id = gavlin.upload("warden", "/api/v1/sites/quillet-street/pictures", "claimed.jpg", file, Map.of())
                .json()
                .get("id")
                .asString();
        gavlin.json("warden", "PUT", SLOT + "/fit?measure=geometry", "{\"picture\":\"" + id + "\",\"zoom\":1.09}");
        String key = key();
        CompletableFuture<Integer> asked;
        try (Claims.Claim theirs =
                claims.take("file " + key, Duration.ofMinutes(1)).orElseThrow()) {
            asked = CompletableFuture.supplyAsync(
                    () -> gavlin.get("warden", SLOT + "/rendition").status());
            Thread.sleep(1500); // longer than the file takes
            assertFalse(asked.isDone());
            assertTrue(gavlin.bean(Renditions.class).find(key).isEmpty());
        }
        assertEquals(200, asked.get());
        assertTrue(gavlin.bean(Renditions.class).find(key).isPresent());
        gavlin.json("warden", "PUT", SLOT + "/fit", held);
        gavlin.json("warden", "POST", SLOT + "/fit/accept", "");
    }

    @Test
    void work_isOnesUntilItIsDoneOrItsTimeIsUp() throws Exception {
        Claims.Claim mine = claims.take("a job", Duration.ofMillis(300)).orElseThrow();
        assertTrue(claims.take("a job", Duration.ofMinutes(1)).isEmpty());
        Thread.sleep(400); // whoever took it is taken for dead
        Claims.Claim theirs = claims.take("a job", Duration.ofMinutes(1)).orElseThrow();
        mine.close(); // comes back to life: what is others' now is left alone
        assertTrue(claims.take("a job", Duration.ofMinutes(1)).isEmpty());
        theirs.close();
        claims.take("a job", Duration.ofMinutes(1)).orElseThrow().close();
    }

    private String key() {
        OpenSite site = gavlin.bean(Sites.class).openAll(Viewer.ofGavlin()).stream()
                .filter(open -> open.id().equals("quillet-street"))
                .findAny()
                .orElseThrow();
        return gavlin.bean(Fits.class).placed(site, OpenSite.WHOLE_SITE).stream()
                .filter(fit -> fit.slot().id().equals("front"))
                .map(FitState::key)
                .findAny()
                .orElseThrow();
    }
}
