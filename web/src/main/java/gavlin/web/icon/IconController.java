package gavlin.web.icon;

import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.icon.IconSet;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.fit.Desk;
import gavlin.web.fit.Fits;
import gavlin.web.problem.NotFound;
import gavlin.web.store.Attachment;
import gavlin.web.store.Zips;
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
    private final Fits fits;
    private final IconSets sets;
    private final SlotBoard board;
    private final Rail rail;

    IconController(Fits fits, IconSets sets, SlotBoard board, Rail rail) {
        this.fits = fits;
        this.sets = sets;
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
        Zips.write(set.files(), response.getOutputStream());
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
        return sets.of(fits.get(desk.site(), desk.place()), ground, desk.site().name());
    }

    /** As asked; otherwise the one that suits the fit. */
    private Colour ground(Desk desk, String asked) {
        if (!asked.isBlank()) {
            return Colour.parse("ground", asked);
        }
        return IconSets.ground(fits.get(desk.site(), desk.place()));
    }
}
