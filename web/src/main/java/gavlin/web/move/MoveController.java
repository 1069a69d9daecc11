package gavlin.web.move;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.move.ThemeMatch;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Place;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.Thumbnail;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A move to another theme: proposed, corrected, accepted, undone. */
@Controller
@RequestMapping("/sites/{site}/moves")
class MoveController {
    private final Sites sites;
    private final Moves moves;
    private final Renditions renditions;
    private final SlotBoard board;
    private final Rail rail;

    MoveController(Sites sites, Moves moves, Renditions renditions, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.moves = moves;
        this.renditions = renditions;
        this.board = board;
        this.rail = rail;
    }

    /**
     * One slot of the new theme.
     *
     * @param from the old slot's id, empty for none
     * @param common what the two have in common, in words
     * @param lines one for each picture that would be in it
     */
    record Row(String slot, String number, String name, String asks, String from, String common, List<Line> lines) {}

    /**
     * @param file the query by which its file is asked for
     */
    record Line(
            String file,
            String picture,
            String section,
            Thumbnail seen,
            String state,
            String outcome,
            String says,
            boolean measured) {}

    record OldSlot(String id, String name) {}

    /** One file that was made on the way. */
    record MeasuredLine(String state, String outcome, String says, String weighs) {}

    @ModelAttribute("open")
    OpenSite open(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return sites.open(who.viewer(), site);
    }

    @PostMapping
    String propose(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @RequestParam long to,
            RedirectAttributes flash) {
        try {
            return "redirect:/sites/" + site.id() + "/moves/"
                    + moves.propose(site, to).id();
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return "redirect:/sites/" + site.id() + "/sheets";
        }
    }

    /** The last accepted move, from where it can be undone. */
    @GetMapping("/last")
    String last(@ModelAttribute(name = "open", binding = false) OpenSite site, RedirectAttributes flash) {
        return moves.undoable(site)
                .map(move -> "redirect:/sites/" + site.id() + "/moves/" + move.id())
                .orElseGet(() -> {
                    flash.addFlashAttribute("refused", "The site has not been moved to the theme in use.");
                    return "redirect:/sites/" + site.id() + "/sheets";
                });
    }

    @GetMapping("/{id}")
    String page(@ModelAttribute(name = "open", binding = false) OpenSite site, @PathVariable long id, Model model) {
        Moves.Outcome outcome = moves.outcome(site, id);
        List<Row> rows = rows(outcome);
        model.addAttribute("rail", rail.of(site, board.entries(site), "Plan"));
        model.addAttribute("move", outcome.move());
        model.addAttribute("state", outcome.move().state().word());
        model.addAttribute("fromTheme", outcome.from().sheet().themeName());
        model.addAttribute("toTheme", outcome.to().sheet().themeName());
        model.addAttribute("rows", rows);
        model.addAttribute("tally", tally(outcome, rows));
        model.addAttribute(
                "left",
                outcome.left().stream()
                        .map(f -> f.slot().name()
                                + (f.section().isEmpty() ? "" : " in " + section(outcome.from(), f.section())) + ": "
                                + f.picture().label())
                        .toList());
        model.addAttribute(
                "oldSlots",
                outcome.from().sheet().slots().stream()
                        .map(s -> new OldSlot(s.id(), s.name()))
                        .toList());
        model.addAttribute("count", outcome.carried().size());
        model.addAttribute("path", "/sites/" + site.id() + "/moves/" + id);
        return "move/move";
    }

    @PostMapping("/{id}/match")
    String match(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam String slot,
            @RequestParam(defaultValue = "") String from,
            RedirectAttributes flash) {
        try {
            moves.match(site, id, slot, from.strip());
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + site.id() + "/moves/" + id + "#to-" + slot;
    }

    /** Makes one of the files, so that its weight and damage are known before anything is accepted. */
    @PostMapping("/{id}/measure")
    @ResponseBody
    MeasuredLine measure(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @RequestParam String slot,
            @RequestParam(defaultValue = OpenSite.WHOLE_SITE) String section,
            @RequestParam int index) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Carried one = moves.carried(site, id, slot, section, index);
        if (one.look() == null) {
            return new MeasuredLine("fails", one.outcome(), one.says(), "");
        }
        FitState measured = renditions.measured(one.look());
        Carried after = new Carried(one.from(), one.place(), measured, null);
        return new MeasuredLine(
                after.verdict().word(),
                after.outcome(),
                after.says(),
                measured.rendition() == null
                        ? ""
                        : Phrases.weight(measured.rendition().bytes()));
    }

