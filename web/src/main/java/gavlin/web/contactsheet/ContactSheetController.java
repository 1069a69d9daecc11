package gavlin.web.contactsheet;

import gavlin.core.BadInput;
import gavlin.core.fit.Fit;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.picture.Caption;
import gavlin.web.picture.PictureInUse;
import gavlin.web.picture.PictureUses;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.Removals;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The Pictures view: the contact sheet, and one picture with its words. */
@Controller
class ContactSheetController {
    private final Sites sites;
    private final Pictures pictures;
    private final Removals removals;
    private final SlotBoard board;
    private final Rail rail;

    ContactSheetController(Sites sites, Pictures pictures, Removals removals, SlotBoard board, Rail rail) {
        this.removals = removals;
        this.sites = sites;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
    }

    @GetMapping("/sites/{site}/pictures")
    String sheet(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        List<Entry> entries = board.entries(open);
        List<StoredPicture> all = pictures.list(open);
        List<Entry> unfilled = entries.stream().filter(e -> e.fit() == null).toList();
        model.addAttribute("rail", rail.of(open, entries, "Pictures"));
        model.addAttribute("site", open.id());
        model.addAttribute("mayAdd", open.warden() || !open.kept().isEmpty());
        model.addAttribute(
                "removed",
                removals.removed(open).stream()
                        .map(p -> new Removed(
                                p.id(), p.label(), p.removal().by(), p.removal().at(), daysLeft(p)))
                        .toList());
        model.addAttribute("mostBytes", pictures.mostBytes());
        model.addAttribute("takesInto", open.id());
        model.addAttribute(
                "wordless", all.stream().filter(WordsController::lacksWords).count());
        model.addAttribute("headline", Phrases.count(all.size(), "picture", "pictures"));
        model.addAttribute("sentence", sentence(all));
        model.addAttribute(
                "pictures",
                all.stream()
                        .map(p -> Contact.of(p, usedIn(p, entries), serves(p, unfilled)))
                        .toList());
        return "contactsheet/contactsheet";
    }

    /** A picture that can still be brought back. */
    record Removed(String id, String label, String by, Instant at, long daysLeft) {}

    private static long daysLeft(StoredPicture picture) {
        return Math.max(
                0,
                Removals.KEPT_DAYS
                        - Duration.between(picture.removal().at(), Instant.now())
                                .toDays());
    }

