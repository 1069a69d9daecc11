package gavlin.web.plan;

import gavlin.core.gauge.Verdict;
import gavlin.web.account.Accounts;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.proof.ProofLinks;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

@Controller
class PlanController {
    /** Before a variant's id in a query: an option to look at before it is switched to. */
    private static final String TRIED = "try.";

    private final Sites sites;
    private final ProofLinks proofs;
    private final Sheets sheets;
    private final SlotBoard board;
    private final Fits fits;
    private final FitBook book;
    private final Rail rail;
    private final Accounts accounts;
    private final Stages stages;

    PlanController(
            Sites sites,
            Sheets sheets,
            SlotBoard board,
            Fits fits,
            FitBook book,
            Rail rail,
            Accounts accounts,
            ProofLinks proofs,
            Stages stages) {
        this.stages = stages;
        this.proofs = proofs;
        this.accounts = accounts;
        this.sites = sites;
        this.sheets = sheets;
        this.board = board;
        this.fits = fits;
        this.book = book;
        this.rail = rail;
    }

    @GetMapping("/sites/{site}/plan")
    String plan(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(required = false) String section,
            @RequestParam Map<String, String> query,
            Model model) {
        OpenSite now = sites.open(who.viewer(), site);
        accounts.leaveOffAt(who.viewer(), now.id());
        Map<String, String> tried = tried(query);
        Map<String, String> options = new HashMap<>(now.chosen());
        options.putAll(tried);
        OpenSite shown = tried.isEmpty() ? now : now.with(options);
        String seenAs = section == null ? now.usualSection() : section;
        if (!seenAs.isEmpty() && now.sheet().section(seenAs).isEmpty()) {
            throw new NotFound("section", seenAs);
        }
        List<SlotBoard.Entry> entries = board.entries(shown, seenAs);
        model.addAttribute("rail", rail.of(now, entries, "Plan"));
        model.addAttribute("plan", PlanView.of(shown, seenAs, tried, now, entries));
        Map<String, Stages.Stage> far = stages.of(shown, entries);
        model.addAttribute("stages", far);
        model.addAttribute("howFar", Stages.sentence(far));
        model.addAttribute("unreadable", fits.unreadable(now));
        model.addAttribute("remarks", proofs.countRemarks(now));
        model.addAttribute("site", now.id());
        model.addAttribute("warden", now.warden());
        model.addAttribute("fitting", tried.isEmpty() ? fitting(now, entries).size() : 0);
        model.addAttribute(
                "accepted",
                entries.stream()
                        .filter(SlotBoard.Entry::exists)
                        .flatMap(entry -> entry.pictures().stream())
                        .filter(FitState::accepted)
                        .count());
        return "plan/plan";
    }

    /** What fits, is not accepted yet, and is theirs to accept. */
    private static List<FitState> fitting(OpenSite site, List<SlotBoard.Entry> entries) {
        return entries.stream()
                .filter(SlotBoard.Entry::exists)
                .flatMap(entry -> entry.pictures().stream())
                .filter(f -> f.verdict() == Verdict.FITS && !f.accepted())
                .filter(f -> site.mayChange(f.slot(), f.section()))
                .toList();
    }

    /** Accepts all that fits; the first of the others is shown next. */
    @PostMapping("/sites/{site}/plan/accept")
    String acceptAll(@AuthenticationPrincipal SignedIn who, @PathVariable String site, RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        List<SlotBoard.Entry> entries = board.entries(open);
        int accepted = 0;
        for (FitState fit : fitting(open, entries)) {
            try {
                book.accept(open, fit.place());
                accepted++;
            } catch (Conflict e) {
                // Somebody changed it meanwhile: it stays as it is and is seen in the list.
            }
        }
        flash.addFlashAttribute("said", Phrases.count(accepted, "picture is", "pictures are") + " accepted.");
        return "redirect:/sites/" + open.id() + "/plan";
    }

    /** Switches to the options that were tried. */
    @PostMapping("/sites/{site}/plan/variants")
    String choose(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam Map<String, String> query,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        tried(query).forEach((variant, option) -> sheets.choose(open, variant, option));
        flash.addFlashAttribute("said", "Switched. What does not exist now keeps its pictures.");
        return "redirect:/sites/" + open.id() + "/plan";
    }

    private static Map<String, String> tried(Map<String, String> query) {
        Map<String, String> tried = new HashMap<>();
        query.forEach((name, value) -> {
            if (name.startsWith(TRIED) && !value.isEmpty()) {
                tried.put(name.substring(TRIED.length()), value);
            }
        });
        return tried;
    }
}
