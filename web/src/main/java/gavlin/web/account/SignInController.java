package gavlin.web.account;

import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
class SignInController {
    @GetMapping("/sign-in")
    String signIn(
            @RequestParam(required = false) String error, @RequestParam(required = false) String out, Model model) {
        model.addAttribute("failed", error != null);
        model.addAttribute("out", out != null);
        return "account/sign-in";
    }
}
