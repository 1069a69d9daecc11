package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Rule;
import gavlin.core.mark.EdgeContrast;
import gavlin.core.seat.Seat;
import gavlin.web.account.SignedIn;
import gavlin.web.bench.MarkVersions.Version;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.PictureSets;
import gavlin.web.fit.Place;
import gavlin.web.fit.Proposals;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.Thumbnail;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
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
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One picture into several slots: what each would show, placed in those that are ticked, accepted where it fits. */
@Controller
@RequestMapping("/sites/{site}/pictures/{id}/slots")
class SeveralController {
    private final Sites sites;
    private final Fits fits;
    private final FitBook book;
    private final Proposals proposals;
    private final Renditions renditions;
    private final PictureSets sets;
    private final Pictures pictures;
    private final SlotBoard board;
    private final Rail rail;
    private final MarkVersions versions;

    SeveralController(
            Sites sites,
            Fits fits,
            FitBook book,
            Proposals proposals,
            Renditions renditions,
            PictureSets sets,
            Pictures pictures,
            SlotBoard board,
            Rail rail,
            MarkVersions versions) {
        this.versions = versions;
        this.sites = sites;
        this.fits = fits;
        this.book = book;
        this.proposals = proposals;
        this.renditions = renditions;
        this.sets = sets;
        this.pictures = pictures;
        this.board = board;
        this.rail = rail;
    }

    /**
     * A slot as it would be with the picture.
     *
     * @param bench where it is looked at before it is placed, or where it is already
     * @param seen null where the picture is too small to be placed
     * @param now what the slot holds
     * @param there whether it holds this picture already
     * @param may whether it can be placed there, by this person
     * @param ticked empty slots that it would suit
     * @param inks of a mark: in which it could stand there; none for what has a ground of its own
     */
    record Row(
            String slot,
            String number,
            String name,
            String size,
            String bench,
            Thumbnail seen,
            Verdict verdict,
            String says,
            String now,
            boolean there,
            boolean may,
            boolean ticked,
            List<InkRow> inks) {}

    /** A version of a mark, and how it would be. @param value empty for as it is */
    record InkRow(String value, String says, boolean chosen, String view, String verdict, String wrong) {
        static InkRow of(OpenSite site, Version version, boolean chosen) {
            return new InkRow(
                    version.name(),
                    version.says(),
                    chosen,
                    version.seen(site).view(),
                    version.verdict().asFarAsKnown().word(),
                    version.wrong());
        }
    }

    @GetMapping
    String page(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        List<Entry> entries = board.entries(open);
        List<FitState> placed = fits.placed(open, open.usualSection());
        List<Row> rows = new ArrayList<>();
        Map<String, EdgeContrast> edges = new HashMap<>();
        for (Entry entry : entries) {
            if (entry.exists()) {
                rows.add(row(open, entry, picture, placed, edges));
            }
        }
        rows.sort(Comparator.comparing(Row::there).thenComparing(Row::verdict)); // in the sheet's order otherwise
        model.addAttribute("rail", rail.of(open, entries, "Bench"));
        model.addAttribute("picture", picture);
        model.addAttribute("href", "/sites/" + open.id() + "/pictures/" + picture.id());
        model.addAttribute("rows", rows);
        model.addAttribute("mayAny", rows.stream().anyMatch(Row::may));
        model.addAttribute(
                "marks",
                entries.stream()
                        .anyMatch(entry -> entry.exists() && entry.slot().isMark()));
        return "bench/several";
    }

    private Row row(
            OpenSite site, Entry entry, StoredPicture picture, List<FitState> placed, Map<String, EdgeContrast> edges) {
        FitState here = entry.pictures().stream()
                .filter(f -> f.picture().number() == picture.number())
                .findFirst()
                .orElse(null);
        FitState shown = here;
        String says = "";
        if (here == null) {
            try {
                shown = proposals.proposed(
                        site, Place.of(entry.slot(), site.usualSection(entry.slot())), picture, placed);
            } catch (BadInput e) {
                says = e.getMessage();
            }
        }
        List<Version> inks = shown == null ? List.of() : versions.of(site, shown, edges);
        Version ink = inks.isEmpty() ? null : here != null ? inks.get(0) : MarkVersions.suiting(inks);
        Verdict verdict = shown == null ? Verdict.FAILS : ink == null ? shown.verdict() : ink.verdict();
        if (ink != null) {
            shown = ink.state();
            says = ink.wrong();
        } else if (shown != null) {
            says = FitState.worstOf(shown.gauges());
        }
        boolean open =
                here == null ? shown != null : entry.slot().isMark(); // where it is, it may be shown at another height
        boolean may = open && site.mayChange(entry.slot(), site.usualSection(entry.slot()));
        return new Row(
                entry.slot().id(),
                entry.number(),
                entry.slot().name(),
                entry.slot().brief().sizeLabel(),
                here != null ? entry.benchHref(here) : withPicture(entry.benchHref(null), picture),
                shown == null ? null : Thumbnail.of(site, shown),
                verdict.asFarAsKnown(),
                says,
                now(entry, here),
                here != null,
                may,
                may && entry.pictures().isEmpty() && verdict.isNoObstacle(),
                inks.stream()
                        .map(version -> InkRow.of(site, version, version.equals(ink)))
                        .toList());
    }

