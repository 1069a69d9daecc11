package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.codec.PictureType;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.web.account.SignedIn;
import gavlin.web.site.Sites;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.context.request.WebRequest;

/** Pictures for the screen; always files that Gavlin wrote, never an upload. */
@Controller
class ViewController {
    private final Sites sites;
    private final Pictures pictures;
    private final PictureViews views;

    ViewController(Sites sites, Pictures pictures, PictureViews views) {
        this.sites = sites;
        this.pictures = pictures;
        this.views = views;
    }

    /** A reduced picture with some steps done, while a hand looks for the right number. */
    @GetMapping("/sites/{site}/pictures/{id}/draft")
    ResponseEntity<byte[]> draft(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam String prepare) {
        StoredPicture picture = pictures.find(sites.open(who.viewer(), site), id);
        Steps<Preparation> steps = Preparations.read(prepare);
        if (!new Prepared(picture.size(), steps).size().equals(picture.size())) {
            throw new BadInput("prepare", "a draft leaves the picture's size as it is");
        }
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noCache().cachePrivate())
                .contentType(MediaType.parseMediaType(PictureType.WEBP.mediaType()))
                .body(views.draft(picture, steps));
    }

    @GetMapping("/sites/{site}/pictures/{id}/view")
    ResponseEntity<byte[]> view(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(defaultValue = "640") int width,
            @RequestParam(required = false) String prepare,
            WebRequest request) {
        StoredPicture picture = pictures.find(sites.open(who.viewer(), site), id);
        Steps<Preparation> steps = Preparations.read(prepare);
        new Prepared(picture.size(), steps).checked();
        String tag = views.tag(picture, steps, width);
        if (request.checkNotModified(tag)) {
            return null;
        }
        // Kept by the browser, but shown only after asking whether this person still may see it.
        return ResponseEntity.ok()
                .eTag(tag)
                .cacheControl(CacheControl.noCache().cachePrivate())
                .contentType(MediaType.parseMediaType(
                        PictureViews.typeOf(picture, steps).mediaType()))
                .body(views.view(picture, steps, width));
    }
}
