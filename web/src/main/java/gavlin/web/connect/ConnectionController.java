package gavlin.web.connect;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How the site is reached, and what it holds. For wardens: it names addresses and who signs in there. */
@Controller
@RequestMapping("/sites/{site}/connection")
class ConnectionController {
    private final Sites sites;
    private final Connections connections;
    private final SlotBoard board;
    private final Rail rail;

    ConnectionController(Sites sites, Connections connections, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.connections = connections;
        this.board = board;
        this.rail = rail;
    }

    /** @param name of the slot, where the sheet has it @param own whether it can be taken away */
    public record Row(String slot, String name, String what, String state, String page, boolean own) {
        private static Row of(OpenSite site, Connector.Holding held) {
            boolean any = held.bytes() > 0;
            String size = held.size() == null ? "" : held.size() + ", ";
            String type = held.type().isEmpty() ? "" : held.type().replaceFirst("^image/", "") + ", ";
            return new Row(
                    held.slot(),
                    site.sheet().slot(held.slot()).map(Slot::name).orElse(held.slot()),
                    any ? size + type + Phrases.weight(held.bytes()) : "",
                    held.state(),
                    held.page(),
                    any);
        }
    }

    @GetMapping
    String page(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        Connections.View set = connections.of(open).orElse(null);
        model.addAttribute("rail", rail.of(open, board.entries(open), "Dispatch"));
        model.addAttribute("path", "/sites/" + open.id());
        model.addAttribute("connection", set);
        model.addAttribute("kinds", Kind.values());
        if (set != null) {
            try (Connector there = connections.open(open.id())) {
                model.addAttribute(
                        "rows",
                        there.holdings().stream()
                                .map(held -> Row.of(open, held))
                                .toList());
                model.addAttribute("answered", there.answered());
            } catch (SiteRefused | SiteUnreachable e) {
                model.addAttribute("silent", e.getMessage());
            }
        }
        return "connect/connection";
    }

    @PostMapping
    String set(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam String kind,
            @RequestParam String address,
            @RequestParam(defaultValue = "") String user,
            @RequestParam(defaultValue = "") String secret,
            @RequestParam(defaultValue = "") String privateKey,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            String answered = connections.set(open, kind, address, user, privateKey.isBlank() ? secret : privateKey);
            flash.addFlashAttribute("said", "Reached: " + answered + ".");
        } catch (BadInput | SiteRefused | SiteUnreachable e) {
            flash.addFlashAttribute("refused", "Nothing was changed: " + e.getMessage() + ".");
            flash.addFlashAttribute("typed", Map.of("kind", kind, "address", address, "user", user));
        }
        return "redirect:/sites/" + open.id() + "/connection";
    }

    @PostMapping("/forget")
    String forget(@AuthenticationPrincipal SignedIn who, @PathVariable String site, RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        connections.forget(open);
        flash.addFlashAttribute("said", "Forgotten, its key with it.");
        return "redirect:/sites/" + open.id() + "/connection";
    }

    /** Takes away what lies at one place, so that the theme's own is seen. */
    @PostMapping("/remove")
    String remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam String slot,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        try (Connector there = connections.open(open.id())) {
            List<String> held =
                    there.holdings().stream().map(Connector.Holding::slot).toList();
            if (!held.contains(slot)) {
                throw new Conflict("the site holds nothing there any more");
            }
            there.remove(new Connector.File(slot, "", 1, slot, "", "", new byte[0]));
            there.publish();
            flash.addFlashAttribute("said", slot + ": taken away; the theme's own is seen there.");
        } catch (SiteRefused | SiteUnreachable | Conflict e) {
            flash.addFlashAttribute("refused", slot + " was not taken away: " + e.getMessage() + ".");
        }
        return "redirect:/sites/" + open.id() + "/connection";
    }
}