    @PostMapping("/{id}/{step:accept|undo}")
    String step(
            @ModelAttribute(name = "open", binding = false) OpenSite site,
            @PathVariable long id,
            @PathVariable String step,
            RedirectAttributes flash) {
        try {
            if (step.equals("accept")) {
                int carried = moves.accept(site, id);
                flash.addFlashAttribute(
                        "said",
                        "The site has its new theme, with "
                                + Phrases.count(carried, "picture", "pictures").toLowerCase(Locale.ROOT)
                                + " carried over. The move can be undone whole.");
                return "redirect:/sites/" + site.id() + "/moves/" + id;
            }
            moves.undo(site, id);
            flash.addFlashAttribute("said", "Undone: the site has its former theme, and every picture as it was.");
            return "redirect:/sites/" + site.id() + "/plan";
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            return "redirect:/sites/" + site.id() + "/moves/" + id;
        }
    }

    private static List<Row> rows(Moves.Outcome outcome) {
        Map<String, String> matching = outcome.move().matching();
        List<Row> rows = new ArrayList<>();
        Map<String, List<Carried>> bySlot = outcome.carried().stream()
                .collect(Collectors.groupingBy(c -> c.slot().id()));
        for (Slot slot : outcome.to().sheet().slots()) {
            List<Line> lines = bySlot.getOrDefault(slot.id(), List.of()).stream()
                    .map(one -> line(one, outcome.to()))
                    .toList();
            String from = matching.getOrDefault(slot.id(), "");
            rows.add(new Row(
                    slot.id(),
                    String.format("%02d", outcome.to().sheet().numberOf(slot)),
                    slot.name(),
                    Phrases.asks(slot.brief()),
                    from,
                    outcome.from()
                            .sheet()
                            .slot(from)
                            .map(old -> ThemeMatch.common(old, slot))
                            .orElse(""),
                    lines));
        }
        return rows;
    }

    private static Line line(Carried one, OpenSite to) {
        FitState look = one.look();
        Place place = one.place();
        return new Line(
                "slot=" + place.slot().id() + "&section=" + place.section() + "&index=" + place.member(),
                one.from().picture().label(),
                one.place().section().isEmpty() ? "" : section(to, one.place().section()),
                look == null ? null : Thumbnail.of(to, look),
                one.verdict().asFarAsKnown().word(),
                one.outcome(),
                one.says(),
                look == null || look.rendition() != null || look.plan().types().isEmpty());
    }

    private static String section(OpenSite site, String id) {
        return site.sheet().section(id).map(s -> s.name()).orElse(id);
    }

    private static String tally(Moves.Outcome outcome, List<Row> rows) {
        Map<String, Long> counts =
                outcome.carried().stream().collect(Collectors.groupingBy(Carried::outcome, Collectors.counting()));
        long empty = rows.stream().filter(r -> r.lines.isEmpty()).count();
        return Stream.of(
                        said(counts.getOrDefault("fits as is", 0L), "fits as it is", "fit as they are"),
                        said(counts.getOrDefault("look at this", 0L), "should be looked at", "should be looked at"),
                        said(
                                counts.getOrDefault("cannot", 0L),
                                "cannot be carried over well",
                                "cannot be carried over well"),
                        said(empty, "slot stays empty", "slots stay empty"))
                .filter(s -> !s.isEmpty())
                .collect(Collectors.joining(", ", "", "."));
    }

    private static String said(long count, String one, String many) {
        return count == 0 ? "" : count + " " + (count == 1 ? one : many);
    }
}
