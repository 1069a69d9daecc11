package gavlin.web.contactsheet;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.Caption;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
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

/** The words of many pictures in one table, those without words first. */
@Controller
class WordsController {
    /** Rows on a page: five fields each stay well under the 1,000 that a request may have. */
    private static final int ON_A_PAGE = 40;

    private final Sites sites;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;

    WordsController(Sites sites, Pictures pictures, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
    }

    /** @param says why it was not saved, or null */
    record Row(
            String id,
            String href,
            String view,
            String label,
            String facts,
            boolean transparent,
            Caption words,
            int revision,
            String says) {}

    /** What was typed and not saved. Serializable, for it waits in the session for the next page. */
    record Typed(Caption words, String says) implements java.io.Serializable {}

    @GetMapping("/sites/{site}/pictures/words")
    String words(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = "1") int page,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireSomeChange();
        List<StoredPicture> all = pictures.list(open).stream()
                .sorted(Comparator.comparing(picture -> !lacksWords(picture)))
                .toList();
        int last = Math.max(1, (all.size() + ON_A_PAGE - 1) / ON_A_PAGE);
        int at = Math.max(1, Math.min(last, page));
        List<StoredPicture> shown = all.subList((at - 1) * ON_A_PAGE, Math.min(all.size(), at * ON_A_PAGE));
        long lacking = all.stream().filter(WordsController::lacksWords).count();
        model.addAttribute("rail", rail.of(open, board.entries(open), "Pictures"));
        model.addAttribute("site", open.id());
        model.addAttribute("page", at);
        model.addAttribute("pages", last);
        model.addAttribute(
                "sentence",
                lacking == 0
                        ? "Every picture here is described and credited."
                        : Phrases.count(lacking, "picture lacks", "pictures lack")
                                + " a description or a credit; they stand first.");
        model.addAttribute("credits", Contact.credits(all));
        @SuppressWarnings("unchecked")
        Map<String, Typed> typed = (Map<String, Typed>) model.getAttribute("typed");
        model.addAttribute(
                "rows",
                shown.stream()
                        .map(p -> row(p, typed == null ? null : typed.get(p.id())))
                        .toList());
        return "contactsheet/words";
    }

    private static Row row(StoredPicture picture, Typed typed) {
        Contact contact = Contact.of(picture, List.of(), List.of());
        return new Row(
                picture.id(),
                contact.href(),
                contact.href() + "/view?width=160",
                contact.title(),
                contact.facts(),
                contact.transparent(),
                typed == null ? picture.words() : typed.words,
                picture.wordsRevision(),
                typed == null ? null : typed.says);
    }

    static boolean lacksWords(StoredPicture picture) {
        Caption words = picture.words();
        return words.description().isEmpty() || words.creditSaid().isEmpty();
    }

    /** @param form {@code title.ID}, {@code description.ID}, {@code credit.ID}, {@code licence.ID}, and {@code base.ID}, the revision looked at */
    @PostMapping("/sites/{site}/pictures/words")
    String save(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireSomeChange();
        Map<String, Typed> refused = new LinkedHashMap<>();
        List<String> saved = new ArrayList<>();
        for (String name : form.keySet()) {
            if (name.startsWith("base.")) {
                save(open, name.substring("base.".length()), form, saved, refused);
            }
        }
        if (!refused.isEmpty()) {
            flash.addFlashAttribute("typed", (java.io.Serializable) refused);
            flash.addFlashAttribute(
                    "refused",
                    Phrases.count(refused.size(), "row is", "rows are") + " not saved: what you typed is still there.");
        }
        flash.addFlashAttribute(
                "said",
                saved.isEmpty()
                        ? refused.isEmpty() ? "Nothing was changed." : null
                        : "The words of "
                                + Phrases.count(saved.size(), "picture", "pictures")
                                        .toLowerCase() + " are saved.");
        String page = form.getOrDefault("page", "1");
        return "redirect:/sites/" + open.id() + "/pictures/words"
                + (page.matches("[2-9]|\\d{2,4}") ? "?page=" + page : "");
    }

    private void save(
            OpenSite open, String id, Map<String, String> form, List<String> saved, Map<String, Typed> refused) {
        Caption typed = Caption.NONE;
        try {
            typed = new Caption(
                    form.getOrDefault("title." + id, ""),
                    form.getOrDefault("description." + id, ""),
                    filled(form, "credit", id),
                    filled(form, "licence", id));
            int base = Integer.parseInt(form.get("base." + id));
            if (!typed.equals(pictures.find(open, id).words())) {
                pictures.describe(open, id, typed, base);
                saved.add(id);
            }
        } catch (NumberFormatException e) {
            refused.put(id, new Typed(typed, "this row is incomplete: load the page again"));
        } catch (BadInput | Conflict | Forbidden | NotFound e) {
            refused.put(id, new Typed(typed, e.getMessage()));
        }
    }

    /** What stands in its cell, or what all empty ones are to get. */
    private static String filled(Map<String, String> form, String name, String id) {
        String own = form.getOrDefault(name + "." + id, "");
        return own.isBlank() ? form.getOrDefault("all." + name, "") : own;
    }
}