    @PostMapping("/sites/{site}/pictures/{id}/remove")
    String remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(defaultValue = "false") boolean anyway,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            StoredPicture picture = pictures.find(open, id);
            removals.remove(open, id, anyway);
            flash.addFlashAttribute(
                    "said",
                    picture.label() + " is removed. It can be brought back for " + Removals.KEPT_DAYS
                            + " days, below.");
            return "redirect:/sites/" + open.id() + "/pictures";
        } catch (PictureInUse | Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return "redirect:/sites/" + open.id() + "/pictures/" + id;
        }
    }

    @PostMapping("/sites/{site}/pictures/{id}/replace")
    String replace(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam MultipartFile file,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            StoredPicture picture = removals.replace(open, id, file);
            flash.addFlashAttribute(
                    "said",
                    picture.label() + " is the new version now. The former one is among the removed pictures for "
                            + Removals.KEPT_DAYS + " days.");
        } catch (BadInput | Conflict | Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + open.id() + "/pictures/" + id;
    }

    @PostMapping("/sites/{site}/pictures/{id}/restore")
    String restore(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.bringBack(open, id);
        flash.addFlashAttribute("said", picture.label() + " is back, also in the slots that it was taken out of.");
        return "redirect:/sites/" + open.id() + "/pictures/" + id;
    }

    @GetMapping("/sites/{site}/pictures/{id}")
    String one(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        List<Entry> entries = board.entries(open);
        model.addAttribute("rail", rail.of(open, entries, "Pictures"));
        model.addAttribute("picture", Contact.large(picture, usedIn(picture, entries)));
        boolean conflict = model.getAttribute("typed") instanceof Caption;
        model.addAttribute("words", conflict ? model.getAttribute("typed") : picture.words());
        model.addAttribute("theirs", conflict ? picture.words() : null);
        model.addAttribute("credits", Contact.credits(pictures.list(open)));
        model.addAttribute("former", pictures.formerWords(picture));
        model.addAttribute(
                "uses",
                pictures.uses(open, picture).stream()
                        .map(PictureUses.Use::label)
                        .toList());
        model.addAttribute("wordsRevision", picture.wordsRevision());
        model.addAttribute("notes", picture.notes());
        model.addAttribute(
                "made", picture.made() == null ? null : picture.made().kind());
        model.addAttribute("creditHref", "/sites/" + open.id() + "/credits?picture=" + picture.id());
        model.addAttribute("mayChange", open.warden() || !open.kept().isEmpty());
        model.addAttribute("original", "/api/v1/sites/" + open.id() + "/pictures/" + picture.id() + "/original");
        model.addAttribute(
                "slots",
                serves(picture, entries).stream()
                        .map(e -> new SlotLink(e.number(), e.slot().name(), withPicture(e.benchHref(), picture)))
                        .toList());
        return "contactsheet/picture";
    }

    record SlotLink(String number, String name, String href) {}

    @PostMapping("/sites/{site}/pictures/{id}")
    String describe(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam String title,
            @RequestParam String description,
            @RequestParam String credit,
            @RequestParam String licence,
            @RequestParam(required = false) Integer base,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            pictures.describe(open, id, new Caption(title, description, credit, licence), base);
            flash.addFlashAttribute("said", "These words are saved.");
        } catch (BadInput | Forbidden e) {
            flash.addFlashAttribute("refused", e.getMessage());
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            flash.addFlashAttribute("typed", new Caption(title, description, credit, licence)); // nothing typed is lost
        }
        return "redirect:/sites/" + open.id() + "/pictures/" + id;
    }

    /** A form's upload; what can't be used is named, and the others are taken in all the same. */
    @PostMapping("/sites/{site}/pictures")
    String add(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam("file") List<MultipartFile> files,
            @RequestParam(defaultValue = "false") boolean salvage,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        List<String> said = new ArrayList<>();
        List<String> refused = new ArrayList<>();
        for (MultipartFile file : files) {
            try {
                Pictures.Added added = pictures.add(open, file, Caption.NONE, salvage);
                said.add(added.picture().label() + (added.isNew() ? " is taken in." : " was here already."));
            } catch (BadInput e) {
                refused.add(file.getOriginalFilename() + ": " + e.getMessage() + ".");
            }
        }
        flash.addFlashAttribute("said", said.isEmpty() ? null : String.join(" ", said));
        flash.addFlashAttribute("refused", refused.isEmpty() ? null : String.join(" ", refused));
        return "redirect:/sites/" + open.id() + "/pictures";
    }

    private static String sentence(List<StoredPicture> all) {
        long uncredited =
                all.stream().filter(p -> p.words().creditSaid().isEmpty()).count();
        long undescribed =
                all.stream().filter(p -> p.words().description().isEmpty()).count();
        if (all.isEmpty()) {
            return "Take the first one in.";
        }
        return uncredited == 0 && undescribed == 0
                ? "All are credited and described."
                : Phrases.count(uncredited, "has", "have") + " no credit, "
                        + Phrases.count(undescribed, "has", "have").toLowerCase()
                        + " no description.";
    }

    private static List<Entry> usedIn(StoredPicture picture, List<Entry> entries) {
        return entries.stream()
                .filter(e -> e.fit() != null && e.fit().picture().number() == picture.number())
                .toList();
    }

    /** The slots whose rendition would not enlarge the picture, and that could hold it. */
    private static List<Entry> serves(StoredPicture picture, List<Entry> entries) {
        return entries.stream().filter(e -> canServe(picture, e)).toList();
    }

    private static boolean canServe(StoredPicture picture, Entry entry) {
        try {
            RenditionPlan plan = RenditionPlan.of(entry.slot(), Fit.chosenFor(entry.slot()), picture.facts(), 1);
            boolean needsAlpha = entry.slot().brief().transparency() == gavlin.core.brief.Brief.Transparency.REQUIRED;
            return !picture.facts().isEnlargedAt(plan.framing().detail())
                    && !plan.types().isEmpty()
                    && (!needsAlpha || picture.transparent());
        } catch (BadInput e) {
            return false; // too small for a ratio
        }
    }

    private static String withPicture(String benchHref, StoredPicture picture) {
        return benchHref + (benchHref.contains("?") ? "&" : "?") + "picture=" + picture.id();
    }
}
