package gavlin.web.tile;

import gavlin.core.brief.Brief;
import gavlin.core.made.Canvas;
import gavlin.web.fit.Desk;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Proposals;
import gavlin.web.picture.Caption;
import gavlin.web.picture.MadePictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A clear canvas of a slot's own size, made and put into it in one step. */
@Controller
class CanvasController {
    private static final String SHOWS = "Clear, so that the page shines through";

    private final MadePictures made;
    private final Proposals proposals;
    private final Fits fits;

    CanvasController(MadePictures made, Proposals proposals, Fits fits) {
        this.made = made;
        this.proposals = proposals;
        this.fits = fits;
    }

    @PostMapping("/sites/{site}/slots/{slot}/clear-canvas")
    String put(Desk desk, RedirectAttributes flash) {
        desk.site().requireChange(desk.slot(), desk.section());
        try {
            Brief brief = desk.slot().brief();
            if (brief.transparency() == Brief.Transparency.FORBIDDEN
                    || brief.usableTypes().stream().noneMatch(type -> type.canHoldAlpha())
                    || brief.size() == null) {
                throw new Conflict("this slot takes no transparent file of an exact size");
            }
            StoredPicture canvas = made.add(
                            desk.site(), Canvas.of(brief.size()), new Caption("", SHOWS, "none due", "own work"))
                    .picture();
            proposals.put(desk.site(), desk.place(), canvas, fits.currentRevision(desk.site(), desk.place()));
        } catch (Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return desk.redirect();
    }
}