    private static String now(Entry entry, FitState here) {
        if (here != null) {
            return "here already" + (here.accepted() ? ", accepted" : "");
        }
        if (entry.slot().set() != null) {
            return Phrases.count(entry.pictures().size(), "picture", "pictures") + "; it would be one more";
        }
        return entry.fit() == null
                ? "empty"
                : "replaces " + entry.fit().picture().label();
    }

    private static String withPicture(String href, StoredPicture picture) {
        return href + (href.contains("?") ? "&" : "?") + "picture=" + picture.id();
    }

    /** @param says what is wrong, or what kept it from being placed */
    record Placed(String verdict, String says, boolean accepted, String bench) {}

    /** Places it in one slot, and measures the file; without its script the page sends all at once, see below. */
    @PostMapping("/{slot}")
    @ResponseBody
    Placed place(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @PathVariable String slot,
            @RequestParam(defaultValue = "false") boolean accept,
            @RequestParam(required = false) Integer visible,
            @RequestParam(defaultValue = "") String ink) {
        OpenSite open = sites.open(who.viewer(), site);
        return place(open, pictures.find(open, id), open.slot(slot), accept, visible, ink);
    }

    private Placed place(OpenSite site, StoredPicture picture, Slot slot, boolean accept, Integer visible, String ink) {
        String section = site.usualSection(slot);
        site.requireChange(slot, section);
        Fit fit = seated(versions.in(ink, present(site, Place.of(slot, section), picture)), slot, visible);
        FitState stored = renditions.measured(
                slot.set() == null
                        ? book.save(site, Place.of(slot, section), picture, fit, null)
                        : sets.add(site, slot, section, picture, fit));
        Place place = stored.place();
        boolean fitting = stored.verdict() == Verdict.FITS;
        if (accept && fitting) {
            book.accept(site, place);
        }
        return new Placed(
                stored.verdict().word(),
                FitState.worstOf(stored.gauges()),
                accept && fitting,
                "/sites/" + site.id() + "/slots/" + slot.id() + "/bench" + place.query());
    }

    /** A mark that is there already stays as it is fitted; everything else as Gavlin would place it. */
    private FitState present(OpenSite site, Place place, StoredPicture picture) {
        return fits.find(site, place)
                .filter(there -> place.slot().isMark() && there.picture().number() == picture.number())
                .orElseGet(() -> proposals.proposed(site, place, picture));
    }

    /** @param visible how high a mark is shown in every slot, px of the slot; null for as it is */
    private static Fit seated(Fit fit, Slot slot, Integer visible) {
        if (visible == null || !slot.isMark()) {
            return fit;
        }
        Seat seat = fit.frame().seat();
        Seat high = seat == null
                ? new Seat(Seat.By.BOX, 0, visible, null)
                : new Seat(seat.by(), seat.clear(), visible, seat.middle());
        return fit.with(fit.frame().with(Rule.CONTAIN).with(high));
    }

    @PostMapping
    String placeAll(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(defaultValue = "") List<String> slot,
            @RequestParam(defaultValue = "false") boolean accept,
            @RequestParam(required = false) Integer visible,
            @RequestParam Map<String, String> all,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        int fitting = 0;
        List<String> refused = new ArrayList<>();
        for (String each : slot) {
            try {
                fitting += place(open, picture, open.slot(each), accept, visible, all.getOrDefault("ink-" + each, ""))
                                .verdict()
                                .equals("fits")
                        ? 1
                        : 0;
            } catch (BadInput | Conflict | NotFound e) {
                refused.add(each + ": " + e.getMessage() + ".");
            }
        }
        flash.addFlashAttribute(
                "said",
                Phrases.count(slot.size() - refused.size(), "slot has", "slots have") + " it now; in " + fitting
                        + " it fits" + (accept ? " and is accepted." : "."));
        flash.addFlashAttribute("refused", refused.isEmpty() ? null : String.join(" ", refused));
        return "redirect:/sites/" + open.id() + "/pictures/" + picture.id() + "/slots";
    }
}
