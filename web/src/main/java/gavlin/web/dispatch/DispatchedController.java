package gavlin.web.dispatch;

import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.Statement;
import gavlin.core.codec.PictureType;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.connect.Connections;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One dispatch: how far it is, what the site made of it, and back again. */
@Controller
@RequestMapping("/sites/{site}/dispatches/{id}")
class DispatchedController {
    private final Sites sites;
    private final Sheets sheets;
    private final Dispatches dispatches;
    private final PutBack putBack;
    private final OtherType otherType;
    private final Connections connections;
    private final SlotBoard board;
    private final Rail rail;

    DispatchedController(
            Sites sites,
            Sheets sheets,
            Dispatches dispatches,
            PutBack putBack,
            OtherType otherType,
            Connections connections,
            SlotBoard board,
            Rail rail) {
        this.sites = sites;
        this.sheets = sheets;
        this.dispatches = dispatches;
        this.putBack = putBack;
        this.otherType = otherType;
        this.connections = connections;
        this.board = board;
        this.rail = rail;
    }

    /**
     * @param received null for what was taken away
     * @param others types that the slot takes beside, where the site compressed this one
     */
    public record Row(DispatchedFile.View file, String weight, ReceiptWords received, List<PictureType> others) {
        private static Row of(OpenSite site, DispatchedFile.View file) {
            ReceiptWords received = file.receipt() == null ? null : ReceiptWords.of(file.receipt());
            return new Row(
                    file,
                    Phrases.weight(file.bytes()),
                    received,
                    received != null && received.repacked() ? OtherType.beside(site, file) : List.of());
        }
    }

    @GetMapping
    String one(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        DispatchView dispatch = dispatches.get(open, id);
        model.addAttribute("rail", rail.of(open, board.entries(open), "Dispatch"));
        model.addAttribute("path", "/sites/" + open.id());
        model.addAttribute("dispatch", dispatch);
        model.addAttribute(
                "rows",
                dispatch.files().stream().map(file -> Row.of(open, file)).toList());
        model.addAttribute("progress", dispatch.isToSite() ? progress(dispatch) : null);
        model.addAttribute(
                "refusals",
                dispatch.files().stream()
                        .anyMatch(file -> file.receipt() != null
                                && file.receipt().state().equals(Delivery.State.REFUSED.word())));
        model.addAttribute("warden", open.warden());
        model.addAttribute("connected", connections.of(open).isPresent());
        model.addAttribute(
                "weight",
                Phrases.weight(dispatch.files().stream()
                        .mapToLong(DispatchedFile.View::bytes)
                        .sum()));
        return "dispatch/one";
    }

    private static String progress(DispatchView dispatch) {
        long all = dispatch.withPlace();
        long without = dispatch.files().size() - all;
        return dispatch.arrived() + " of " + all + (all == 1 ? " file has" : " files have") + " arrived, visitors see "
                + dispatch.seen()
                + (without == 0 ? "." : "; for " + without + " the site has no place.")
                + switch (dispatch.state()) {
                    case "sending" -> " The others are on their way.";
                    case "looking" -> " The site is looked at again by itself until they see all.";
                    case "stopped" -> " It stands still.";
                    default -> "";
                };
    }

    @PostMapping("/stop")
    String stop(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        OpenSite open = sites.open(who.viewer(), site);
        dispatches.stop(open, id);
        return to(open, id);
    }

    @PostMapping("/on")
    String goOn(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        OpenSite open = sites.open(who.viewer(), site);
        dispatches.goOn(open, id);
        return to(open, id);
    }

    private static String to(OpenSite site, long id) {
        return "redirect:/sites/" + site.id() + "/dispatches/" + id;
    }

    /** Decides again as it was then; where Gavlin reaches the site, the same files go there at once. */
    @PostMapping("/back")
    String back(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String slot,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        DispatchView dispatch = dispatches.get(open, id);
        List<PutBack.Back> all = putBack.all(open, dispatch, slot);
        List<String> not = all.stream()
                .filter(each -> !each.done())
                .map(each -> each.slot() + ": " + each.says())
                .toList();
        if (!not.isEmpty()) {
            flash.addFlashAttribute("refused", "Not put back: " + String.join("; ", not) + ".");
            return to(open, id);
        }
        String decided =
                all.size() == 1 ? "It is decided again as it was then" : "All of it is decided again as it was then";
        if (!dispatch.isToSite() || connections.of(open).isEmpty()) {
            flash.addFlashAttribute("said", decided + ". It leaves with the next dispatch.");
            return to(open, id);
        }
        try {
            long anew = dispatches.sendAgain(open, dispatch, slot).id();
            flash.addFlashAttribute("said", decided + ", and the same files are on their way to the site.");
            return to(open, anew);
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", decided + ", but not sent: " + e.getMessage() + ".");
            return to(open, id);
        }
    }

    /** The same picture as another type of file, which the site may leave alone. */
    @PostMapping("/type")
    String type(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam String path,
            @RequestParam String type,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        DispatchedFile.View file = fileOf(dispatches.get(open, id), path);
        String name = open.slot(file.slot()).name();
        try {
            otherType.choose(open, file, type);
            flash.addFlashAttribute(
                    "said",
                    name + " is a " + PictureType.ofWord(type).label()
                            + " now, and accepted. It leaves with the next dispatch.");
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", name + ": " + e.getMessage());
        }
        return to(open, id);
    }

    private static DispatchedFile.View fileOf(DispatchView dispatch, String path) {
        return dispatch.files().stream()
                .filter(each -> each.path().equals(path))
                .findFirst()
                .orElseThrow(() -> new NotFound("file", path));
    }

    /** Puts the size that the site made of a file into its slot's brief, as measured. */
    @PostMapping("/statement")
    String statement(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam String slot) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        DispatchedFile.View file = dispatches.get(open, id).files().stream()
                .filter(each -> each.slot().equals(slot)
                        && each.receipt() != null
                        && each.receipt().heldSize() != null)
                .findFirst()
                .orElseThrow(() -> new NotFound("receipt of the slot", slot));
        sheets.edit(
                open,
                open.sheetId(),
                sheet -> SheetEdits.addStatement(
                        sheet,
                        slot,
                        new Statement(
                                file.receipt().heldSize(),
                                "the site itself, what it made of dispatch No. " + id,
                                LocalDate.now().toString(),
                                true)),
                "what the site makes of " + open.slot(slot).name());
        return "redirect:/sites/" + open.id() + "/slots/" + open.slot(slot).id();
    }

    /** One file of a dispatch, to be looked at. */
    @GetMapping("/file")
    void file(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam String path,
            HttpServletResponse response)
            throws IOException {
        DispatchView dispatch = dispatches.get(sites.open(who.viewer(), site), id);
        DispatchedFile.View file = fileOf(dispatch, path);
        dispatches.requireBytes(List.of(file));
        response.setContentType(PictureType.ofWord(file.type()).mediaType());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "private, max-age=2592000, immutable");
        response.setContentLengthLong(file.bytes());
        dispatches.copy(file, response.getOutputStream());
    }

    /** The files of a dispatch as they were, whatever was decided since. */
    @GetMapping("/files.zip")
    void files(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        DispatchView dispatch = dispatches.get(open, id);
        dispatches.requireBytes(dispatch.files());
        Attachment.announce(response, "application/zip", open.id() + "-dispatch-" + id + ".zip");
        dispatches.write(dispatch, response.getOutputStream());
    }
}
