package gavlin.web.account;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts.Invitation;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;

/** The ways in for people: the form, and the link by which somebody chooses a password. */
@Controller
class SignInController {
    private final Accounts accounts;

    SignInController(Accounts accounts) {
        this.accounts = accounts;
    }

    @GetMapping("/sign-in")
    String signIn(
            @RequestParam(required = false) String error,
            @RequestParam(required = false) Integer wait,
            @RequestParam(required = false) String locked,
            @RequestParam(required = false) String busy,
            @RequestParam(required = false) String chosen,
            @RequestParam(required = false) String out,
            @RequestParam(required = false) String next,
            Model model) {
        String refused = wait != null
                ? "There were too many wrong passwords just before. Try again in " + wait + " s."
                : locked != null
                        ? "This account is locked. Whoever looks after this Gavlin can open it again."
                        : busy != null
                                ? "Gavlin can't look the account up just now. Try again in a moment."
                                : error != null
                                        ? "No account has this name and password. Nothing else was wrong; try again."
                                        : null;
        model.addAttribute("refused", refused);
        model.addAttribute(
                "said",
                out != null ? "You are signed out." : chosen != null ? "Your password is set. Sign in with it." : null);
        model.addAttribute("next", Requests.isPathHere(next) ? next : null);
        return "account/sign-in";
    }

    @GetMapping("/welcome/{secret}")
    ModelAndView welcome(@PathVariable String secret) {
        return accounts.invitation(secret)
                .map(invitation -> page(invitation, null, "", ""))
                .orElseGet(SignInController::over);
    }

    @PostMapping("/welcome/{secret}")
    ModelAndView follow(
            @PathVariable String secret,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String fullName,
            @RequestParam String password,
            @RequestParam String again) {
        Invitation invitation = accounts.invitation(secret).orElse(null);
        if (invitation == null) {
            return over();
        }
        try {
            if (!password.equals(again)) {
                throw new BadInput("again", "the two are not the same: type the password again");
            }
            accounts.follow(secret, name, fullName, password);
            return new ModelAndView("redirect:/sign-in?chosen");
        } catch (BadInput e) {
            return page(invitation, e.getMessage(), name, fullName);
        }
    }

    private static ModelAndView page(Invitation invitation, String refused, String name, String fullName) {
        ModelAndView page = new ModelAndView("account/welcome");
        page.addObject("person", invitation.person());
        page.addObject("refused", refused);
        page.addObject("name", name);
        page.addObject("fullName", fullName);
        return page;
    }

    private static ModelAndView over() {
        ModelAndView page = new ModelAndView("problem/problem", HttpStatus.GONE);
        page.addObject("status", HttpStatus.GONE.value());
        page.addObject("says", Accounts.OVER);
        return page;
    }
}
