package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.web.board.Phrases;
import gavlin.web.fit.Desk;
import gavlin.web.fit.PictureSets;
import gavlin.web.fit.Proposals;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A slot that takes several pictures: more of them, in another order, one taken out. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class SetController {
    private final PictureSets sets;
    private final Proposals proposals;
    private final Pictures pictures;

    SetController(PictureSets sets, Proposals proposals, Pictures pictures) {
        this.sets = sets;
        this.proposals = proposals;
        this.pictures = pictures;
    }

    /** Adds several pictures to a slot that takes several, each placed as well as can be. */
    @PostMapping("/pictures")
    String addSeveral(Desk desk, @RequestParam(defaultValue = "") List<String> picture, RedirectAttributes flash) {
        int added = 0;
        try {
            for (String id : picture) {
                StoredPicture source = pictures.find(desk.site(), id);
                sets.add(
                        desk.site(),
                        desk.slot(),
                        desk.section(),
                        source,
                        proposals.proposed(desk.site(), desk.place(), source).fit());
                added++;
            }
            flash.addFlashAttribute("said", Phrases.count(added, "picture", "pictures") + " added.");
        } catch (Conflict | BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }

    /** Puts the pictures of a set into an order, given by their numbers. */
    @PostMapping("/order")
    String order(Desk desk, @RequestParam List<Integer> order, RedirectAttributes flash) {
        try {
            sets.reorder(desk.site(), desk.slot(), desk.section(), order);
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }

    /** Takes this picture out of the set, or puts it back. */
    @PostMapping("/{step:take-out|put-back}")
    String takeOut(Desk desk, @PathVariable String step, RedirectAttributes flash) {
        try {
            if (step.equals("take-out")) {
                sets.takeOut(desk.site(), desk.place());
                flash.addFlashAttribute("said", "Taken out; its decisions are kept.");
            } else {
                sets.putBack(desk.site(), desk.place());
            }
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }
}
