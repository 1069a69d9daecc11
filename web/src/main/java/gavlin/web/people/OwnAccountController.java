package gavlin.web.people;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts;
import gavlin.web.account.Sessions;
import gavlin.web.account.SignedIn;
import gavlin.web.account.Tokens;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Conflict;
import gavlin.web.site.Sites;
import jakarta.servlet.http.HttpSession;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Everybody's own account: name, password, where one is signed in, and tokens for programs. */
@Controller
@RequestMapping("/account")
class OwnAccountController {
    private final Accounts accounts;
    private final Sessions sessions;
    private final Tokens tokens;
    private final Sites sites;

    OwnAccountController(Accounts accounts, Sessions sessions, Tokens tokens, Sites sites) {
        this.accounts = accounts;
        this.sessions = sessions;
        this.tokens = tokens;
        this.sites = sites;
    }

    record SiteName(String id, String name) {}

    @GetMapping
    String own(@AuthenticationPrincipal SignedIn who, HttpSession session, Model model) {
        Viewer viewer = who.viewer();
        model.addAttribute("viewer", viewer.name());
        model.addAttribute("person", accounts.person(viewer.name()));
        model.addAttribute("mayLookAfterPeople", viewer.looksAfterPeople());
        model.addAttribute("languages", Languages.ALL);
        model.addAttribute("sessions", sessions.of(viewer.name(), session.getId()));
        model.addAttribute("tokens", tokens.of(viewer));
        model.addAttribute(
                "sites",
                sites.openAll(viewer).stream()
                        .map(site -> new SiteName(site.id(), site.name()))
                        .toList());
        return "people/account";
    }

    @PostMapping
    String describe(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String fullName,
            @RequestParam String language,
            RedirectAttributes flash) {
        return changed(
                flash,
                "Saved. Dates are written so when you sign in the next time.",
                () -> accounts.describe(who.viewer().name(), fullName, language));
    }

    @PostMapping("/password")
    String password(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String old,
            @RequestParam String password,
            @RequestParam String again,
            HttpSession session,
            RedirectAttributes flash) {
        return changed(flash, "Your password is another one now; everywhere else you are signed out.", () -> {
            if (!password.equals(again)) {
                throw new BadInput("again", "the two are not the same: type the new password again");
            }
            accounts.changePassword(who.viewer(), old, password, session.getId());
        });
    }

    @PostMapping("/sessions/{id}/end")
    String end(@AuthenticationPrincipal SignedIn who, @PathVariable String id, RedirectAttributes flash) {
        return changed(
                flash, "Signed out there.", () -> sessions.end(who.viewer().name(), id));
    }

    @PostMapping("/sessions/end-others")
    String endOthers(@AuthenticationPrincipal SignedIn who, HttpSession session, RedirectAttributes flash) {
        return changed(
                flash,
                "Everywhere else you are signed out.",
                () -> sessions.endAll(who.viewer().name(), session.getId()));
    }

    @PostMapping("/tokens")
    String token(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String name,
            @RequestParam(defaultValue = "") List<String> site,
            @RequestParam(defaultValue = "false") boolean write,
            RedirectAttributes flash) {
        return changed(flash, "The token is below. It is not shown again.", () -> {
            site.forEach(id -> sites.open(who.viewer(), id)); // each must be theirs to see
            flash.addFlashAttribute("token", tokens.make(who.viewer(), name, site, write));
        });
    }

    @PostMapping("/tokens/{id}/revoke")
    String revoke(@AuthenticationPrincipal SignedIn who, @PathVariable long id, RedirectAttributes flash) {
        return changed(
                flash, "Revoked: programs that use it are refused from now on.", () -> tokens.revoke(who.viewer(), id));
    }

    private static String changed(RedirectAttributes flash, String said, Runnable change) {
        try {
            change.run();
            flash.addFlashAttribute("said", said);
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/account";
    }
}
