package gavlin.web.bench;

import gavlin.core.code.ImageCode;
import gavlin.core.solve.BestPosition;
import gavlin.core.solve.Shares;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.Conflict;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The decision for whoever writes the page: object-position, srcset and sizes, and the regions in a copy of the original. */
@Controller
class CodeController {
    private final Fits fits;
    private final Renditions renditions;
    private final SlotBoard board;
    private final Rail rail;

    CodeController(Fits fits, Renditions renditions, SlotBoard board, Rail rail) {
        this.fits = fits;
        this.renditions = renditions;
        this.board = board;
        this.rail = rail;
    }

    /** One of the files, with where it is fetched. */
    record FileLink(String name, String size, String weight, String href) {}

    @GetMapping("/sites/{site}/slots/{slot}/bench/code")
    String code(Desk desk, Model model) {
        FitState state = renditions.measured(fits.get(desk.site(), desk.place()));
        BestPosition best =
                BestPosition.everywhere(state.problem(), state.plan().framing().window());
        model.addAttribute("rail", rail.of(desk.site(), board.entries(desk.site()), "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute("bench", desk.path() + "/bench" + desk.place().query());
        model.addAttribute("position", ImageCode.says(best.position()));
        model.addAttribute("positionSays", says(best, state));
        model.addAttribute("picture", state.picture());
        model.addAttribute("regions", regions(state));
        model.addAttribute(
                "regionsHref",
                "/api/v1/sites/" + desk.site().id() + "/pictures/"
                        + state.picture().id() + "/with-regions");
        List<FileLink> links = new ArrayList<>();
        List<ImageCode.Source> sources = sources(desk, state, links);
        model.addAttribute("files", links);
        model.addAttribute("missing", missing(state, links.size()));
        model.addAttribute(
                "code",
                sources.isEmpty()
                        ? null
                        : ImageCode.of(
                                sources,
                                state.shown().showings(),
                                state.picture().words().description(),
                                best.position()));
        return "bench/code";
    }

    private List<ImageCode.Source> sources(Desk desk, FitState state, List<FileLink> links) {
        List<ImageCode.Source> sources = new ArrayList<>();
        String query = desk.place().query();
        for (int density : state.slot().brief().densities()) {
            try {
                StoredRendition file = renditions.rendition(state, density);
                String name = FileNames.of(desk.site(), state, file, density);
                sources.add(new ImageCode.Source(name, file.size()));
                links.add(new FileLink(
                        name,
                        file.size().label(),
                        gavlin.web.board.Phrases.weight(file.bytes()),
                        "/api/v1" + desk.path() + "/rendition" + query + (query.isEmpty() ? "?" : "&") + "density="
                                + density));
            } catch (Conflict e) {
                // The picture has not got the pixels for this density, or no type can hold it: said beside the others.
            }
        }
        return sources;
    }

    private static String missing(FitState state, int made) {
        int asked = state.slot().brief().densities().size();
        if (made == 0) {
            return "There is no file yet: " + FitState.worstOf(state.gauges());
        }
        return made == asked
                ? ""
                : "For screens of higher density there is no file: the picture has too few pixels in this window.";
    }

    private static String says(BestPosition best, FitState state) {
        boolean marked = !state.problem().areas().isEmpty();
        String what = marked ? "everything that must be seen" : "the focal point";
        int showings = best.shares().showings().size();
        if (showings == 0) {
            return "No showing is known for this slot, so nothing can be better than the middle.";
        }
        if (best.worst() >= Shares.WHOLE) {
            return "It shows " + what + " whole in "
                    + (showings == 1 ? "the one showing." : "all " + showings + " showings.");
        }
        Shares.Hidden worst = best.shares().hidden().get(0);
        return String.format(
                Locale.ROOT,
                "No other value shows more in the worst case: of %s %.0f %% is seen on %s.",
                marked ? worst.area().name() : "the focal point’s surroundings",
                Math.floor(worst.share() * 100),
                worst.showing().name());
    }

    private static String regions(FitState state) {
        int areas = state.picture().keepAreas().areas().size();
        boolean point = state.picture().keepAreas().point() != null;
        if (areas == 0 && !point) {
            return "";
        }
        String what = (areas == 0 ? "" : areas == 1 ? "one keep area" : areas + " keep areas")
                + (areas > 0 && point ? " and " : "")
                + (point ? "the focal point" : "");
        return state.picture().type().canHoldRegions()
                ? "A copy of the original with " + what
                        + " written into it; its pixels and its other properties stay as they are."
                : "An XMP file with " + what + ", to lie beside the original: "
                        + state.picture().type().label() + " has no room for them.";
    }
}
