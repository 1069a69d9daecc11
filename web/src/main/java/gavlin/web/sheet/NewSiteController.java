package gavlin.web.sheet;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.io.IOException;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Makes a site from the page that lists them. */
@Controller
class NewSiteController {
    /** One slot to begin with, so that there is something to change. */
    private static final String BEGINNING = """
            {"format": "slot-sheet/1", "theme": {"name": "A new theme"},
             "slots": [{"id": "masthead", "name": "Masthead", "kind": "banner", "size": {"width": 1920, "height": 480},
               "types": ["jpeg", "webp"], "weight": {"limit": 300, "unit": "kB"},
               "showings": [{"id": "home", "name": "Home, desktop", "page": "home", "screen": {"width": 1280}, "box": {"width": 1280, "height": 320}}]}],
             "pages": [{"id": "home", "name": "Home, desktop", "width": 1280, "height": 1400,
               "slots": [{"slot": "masthead", "showing": "home", "x": 0, "y": 0}]}]}
            """;

    private final Sites sites;
    private final Sheets sheets;

    NewSiteController(Sites sites, Sheets sheets) {
        this.sites = sites;
        this.sheets = sheets;
    }

    @PostMapping("/sites")
    String create(
            @AuthenticationPrincipal SignedIn who,
            @RequestParam String name,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(required = false) MultipartFile file,
            RedirectAttributes flash)
            throws IOException {
        if (!who.viewer().mayMakeSites()) {
            throw new Forbidden("only accounts that look after all sites make new ones");
        }
        try {
            String sheet = file != null && !file.isEmpty()
                    ? SheetController.text(file)
                    : from.isBlank() ? BEGINNING : copy(who, from);
            OpenSite site = sites.create(who.viewer(), Slug.of(name), name, sheet);
            return "redirect:/sites/" + site.id() + "/sheets/" + site.sheetId();
        } catch (SlotSheetFaults e) {
            flash.addFlashAttribute("refused", "That file is no sound slot sheet.");
            flash.addFlashAttribute("faults", e.faults());
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        flash.addFlashAttribute("typedName", name);
        return "redirect:/sites";
    }

    private String copy(SignedIn who, String from) {
        OpenSite source = sites.open(who.viewer(), from);
        return sheets.get(source, source.sheetId()).json();
    }
}
