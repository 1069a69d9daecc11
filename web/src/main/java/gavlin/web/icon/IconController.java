package gavlin.web.icon;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.icon.IconSet;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.dispatch.Parcel;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.store.Attachment;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

@Controller
@RequestMapping("/sites/{site}/slots/{slot}/icons")
class IconController {
    private static final int REMEMBERED = 40;
    /** Of the largest icon, before and after it is drawn and packed. */
    private static final long HEAP = 24L * 512 * 512;

    private static final Colour WHITE = new Colour(0xFFFFFF);

    private final Fits fits;
    private final WorkingPictures working;
    private final HeavyWork work;
    private final SlotBoard board;
    private final Rail rail;
    private final Cache<String, IconSet> sets =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    IconController(Fits fits, WorkingPictures working, HeavyWork work, SlotBoard board, Rail rail) {
        this.fits = fits;
        this.working = working;
        this.work = work;
        this.board = board;
        this.rail = rail;
    }

    record FileView(String name, String weight) {}

    @GetMapping
    String page(Desk desk, @RequestParam(defaultValue = "") String ground, Model model) {
        Colour behind = ground(desk, ground);
        IconSet set = set(desk, behind);
        model.addAttribute("rail", rail.of(desk.site(), board.entries(desk.site()), "Bench"));
        model.addAttribute("number", String.format("%02d", desk.site().sheet().numberOf(desk.slot())));
        model.addAttribute("slot", desk.slot());
        model.addAttribute("siteName", desk.site().name());
        model.addAttribute("bench", desk.path() + "/bench" + desk.place().query());
        model.addAttribute("path", desk.path() + "/icons");
        model.addAttribute("section", desk.section());
        model.addAttribute("ground", behind.toString());
        model.addAttribute("html", set.html());
        model.addAttribute("manifest", new String(set.files().get("site.webmanifest"), StandardCharsets.UTF_8));
        model.addAttribute(
                "files",
                set.files().entrySet().stream()
                        .filter(file -> isPicture(file.getKey()))
                        .map(file -> new FileView(file.getKey(), Phrases.weight(file.getValue().length)))
                        .toList());
        return "icon/icons";
    }

    @GetMapping("/{name}")
    ResponseEntity<byte[]> file(Desk desk, @PathVariable String name, @RequestParam(defaultValue = "") String ground) {
        byte[] file = set(desk, ground(desk, ground)).files().get(name);
        if (file == null || !isPicture(name)) {
            throw new NotFound("icon", name);
        }
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noCache().cachePrivate())
                .contentType(MediaType.parseMediaType(type(name).mediaType()))
                .body(file);
    }

    @GetMapping("/all.zip")
    void zip(Desk desk, @RequestParam(defaultValue = "") String ground, HttpServletResponse response)
            throws IOException {
        IconSet set = set(desk, ground(desk, ground));
        Attachment.announce(response, "application/zip", desk.site().id() + "-icons.zip");
        Parcel.write(set.files(), response.getOutputStream());
    }

    private static PictureType type(String name) {
        return name.endsWith("png") ? PictureType.PNG : name.endsWith("svg") ? PictureType.SVG : PictureType.ICO;
    }

    private static boolean isPicture(String name) {
        return name.endsWith(".png") || name.endsWith(".ico") || name.endsWith(".svg");
    }

    private IconSet set(Desk desk, Colour ground) {
        if (!desk.slot().isMark()) {
            throw new NotFound("icon of the slot", desk.slot().id());
        }
        FitState state = fits.get(desk.site(), desk.place());
        if (state.plan().types().isEmpty()) {
            throw new Conflict("there is no icon yet: " + FitState.worstOf(state.gauges()));
        }
        var source = working.forManySizes(state.picture(), state.fit().prepare());
        String key = FileStore.sha256((state.picture().sha256()
                        + state.plan().fingerprint()
                        + desk.site().name()
                        + ground)
                .getBytes(StandardCharsets.UTF_8));
        return sets.get(
                key,
                k -> work.run(
                        HEAP,
                        () -> IconSet.of(
                                state.prepared().of(source),
                                state.plan().framing(),
                                state.plan().size(),
                                ground,
                                desk.site().name(),
                                drawing(state))));
    }

    /** Null where the mark is no SVG drawing, or is not as it came. */
    private byte[] drawing(FitState state) {
        return state.picture().type() == PictureType.SVG
                        && state.fit().prepare().isEmpty()
                ? working.cleaned(state.picture())
                : null;
    }

    /** As asked; otherwise the fit's own backing, the ground of its first showing, or white. */
    private Colour ground(Desk desk, String asked) {
        if (!asked.isBlank()) {
            return Colour.parse("ground", asked);
        }
        Integer backing = fits.get(desk.site(), desk.place()).fit().backing();
        return backing != null
                ? new Colour(backing)
                : desk.slot().showings().stream()
                        .findFirst()
                        .map(showing -> new Colour(showing.background()))
                        .orElse(WHITE);
    }
}
