package gavlin.web.handout;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.geometry.Size;
import gavlin.core.handout.SlotTemplate;
import gavlin.core.speech.Said;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.work.HeavyWork;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A slot to print or send, with a template in its exact size. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/hand-out")
class HandOutController {
    /** The template as it stands on the page of paper, px. */
    private static final double ON_PAPER = 1400;

    private final Sites sites;
    private final SlotBoard board;
    private final Rail rail;
    private final Paper paper;
    private final HeavyWork work;

    HandOutController(Sites sites, SlotBoard board, Rail rail, Paper paper, HeavyWork work) {
        this.sites = sites;
        this.board = board;
        this.rail = rail;
        this.paper = paper;
        this.work = work;
    }

    @ModelAttribute("open")
    OpenSite open(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return sites.open(who.viewer(), site);
    }

    @GetMapping
    String page(@ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable String slot, Model model) {
        Slot chosen = site.slot(slot);
        model.addAttribute("rail", rail.of(site, board.entries(site), "Plan"));
        model.addAllAttributes(words(site, chosen));
        model.addAttribute("slot", chosen);
        model.addAttribute("number", String.format("%02d", site.sheet().numberOf(chosen)));
        model.addAttribute("base", "/sites/" + site.id() + "/slots/" + chosen.id());
        return "handout/page";
    }

    @GetMapping("/pdf")
    ResponseEntity<byte[]> pdf(
            @ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable String slot) {
        Slot chosen = site.slot(slot);
        Map<String, Object> words = words(site, chosen);
        HandOut handOut = (HandOut) words.get("handOut");
        byte[] pdf = work.run(() -> {
            words.put("drawing", Base64.getEncoder().encodeToString(onPaper(handOut.template())));
            return paper.pdf("handout/paper", words);
        });
        return attachment(pdf, MediaType.APPLICATION_PDF, chosen.id() + "-hand-out.pdf");
    }

    @GetMapping("/template.svg")
    ResponseEntity<byte[]> svg(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable String slot,
            @RequestParam(defaultValue = "1") int density) {
        SlotTemplate template = template(site, slot, density);
        return attachment(
                template.svg(density).getBytes(StandardCharsets.UTF_8),
                MediaType.valueOf("image/svg+xml"),
                name(template, density, "svg"));
    }

    @GetMapping("/template.png")
    ResponseEntity<byte[]> png(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable String slot,
            @RequestParam(defaultValue = "1") int density) {
        SlotTemplate template = template(site, slot, density);
        Size drawn = template.size().times(density);
        if (drawn.pixels() > SlotTemplate.MAX_PIXELS) {
            throw new BadInput(
                    "density", drawn.label() + " px are too many for a PNG; take the SVG, which has any size");
        }
        byte[] png = work.run(() -> PngWriter.write(template.pixels(drawn), Tags.NONE));
        return attachment(png, MediaType.IMAGE_PNG, name(template, density, "png"));
    }

    private static SlotTemplate template(OpenSite site, String slot, int density) {
        Slot chosen = site.slot(slot);
        if (density != 1 && !chosen.brief().densities().contains(density)) {
            throw new BadInput(
                    "density",
                    "the density must be " + Said.either(chosen.brief().densities()) + ", was " + density);
        }
        return HandOut.of(site, chosen).template();
    }

    private static Map<String, Object> words(OpenSite site, Slot slot) {
        HandOut handOut = HandOut.of(site, slot);
        Map<String, Object> words = new HashMap<>();
        words.put("handOut", handOut);
        words.put("today", LocalDate.now().toString());
        words.put("by", site.viewer().name());
        return words;
    }

    /** Small enough for a page, whatever the slot's size. */
    private static byte[] onPaper(SlotTemplate template) {
        Size size = template.size();
        double scale = Math.min(1, ON_PAPER / Math.max(size.width(), size.height()));
        Size drawn = new Size((int) Math.max(1, Math.round(size.width() * scale)), (int)
                Math.max(1, Math.round(size.height() * scale)));
        return PngWriter.write(template.pixels(drawn), Tags.NONE);
    }

    private static String name(SlotTemplate template, int density, String extension) {
        return template.slot().id() + "-template-" + template.size().times(density) + "." + extension;
    }

    private static ResponseEntity<byte[]> attachment(byte[] body, MediaType type, String name) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(body);
    }
}
