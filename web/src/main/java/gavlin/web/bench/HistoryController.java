package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.solve.KeepArea;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.fit.Thumbnail;
import gavlin.web.picture.KeepAreaBook;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** All that was decided of a place: looked at, named, gone back to; and what was said to be seen of its picture. */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench/history")
class HistoryController {
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

    private final Fits fits;
    private final Renditions renditions;
    private final FitBook book;
    private final Pictures pictures;
    private final KeepAreaBook keepAreas;
    private final SlotBoard board;
    private final Rail rail;

    HistoryController(
            Fits fits,
            Renditions renditions,
            FitBook book,
            Pictures pictures,
            KeepAreaBook keepAreas,
            SlotBoard board,
            Rail rail) {
        this.fits = fits;
        this.renditions = renditions;
        this.book = book;
        this.pictures = pictures;
        this.keepAreas = keepAreas;
        this.board = board;
        this.rail = rail;
    }

    /** One step of the history, with what it would show. */
    record Step(int revision, String name, String by, String at, boolean here, String says, Thumbnail seen) {}

    record KeepStep(int revision, String says, String by, String at) {}

    /** All that was decided of this place, newest first. */
    @GetMapping
    String history(Desk desk, Model model) {
        List<FitState> states = fits.history(desk.site(), desk.place());
        int present = fits.currentRevision(desk.site(), desk.place());
        StoredPicture picture = states.stream()
                .filter(f -> f.revision() == present)
                .findFirst()
                .map(FitState::picture)
                .orElse(null);
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i < states.size(); i++) {
            steps.add(step(states.get(i), i + 1 < states.size() ? states.get(i + 1) : null, present, desk));
        }
        model.addAttribute("rail", rail.of(desk.site(), board.entries(desk.site()), "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute("steps", steps);
        model.addAttribute("picture", picture);
        model.addAttribute("keepSteps", picture == null ? List.of() : keepSteps(picture));
        model.addAttribute("takenAway", picture == null ? List.of() : keepAreas.takenAway(picture));
        model.addAttribute("mayChange", desk.site().mayChange(desk.slot(), desk.section()));
        model.addAttribute("base", desk.path() + "/bench");
        model.addAttribute("query", desk.place().query());
        model.addAttribute("key", desk.place().key());
        return "bench/history";
    }

    private Step step(FitState state, FitState before, int present, Desk desk) {
        List<KeepArea> known = state.fit().letGo().isEmpty()
                ? List.of()
                : Stream.concat(
                                state.picture().keepAreas().areas().stream(),
                                keepAreas.takenAway(state.picture()).stream())
                        .toList();
        return new Step(
                state.revision(),
                state.stored().name(),
                state.stored().madeBy(),
                time(state.stored().madeAt()),
                state.revision() == present,
                FitChanges.between(before, state, known),
                Thumbnail.of(desk.site(), state));
    }

    private List<KeepStep> keepSteps(StoredPicture picture) {
        return keepAreas.history(picture).stream()
                .map(s -> new KeepStep(s.revision(), s.says(), s.by(), time(s.at())))
                .toList();
    }

    private static String time(Instant at) {
        return TIME.format(at.atOffset(ZoneOffset.UTC));
    }

    /** The file that a step would send. */
    @GetMapping("/{revision}/file")
    void file(Desk desk, @PathVariable int revision, HttpServletResponse response) throws IOException {
        FitState state = fits.at(desk.site(), desk.place(), revision);
        StoredRendition file = renditions.rendition(state, 1);
        response.setHeader("Cache-Control", "private, no-cache");
        Attachment.announce(response, file.type().mediaType(), FileNames.of(desk.site(), state, file, 1), file.bytes());
        renditions.copy(file, response.getOutputStream());
    }

    @PostMapping("/{revision}")
    String goTo(Desk desk, @PathVariable int revision) {
        book.goTo(desk.site(), desk.place(), revision);
        return desk.redirect();
    }

    @PostMapping("/{revision}/name")
    String name(Desk desk, @PathVariable int revision, @RequestParam String name, RedirectAttributes flash) {
        try {
            book.name(desk.site(), desk.place(), revision, name);
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return historyOf(desk);
    }

    /** Brings a keep area back that was taken away, under its own id. */
    @PostMapping("/bring-back")
    String bringBack(Desk desk, @RequestParam String picture, @RequestParam String area, RedirectAttributes flash) {
        desk.site().requireChange(desk.slot(), desk.section());
        try {
            keepAreas.bringBack(desk.site(), pictures.find(desk.site(), picture).id(), area);
            flash.addFlashAttribute("said", "It must be seen again, in every slot.");
        } catch (BadInput e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return historyOf(desk);
    }

    private static String historyOf(Desk desk) {
        return "redirect:" + desk.path() + "/bench/history" + desk.place().query();
    }
}
