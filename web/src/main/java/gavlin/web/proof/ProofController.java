package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.brief.PagePlan;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.dispatch.Dispatches;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.Instant;
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
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The Proof view: one page of the site at a time, at its true size. */
@Controller
class ProofController {
    private final Sites sites;
    private final ProofLinks links;
    private final Proofs proofs;
    private final Dispatches dispatches;
    private final SlotBoard board;
    private final Rail rail;

    ProofController(Sites sites, ProofLinks links, Proofs proofs, Dispatches dispatches, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.links = links;
        this.proofs = proofs;
        this.dispatches = dispatches;
        this.board = board;
        this.rail = rail;
    }

    /** @param page of the slot sheet; the first where none is named @param screen its width in CSS px, to tell pages of one name apart */
    @GetMapping("/sites/{site}/proof")
    String proof(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(required = false) String page,
            @RequestParam(required = false) Integer screen,
            @RequestParam(required = false) Integer width,
            @RequestParam(defaultValue = "light") String ground,
            @RequestParam(defaultValue = "false") boolean compare,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        List<SlotBoard.Entry> entries = board.entries(open);
        model.addAttribute(
                "drawn",
                ProofPages.draw(
                        entries,
                        ProofPages.pages(open),
                        page,
                        screen,
                        width,
                        ground,
                        compare ? dispatches.lastSent(open) : Map.of()));
        model.addAttribute("rail", rail.of(open, entries, "Proof"));
        model.addAttribute("path", "/sites/" + open.id() + "/proof");
        model.addAttribute("compare", compare);
        model.addAttribute("small", SmallPlace.of(entries));
        model.addAttribute("narrowest", ProofPages.NARROWEST);
        model.addAttribute("widest", ProofPages.WIDEST);
        model.addAttribute("warden", open.warden());
        model.addAttribute("mayProve", open.warden() || !open.kept().isEmpty());
        model.addAttribute("links", open.warden() ? links.list(open) : List.of());
        model.addAttribute("remarks", links.remarks(open));
        model.addAttribute("days", ProofLinks.MOST.toDays());
        return "proof/proof";
    }

    /** All that stands on a page was looked at, and is right. */
    @PostMapping("/sites/{site}/proof/right")
    String right(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam String page,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        PagePlan plan = ProofPages.pages(open).stream()
                .filter(each -> each.id().equals(page))
                .findFirst()
                .orElseThrow(() -> new NotFound("page", page));
        int right = proofs.right(
                open,
                ProofPages.placed(board.entries(open), plan).stream()
                        .map(PlacedSlot::fit)
                        .toList());
        flash.addFlashAttribute(
                "said",
                Phrases.count(right, "picture is", "pictures are") + " proven, as long as no other file stands there.");
        return "redirect:/sites/" + open.id() + "/proof?page=" + plan.id();
    }

    /** A link to a page, or to all of them, that opens without an account. */
    @PostMapping("/sites/{site}/proof/links")
    String link(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "") String page,
            @RequestParam int days,
            HttpServletRequest request,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            ProofLinks.Made made = links.make(
                    open,
                    page.isEmpty() ? List.of() : List.of(page),
                    Instant.now().plus(Duration.ofDays(days)));
            flash.addFlashAttribute("link", address(request, made.secret()));
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + open.id() + "/proof";
    }

    static String address(HttpServletRequest request, String secret) {
        return ServletUriComponentsBuilder.fromContextPath(request)
                .path("/proof/" + secret)
                .toUriString();
    }

    @PostMapping("/sites/{site}/proof/links/{id}/withdraw")
    String withdraw(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        links.withdraw(open, id);
        flash.addFlashAttribute("said", "That link opens nothing any more.");
        return "redirect:/sites/" + open.id() + "/proof";
    }

    @PostMapping("/sites/{site}/remarks/{id}/done")
    String done(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        OpenSite open = sites.open(who.viewer(), site);
        links.dealtWith(open, id);
        return "redirect:/sites/" + open.id() + "/proof";
    }
}
