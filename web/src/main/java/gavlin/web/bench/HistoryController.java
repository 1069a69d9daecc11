package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.page.Rail;
import gavlin.web.page.SlotBoard;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** All that was decided of a place: looked at, named, gone back to. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench/history")
class HistoryController {
    private final Fits fits;
    private final SlotBoard board;
    private final Rail rail;

    HistoryController(Fits fits, SlotBoard board, Rail rail) {
        this.fits = fits;
        this.board = board;
        this.rail = rail;
    }

    /** One step of the history, with what it would show. */
    record Step(int revision, String name, String by, String at, boolean here, String says, WindowView seen) {}

    /** All that was decided of this place, newest first. */
    @GetMapping
    String history(@ModelAttribute(name = "desk", binding = false) Desk desk, Model model) {
        int present =
                fits.find(desk.site(), desk.place()).map(FitState::revision).orElse(0);
        List<FitState> states = fits.history(desk.site(), desk.place());
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i < states.size(); i++) {
            steps.add(step(states.get(i), i + 1 < states.size() ? states.get(i + 1) : null, present, desk));
        }
        model.addAttribute("rail", rail.of(desk.site(), board.entries(desk.site()), "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute("steps", steps);
        model.addAttribute("mayChange", desk.site().mayChange(desk.slot(), desk.section()));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("query", desk.place().query());
        return "bench/history";
    }

    private static Step step(FitState state, FitState before, int present, Desk desk) {
        return new Step(
                state.revision(),
                state.name(),
                state.madeBy(),
                DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm")
                        .format(state.madeAt().atOffset(ZoneOffset.UTC)),
                state.revision() == present,
                FitChanges.between(before, state),
                WindowView.of(desk.site(), state));
    }

    @PostMapping("/{revision}")
    String goTo(@ModelAttribute(name = "desk", binding = false) Desk desk, @PathVariable int revision) {
        fits.goTo(desk.site(), desk.place(), revision);
        return desk.redirect();
    }

    @PostMapping("/{revision}/name")
    String name(
            @ModelAttribute(name = "desk", binding = false) Desk desk,
            @PathVariable int revision,
            @RequestParam String name,
            RedirectAttributes flash) {
        try {
            fits.name(desk.site(), desk.place(), revision, name);
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:" + desk.path() + "/bench/history" + desk.place().query();
    }
}
