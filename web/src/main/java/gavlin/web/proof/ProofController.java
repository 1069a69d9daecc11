package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Slot;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.dispatch.Dispatches;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
    private static final Pattern AGAINST =
            Pattern.compile("(?<section>[a-z0-9-]*)/(?<slot>[a-z0-9-]+)/(?<member>[0-9]{1,5})@(?<step>[0-9]{1,9})");

    private final Sites sites;
    private final Fits fits;
    private final ProofLinks links;
    private final Proofs proofs;
    private final Dispatches dispatches;
    private final SlotBoard board;
    private final Rail rail;

    ProofController(
            Sites sites,
            Fits fits,
            ProofLinks links,
            Proofs proofs,
            Dispatches dispatches,
            SlotBoard board,
            Rail rail) {
        this.sites = sites;
        this.fits = fits;
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
            @RequestParam(defaultValue = "still") String motion,
            @RequestParam(defaultValue = "1.2") double times,
            @RequestParam(defaultValue = "false") boolean compare,
            @RequestParam(defaultValue = "") String against,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        List<SlotBoard.Entry> entries = board.entries(open);
        List<PagePlan> pages = ProofPages.pages(open);
        Earlier earlier = against.isEmpty() ? null : earlier(open, against);
        String at = page != null || earlier == null ? page : earlier.firstOf(pages);
        model.addAttribute(
                "drawn",
                ProofPages.draw(
                        entries,
                        pages,
                        new ProofPages.Look(at, screen, width, ground, Motion.of(motion, times)),
                        earlier != null
                                ? Map.of(earlier.place.key(), earlier.file)
                                : compare ? dispatches.lastSent(open) : Map.of()));
        model.addAttribute("against", against);
        model.addAttribute("than", earlier == null ? "as it left" : "in step " + earlier.step);
        model.addAttribute("rail", rail.of(open, entries, "Proof"));
        model.addAttribute("path", "/sites/" + open.id() + "/proof");
        model.addAttribute("compare", compare || earlier != null);
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

    /** What was decided of a place once. */
    private record Earlier(Place place, int step, Dispatches.Sent file) {
        /** Where its slot is seen; null for nowhere. */
        String firstOf(List<PagePlan> pages) {
            return pages.stream()
                    .filter(page -> page.places().stream()
                            .anyMatch(each -> each.slot().equals(place.slot().id())))
                    .findFirst()
                    .map(PagePlan::id)
                    .orElse(null);
        }
    }

    /** @param against a place's key and the number of a step: {@code /masthead/0@3} @throws NotFound for what there is not */
    private Earlier earlier(OpenSite open, String against) {
        Matcher said = AGAINST.matcher(against);
        if (!said.matches()) {
            throw new NotFound("step", against);
        }
        Slot slot = open.slot(said.group("slot"));
        Place place = new Place(slot, open.section(slot, said.group("section")), number(said.group("member")));
        FitState state = fits.at(open, place, number(said.group("step")));
        String bench = "/sites/" + open.id() + "/slots/" + slot.id() + "/bench/history/" + state.revision() + "/file";
        return new Earlier(
                place, state.revision(), new Dispatches.Sent("", state.plan().size(), bench + place.query()));
    }

    private static int number(String digits) {
        return Integer.parseInt(digits);
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
