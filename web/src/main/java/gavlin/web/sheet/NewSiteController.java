package gavlin.web.sheet;

import gavlin.core.BadInput;
import gavlin.core.Slug;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.page.PageReading;
import gavlin.core.page.SizeList;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
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
    /** No site has that id. */
    private static final String FROM_A_PAGE = "*page";

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
            @RequestParam(defaultValue = "") String list,
            @RequestParam(required = false) MultipartFile file,
            RedirectAttributes flash)
            throws IOException {
        if (!who.viewer().mayMakeSites()) {
            throw new Forbidden("only accounts that look after all sites make new ones");
        }
        try {
            PageReading sizes = SizeList.read(list);
            if (!list.isBlank() && sizes.proposals().isEmpty()) {
                throw new BadInput("list", "no line of the list says a size such as 1200×400, or a ratio such as 16:9");
            }
            String sheet = file != null && !file.isEmpty()
                    ? SheetController.text(file)
                    : !list.isBlank() ? Beginning.of(sizes) : isCopy(from) ? copy(who, from) : Beginning.SHEET;
            OpenSite site = sites.create(who.viewer(), Slug.of(name), name, sheet);
            String path = "/sites/" + site.id() + "/sheets/" + site.sheetId();
            if (!sizes.proposals().isEmpty()) {
                flash.addFlashAttribute(
                        "said", Phrases.count(sizes.proposals().size(), "slot", "slots") + " read from the list.");
                flash.addFlashAttribute("notes", sizes.notes());
            }
            return "redirect:" + path + (from.equals(FROM_A_PAGE) ? "/page" : "");
        } catch (SlotSheetFaults e) {
            flash.addFlashAttribute("refused", "That file is no sound slot sheet.");
            flash.addFlashAttribute("faults", e.faults());
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        flash.addFlashAttribute("typedName", name);
        flash.addFlashAttribute("typedList", list);
        return "redirect:/sites";
    }

    private static boolean isCopy(String from) {
        return !from.isBlank() && !from.equals(FROM_A_PAGE);
    }

    private String copy(SignedIn who, String from) {
        OpenSite source = sites.open(who.viewer(), from);
        return sheets.get(source, source.sheetId()).json();
    }
}
