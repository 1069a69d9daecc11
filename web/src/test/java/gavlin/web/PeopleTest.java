package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.web.RunningGavlin.Answer;
import java.net.http.HttpRequest;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Accounts as the people of an installation meet them: made, given roles, locked; links, passwords, sessions and tokens. */
class PeopleTest {
    private static final String PASSWORD = "five-lights-one-coast";
    private static final Pattern LINK = Pattern.compile("value=\"(/welcome/[\\w-]+)\"");
    private static final Pattern TOKEN = Pattern.compile("value=\"(gavlin_[\\w-]+)\"");

    private static RunningGavlin gavlin;
    private static Visitor warden;

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        warden = Visitor.signedIn(gavlin, "warden");
    }

    @Test
    void newAccount_followsItsLinkOnce_andSeesWhatItsRolesAllow() {
        String link = made("merryn");
        Visitor merryn = Visitor.anonymous(gavlin);
        assertTrue(merryn.get(link).text().contains("Merryn"), "the link greets its owner");
        assertTrue(merryn.post(link, "password=short&again=short").text().contains("at least 10 characters"));
        assertTrue(merryn.post(link, "password=" + PASSWORD + "&again=other-words")
                .text()
                .contains("not the same"));
        assertEquals(
                302,
                merryn.post(link, "password=" + PASSWORD + "&again=" + PASSWORD).status());
        assertEquals(410, merryn.get(link).status(), "it works once");
        assertEquals(
                410,
                merryn.post(link, "password=" + PASSWORD + "&again=" + PASSWORD).status());

        signIn(merryn, "merryn");
        assertEquals(404, merryn.get("/sites/tolvane/plan").status(), "no role yet");
        assertEquals(
                302,
                warden.post("/people/merryn/roles", "role=keeper:tolvane/kelso-gallery")
                        .status());
        assertEquals(302, merryn.get("/sites").status(), "a changed role ends every session at once");
        signIn(merryn, "merryn");
        assertEquals(200, merryn.get("/sites/tolvane/plan").status());
        assertEquals(404, merryn.get("/sites/quillet-street/plan").status());
        assertEquals(403, merryn.get("/people").status());
    }

    @Test
    void lockedAccount_isSignedOutAtOnce_andCannotSignIn_untilItIsOpened() {
        Visitor jenna = withPassword("jenna");
        assertEquals(200, jenna.get("/account").status());
        warden.post("/people/jenna/lock", "locked=true");
        assertEquals(302, jenna.get("/account").status());
        assertTrue(jenna.post("/sign-in", "username=jenna&password=" + PASSWORD)
                .header("Location")
                .contains("locked"));
        assertEquals(401, gavlin.send(basic("jenna", "/api/v1/sites").GET()).status());
        warden.post("/people/jenna/lock", "locked=false");
        signIn(jenna, "jenna");
    }

    @Test
    void onlyOneWhoLooksAfterTheInstallation_cannotBeLockedOrLoseTheRole() {
        warden.post("/people/warden/lock", "locked=true");
        assertTrue(warden.get("/people/warden").text().contains("is the only one who looks after this Gavlin"));
        warden.post("/people/warden/roles", "role=warden:tolvane");
        assertEquals(200, warden.get("/people").status());
    }

    @Test
    void ownPassword_changed_signsOutEverywhereElse_andTheOldOneOpensNothing() {
        Visitor here = withPassword("tressa");
        Visitor elsewhere = Visitor.anonymous(gavlin);
        signIn(elsewhere, "tressa");
        String other = "another-password-of-hers";
        here.post("/account/password", "old=wrong-words&password=" + other + "&again=" + other);
        assertTrue(here.get("/account").text().contains("the password of before is another one"));
        here.post("/account/password", "old=" + PASSWORD + "&password=" + other + "&again=" + other);
        assertEquals(200, here.get("/account").status(), "who changed it stays");
        assertEquals(302, elsewhere.get("/account").status());
        assertTrue(elsewhere
                .post("/sign-in", "username=tressa&password=" + PASSWORD)
                .header("Location")
                .contains("error"));
    }

    @Test
    void session_seenInTheList_canBeEndedFromElsewhere_andHoldsNoPassword() {
        Visitor here = withPassword("petroc");
        Visitor elsewhere = Visitor.anonymous(gavlin);
        signIn(elsewhere, "petroc");
        Matcher end = Pattern.compile("action=\"(/account/sessions/\\w+/end)\"")
                .matcher(here.get("/account").text());
        assertTrue(end.find(), "the other session is listed");
        here.post(end.group(1), "");
        assertEquals(302, elsewhere.get("/account").status());
        assertEquals(200, here.get("/account").status());

        String hash = gavlin.bean(JdbcTemplate.class)
                .queryForObject("SELECT password_hash FROM account WHERE name = 'petroc'", String.class);
        int held = gavlin.bean(JdbcTemplate.class)
                .queryForObject(
                        "SELECT COUNT(*) FROM SPRING_SESSION_ATTRIBUTES WHERE LOCATE(?, ATTRIBUTE_BYTES) > 0",
                        Integer.class,
                        hash.substring(7));
        assertEquals(0, held);
    }

    /** So that what is asked while a window is dragged has nothing to write. */
    @Test
    void session_isSeenToTheMinute() {
        Visitor visitor = withPassword("morwen");
        visitor.get("/account");
        List<Long> seen = gavlin.bean(JdbcTemplate.class)
                .queryForList(
                        "SELECT LAST_ACCESS_TIME FROM SPRING_SESSION WHERE PRINCIPAL_NAME = 'morwen'", Long.class);
        assertEquals(1, seen.size());
        assertEquals(0, seen.get(0) % 60_000);
    }

    @Test
    void token_opensWhatItIsFor_andNothingElse_untilItIsRevoked() {
        Visitor owner = withPassword("kensa");
        warden.post("/people/kensa/roles", "role=warden:tolvane&role=warden:quillet-street");
        signIn(owner, "kensa");
        owner.post("/account/tokens", "name=nightly&site=tolvane");
        Matcher shown = TOKEN.matcher(owner.get("/account").text());
        assertTrue(shown.find());
        String token = shown.group(1);
        assertFalse(owner.get("/account").text().contains(token), "it is shown once");

        assertEquals(
                200, gavlin.send(bearer(token, "/api/v1/sites/tolvane").GET()).status());
        assertEquals(
                404,
                gavlin.send(bearer(token, "/api/v1/sites/quillet-street").GET()).status());
        assertEquals(1, gavlin.send(bearer(token, "/api/v1/sites").GET()).json().size());
        Answer change = gavlin.send(bearer(token, "/api/v1/sites/tolvane/slots/masthead/fit")
                .header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString("{\"zoom\":1.1}")));
        assertEquals(403, change.status(), "it may only read");
        assertEquals(401, gavlin.send(bearer(token, "/account").GET()).status(), "pages are for people");
        assertFalse(owner.get("/account").text().contains(">never<"), "its last use is seen");

        Matcher revoke = Pattern.compile("action=\"(/account/tokens/\\d+/revoke)\"")
                .matcher(owner.get("/account").text());
        assertTrue(revoke.find());
        owner.post(revoke.group(1), "");
        assertEquals(
                401, gavlin.send(bearer(token, "/api/v1/sites/tolvane").GET()).status());
        assertEquals(
                404,
                Visitor.signedIn(gavlin, "keeper").post(revoke.group(1), "").status(),
                "nobody else's");
    }

    @Test
    void guessing_isSlowedDown_andTheRightPasswordIsTakenAfterTheWait() throws InterruptedException {
        withPassword("guessed");
        int braked = 0;
        for (int i = 0; i < 7; i++) {
            Answer answer = gavlin.send(gavlin.request(null, "/api/v1/sites")
                    .header("Authorization", basicOf("guessed", "wrong-" + i))
                    .GET());
            braked += answer.status() == 429 ? 1 : 0;
        }
        assertTrue(braked >= 1, "the sixth has to wait");
        Thread.sleep(2500);
        assertEquals(200, gavlin.send(basic("guessed", "/api/v1/sites").GET()).status());
    }

    @Test
    void whoIsSentToSignIn_comesBackToWhereTheyWantedToGo_andNowhereElse() {
        Visitor visitor = Visitor.anonymous(gavlin);
        String there = visitor.get("/sites/tolvane/pictures").header("Location");
        assertEquals("/sign-in?next=%2Fsites%2Ftolvane%2Fpictures", there);
        assertEquals(
                "/sites/tolvane/pictures",
                visitor.post("/sign-in", "username=keeper&password=tolvane-demo&next=/sites/tolvane/pictures")
                        .header("Location"));
        for (String elsewhere : new String[] {"//evil.example/", "https://evil.example/", "/\\evil.example"}) {
            assertEquals(
                    "/",
                    Visitor.anonymous(gavlin)
                            .post("/sign-in", "username=keeper&password=tolvane-demo&next=" + elsewhere)
                            .header("Location"));
        }
    }

    @Test
    void whoSignsIn_landsWhereTheyLeftOff() {
        Visitor visitor = Visitor.signedIn(gavlin, "warden");
        visitor.get("/sites/quillet-street/plan");
        assertEquals("/sites/quillet-street/plan", visitor.get("/").header("Location"));
        visitor.get("/sites/tolvane/plan");
        assertEquals("/sites/tolvane/plan", visitor.get("/").header("Location"));
    }

    @Test
    void lookingOn_withoutAnAccountOrWithCalls_leavesNoSessionBehind() {
        JdbcTemplate sql = gavlin.bean(JdbcTemplate.class);
        int before = sql.queryForObject("SELECT COUNT(*) FROM SPRING_SESSION", Integer.class);
        for (int i = 0; i < 5; i++) {
            Visitor.anonymous(gavlin).get("/sites/tolvane/plan");
            gavlin.get("warden", "/api/v1/sites");
        }
        assertEquals(before, sql.queryForObject("SELECT COUNT(*) FROM SPRING_SESSION", Integer.class));
    }

    /** @return the link by which they choose a password */
    private static String made(String name) {
        String fullName = name.substring(0, 1).toUpperCase() + name.substring(1);
        assertEquals(
                302,
                warden.post("/people", "name=" + name + "&fullName=" + fullName).status());
        Matcher link = LINK.matcher(warden.get("/people/" + name).text());
        assertTrue(link.find(), "the link is shown to whoever made the account");
        return link.group(1);
    }

    private static Visitor withPassword(String name) {
        Visitor visitor = Visitor.anonymous(gavlin);
        visitor.post(made(name), "password=" + PASSWORD + "&again=" + PASSWORD);
        signIn(visitor, name);
        return visitor;
    }

    private static void signIn(Visitor visitor, String name) {
        visitor.get("/sign-in");
        assertEquals(
                "/",
                visitor.post("/sign-in", "username=" + name + "&password=" + PASSWORD)
                        .header("Location"));
        visitor.get("/account"); // and its form's token
    }

    private static HttpRequest.Builder basic(String name, String path) {
        return gavlin.request(null, path).header("Authorization", basicOf(name, PASSWORD));
    }

    private static String basicOf(String name, String password) {
        return "Basic " + java.util.Base64.getEncoder().encodeToString((name + ":" + password).getBytes());
    }

    private static HttpRequest.Builder bearer(String token, String path) {
        return gavlin.request(null, path).header("Authorization", "Bearer " + token);
    }
}
