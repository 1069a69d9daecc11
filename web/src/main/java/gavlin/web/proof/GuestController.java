package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.brief.PagePlan;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A proof for whoever has a link to it: its pages and their files, nothing else of the site. */
@Controller
@RequestMapping("/proof/{name}")
class GuestController {
    private final ProofLinks links;
    private final SlotBoard board;
    private final Renditions renditions;

    GuestController(ProofLinks links, SlotBoard board, Renditions renditions) {
        this.links = links;
        this.board = board;
        this.renditions = renditions;
    }

    @GetMapping
    String proof(
            @PathVariable String name,
            @RequestParam(required = false) String page,
            @RequestParam(defaultValue = "light") String ground,
            HttpServletResponse response,
            Model model) {
        ProofLinks.Opened opened = links.open(name);
        ProofPages.Drawn drawn = ProofPages.draw(
                board.entries(opened.site()),
                shown(opened),
                new ProofPages.Look(page, null, null, ground.equals(ProofPages.TILED) ? "light" : ground, Motion.NONE),
                Map.of());
        response.setHeader("X-Robots-Tag", "noindex");
        model.addAttribute("drawn", drawn);
        model.addAttribute("siteName", opened.site().name());
        model.addAttribute("path", "/proof/" + name);
        model.addAttribute(
                "slots",
                drawn.places().stream()
                        .map(ProofPages.Place::slot)
                        .distinct()
                        .map(opened.site()::slot)
                        .toList());
        return "proof/guest";
    }

    private static List<PagePlan> shown(ProofLinks.Opened opened) {
        return ProofPages.pages(opened.site()).stream().filter(opened::shows).toList();
    }

    private static PagePlan page(ProofLinks.Opened opened, String id) {
        return shown(opened).stream()
                .filter(plan -> plan.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound("page", id));
    }

    /** The file of one place on a page: only of those that the link shows. */
    @GetMapping("/file")
    void file(
            @PathVariable String name, @RequestParam String page, @RequestParam int place, HttpServletResponse response)
            throws IOException {
        ProofLinks.Opened opened = links.open(name);
        List<PlacedSlot> placed = ProofPages.placed(board.entries(opened.site()), page(opened, page));
        FitState fit =
                place < 0 || place >= placed.size() ? null : placed.get(place).fit();
        if (fit == null) {
            throw new NotFound("file", "at place " + place);
        }
        StoredRendition file = renditions.rendition(fit, 1);
        response.setContentType(file.type().mediaType());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "private, no-cache");
        response.setContentLengthLong(file.bytes());
        renditions.copy(file, response.getOutputStream());
    }

    @PostMapping("/remarks")
    String remark(
            @PathVariable String name,
            @RequestParam String page,
            @RequestParam String slot,
            @RequestParam(defaultValue = "") String by,
            @RequestParam(defaultValue = "") String remark,
            RedirectAttributes flash) {
        ProofLinks.Opened opened = links.open(name);
        try {
            links.remark(opened, page(opened, page), slot, by, remark);
            flash.addFlashAttribute("said", "Thank you: the remark is with those who look after the site.");
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            flash.addFlashAttribute("typed", remark);
        }
        return "redirect:/proof/" + name + "?page=" + page;
    }
}
