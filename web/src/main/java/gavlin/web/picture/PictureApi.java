package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.made.MadeKinds;
import gavlin.web.account.SignedIn;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

@RestController
@RequestMapping("/api/v1/sites/{site}/pictures")
class PictureApi {
    private final Sites sites;
    private final Pictures pictures;
    private final Removals removals;
    private final KeepAreaBook keepAreas;
    private final Suggestions suggestions;
    private final MadePictures made;

    PictureApi(
            Sites sites,
            Pictures pictures,
            Removals removals,
            KeepAreaBook keepAreas,
            Suggestions suggestions,
            MadePictures made) {
        this.made = made;
        this.sites = sites;
        this.pictures = pictures;
        this.removals = removals;
        this.keepAreas = keepAreas;
        this.suggestions = suggestions;
    }

    /** A picture as the API shows it; pixels are upright, {@code alpha} says that some are not fully opaque. */
    record PictureAnswer(
            String id,
            int width,
            int height,
            String type,
            boolean alpha,
            long bytes,
            String sha256,
            String title,
            String description,
            String credit,
            String licence,
            String notes,
            List<Suggestion> suggestions,
            Made made) {
        static PictureAnswer of(StoredPicture picture) {
            Caption words = picture.words();
            return new PictureAnswer(
                    picture.id(),
                    picture.size().width(),
                    picture.size().height(),
                    picture.type().word(),
                    picture.transparent(),
                    picture.bytes(),
                    picture.sha256(),
                    words.title(),
                    words.description(),
                    words.credit(),
                    words.licence(),
                    picture.notes(),
                    picture.suggestions(),
                    picture.made());
        }
    }

    @GetMapping
    List<PictureAnswer> list(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return pictures.list(sites.open(who.viewer(), site)).stream()
                .map(PictureAnswer::of)
                .toList();
    }

    @GetMapping("/{id}")
    PictureAnswer one(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id) {
        return PictureAnswer.of(pictures.find(sites.open(who.viewer(), site), id));
    }

    @PostMapping(consumes = "multipart/form-data")
    ResponseEntity<PictureAnswer> add(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam MultipartFile file,
            @RequestParam(defaultValue = "") String title,
            @RequestParam(defaultValue = "") String description,
            @RequestParam(defaultValue = "") String credit,
            @RequestParam(defaultValue = "") String licence,
            @RequestParam(defaultValue = "false") boolean salvage) {
        OpenSite open = sites.open(who.viewer(), site);
        Pictures.Added added = pictures.add(open, file, new Caption(title, description, credit, licence), salvage);
        return ResponseEntity.status(added.isNew() ? HttpStatus.CREATED : HttpStatus.OK)
                .body(PictureAnswer.of(added.picture()));
    }

    /** @param made as {@link MadeKinds} reads it */
    record MadeBody(JsonNode made, String title, String description, String credit, String licence) {}

    @PostMapping(consumes = "application/json")
    ResponseEntity<PictureAnswer> make(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @RequestBody MadeBody body) {
        OpenSite open = sites.open(who.viewer(), site);
        if (body.made() == null || body.made().isNull()) {
            throw new BadInput("made", "a picture that is made needs its document as member made");
        }
        Pictures.Added added = made.add(
                open,
                MadeKinds.read(body.made()),
                new Caption(body.title(), body.description(), body.credit(), body.licence()));
        return ResponseEntity.status(added.isNew() ? HttpStatus.CREATED : HttpStatus.OK)
                .body(PictureAnswer.of(added.picture()));
    }

    @PutMapping("/{id}/made")
    PictureAnswer makeAnew(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestBody JsonNode mark) {
        OpenSite open = sites.open(who.viewer(), site);
        return PictureAnswer.of(made.change(open, id, MadeKinds.read(mark)));
    }

    /** @param focal the middle until somebody placed it */
    record KeepAreasAnswer(FocalPoint<InPicture> focal, List<KeepAreaBody> keepAreas, int revision) {
        static KeepAreasAnswer of(KeepAreas kept) {
            return new KeepAreasAnswer(
                    kept.focal(), kept.areas().stream().map(KeepAreaBody::of).toList(), kept.revision());
        }
    }

    @GetMapping("/{id}/keep-areas")
    KeepAreasAnswer keepAreas(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id) {
        return KeepAreasAnswer.of(
                pictures.find(sites.open(who.viewer(), site), id).keepAreas());
    }

    /** All of a picture's keep areas, in place of those that it had. */
    @PutMapping("/{id}/keep-areas")
    KeepAreasAnswer keep(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestBody List<KeepAreaBody> areas) {
        OpenSite open = sites.open(who.viewer(), site);
        return KeepAreasAnswer.of(
                keepAreas.replace(open, id, KeepAreaBody.toAreas(areas)).keepAreas());
    }

    record Point(Double x, Double y) {}

    @PutMapping("/{id}/focal-point")
    KeepAreasAnswer focal(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestBody Point point) {
        OpenSite open = sites.open(who.viewer(), site);
        if (point.x() == null || point.y() == null) {
            throw new BadInput("x", "a focal point needs x and y");
        }
        return KeepAreasAnswer.of(keepAreas
                .place(open, id, new FocalPoint<>(point.x(), point.y()))
                .keepAreas());
    }

    /** What may be worth keeping: looked for when this is first asked, which takes a second or two. */
    @GetMapping("/{id}/suggestions")
    List<Suggestion> suggestions(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id) {
        return suggestions.of(pictures.find(sites.open(who.viewer(), site), id));
    }

    /** @param anyway also where slots show it; 409 with its uses otherwise */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(defaultValue = "false") boolean anyway) {
        removals.remove(sites.open(who.viewer(), site), id, anyway);
    }

    @PostMapping("/{id}/restore")
    PictureAnswer restore(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable String id) {
        return PictureAnswer.of(pictures.bringBack(sites.open(who.viewer(), site), id));
    }

    /** As an attachment of its own type, which no browser will run. */
    @GetMapping("/{id}/original")
    void original(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            HttpServletResponse response)
            throws IOException {
        StoredPicture picture = pictures.find(sites.open(who.viewer(), site), id);
        Attachment.announce(response, picture.type().mediaType(), picture.fileName(), picture.bytes());
        pictures.copyOriginal(picture, response.getOutputStream());
    }

    /**
     * A copy of the original with what must be seen written into it as XMP; an XMP file to lie beside it where the original's type
     * can't hold that.
     */
    @GetMapping("/{id}/with-regions")
    void withRegions(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            HttpServletResponse response)
            throws IOException {
        StoredPicture picture = pictures.find(sites.open(who.viewer(), site), id);
        boolean inside = picture.type().canHoldRegions();
        String name = picture.fileName();
        try (Spare copy = pictures.withRegions(picture)) {
            Attachment.announce(
                    response,
                    inside ? picture.type().mediaType() : "application/rdf+xml",
                    inside ? name : name.replaceFirst("(\\.[^.]*)?$", ".xmp"),
                    copy.bytes());
            copy.copyTo(response.getOutputStream());
        }
    }
}
