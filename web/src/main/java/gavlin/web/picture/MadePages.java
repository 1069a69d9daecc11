package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.drawing.Made;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What all pages have in common on which pictures are made: seen while they are, kept, drawn anew; what was typed is not lost over a mistake. */
@Component
public class MadePages {
    private final MadePictures made;

    MadePages(MadePictures made) {
        this.made = made;
    }

    /** What was typed. @param name the page's attribute for it @param page where it is typed */
    public record Typed(String name, Object value, String page) {}

    /** The picture as it would be; nothing is kept. Ours, and nothing in it runs. */
    public ResponseEntity<String> drawing(OpenSite site, Made document) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noCache().cachePrivate())
                .header("Content-Security-Policy", "default-src 'none'; img-src data:; sandbox")
                .contentType(MediaType.parseMediaType("image/svg+xml;charset=UTF-8"))
                .body(made.svg(site, document));
    }

    /** Keeps it as a picture. @param next the page to go on to */
    public String keep(
            OpenSite site,
            Supplier<Made> document,
            Typed typed,
            Function<StoredPicture, String> next,
            RedirectAttributes flash) {
        return orAgain(typed, flash, () -> {
            StoredPicture picture = made.add(site, document.get(), Caption.NONE).picture();
            flash.addFlashAttribute("said", picture.label() + " is a picture of the site now.");
            return next.apply(picture);
        });
    }

    /** Draws one anew, in every slot that shows it. */
    public String drawAnew(OpenSite site, String id, Supplier<Made> document, Typed typed, RedirectAttributes flash) {
        return orAgain(typed, flash, () -> {
            StoredPicture picture = made.change(site, id, document.get());
            flash.addFlashAttribute("said", picture.label() + " is drawn anew, in every slot that shows it.");
            return "/sites/" + site.id() + "/pictures/" + picture.id();
        });
    }

    private static String orAgain(Typed typed, RedirectAttributes flash, Supplier<String> work) {
        try {
            return "redirect:" + work.get();
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
            flash.addFlashAttribute(typed.name, typed.value);
            return "redirect:" + typed.page;
        }
    }
}
