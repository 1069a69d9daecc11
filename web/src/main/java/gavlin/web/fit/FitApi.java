package gavlin.web.fit;

import gavlin.core.brief.Brief;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.Shortfall;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Busy;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.context.request.ServletWebRequest;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

@RestController
@RequestMapping("/api/v1/sites/{site}/slots")
class FitApi {
    private final Sites sites;
    private final Fits fits;
    private final FitBook book;
    private final Proposals proposals;
    private final Renditions renditions;
    private final JsonMapper json;

    FitApi(Sites sites, Fits fits, FitBook book, Proposals proposals, Renditions renditions, JsonMapper json) {
        this.sites = sites;
        this.fits = fits;
        this.book = book;
        this.proposals = proposals;
        this.renditions = renditions;
        this.json = json;
    }

    record SlotAnswer(
            String id,
            int number,
            String name,
            String kind,
            BriefAnswer brief,
            String standsInFor,
            boolean sections,
            boolean exists,
            int pictures,
            String state) {}

    record BriefAnswer(
            String size,
            Integer width,
            Integer height,
            String ratio,
            List<Integer> densities,
            List<String> types,
            String transparency,
            Long maxBytes,
            String rule,
            String shape) {
        static BriefAnswer of(Brief brief) {
            return new BriefAnswer(
                    brief.sizeLabel(),
                    brief.size() == null ? null : brief.size().width(),
                    brief.size() == null ? null : brief.size().height(),
                    brief.ratio() == null ? null : brief.ratio().toString(),
                    brief.densities(),
                    brief.types().stream().map(PictureType::word).toList(),
                    brief.transparency().name().toLowerCase(Locale.ROOT),
                    brief.weight() == null ? null : brief.maxBytes(1),
                    brief.rule().word(),
                    brief.shape().name().toLowerCase(Locale.ROOT));
        }
    }

    @GetMapping
    List<SlotAnswer> slots(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam(defaultValue = OpenSite.WHOLE_SITE) String section) {
        OpenSite open = sites.open(who.viewer(), site);
        Map<String, List<FitState>> states = fits.findAll(open, section);
        return open.sheet().slots().stream()
                .map(slot -> new SlotAnswer(
                        slot.id(),
                        open.sheet().numberOf(slot),
                        slot.name(),
                        slot.kind().name().toLowerCase(Locale.ROOT),
                        BriefAnswer.of(slot.brief()),
                        slot.standsInFor(),
                        slot.sectionsMayOverride(),
                        open.has(slot),
                        slot.set() == null ? 1 : slot.set().most(),
                        FitState.wordFor(states.getOrDefault(slot.id(), List.of()))))
                .toList();
    }

    /**
     * Stores a fit and answers with everything measured; {@code measure=geometry} leaves the file for later. The body is a fit document, an
     * answer with one as its member {@code fit}, or the short members of {@link FitRequest}.
     */
    @PutMapping("/{slot}/fit")
    FitAnswer put(Desk desk, @RequestParam(defaultValue = "all") String measure, @RequestBody ObjectNode body) {
        FitState saved = proposals.save(desk.site(), desk.place(), Asked.read(body, json));
        if (measure.equals("geometry")) {
            return FitAnswer.of(desk.site(), saved);
        }
        try {
            return FitAnswer.of(desk.site(), renditions.measured(saved));
        } catch (Busy e) {
            throw new Busy("this is stored as revision " + saved.revision()
                    + ", but Gavlin is too busy to make its file; ask for the fit again in a few seconds");
        }
    }

    @GetMapping("/{slot}/fit")
    FitAnswer get(Desk desk) {
        return FitAnswer.of(desk.site(), renditions.measured(fits.get(desk.site(), desk.place())));
    }

    /**
     * @param picture may be left out where the slot has one
     * @param lock any of x, y, zoom, height
     * @param heights that may be chosen; all that the slot offers when left out
     */
    record BestRequest(String picture, List<String> lock, List<Integer> heights) {}

    /** @param window px of the picture as the fit prepares it */
    record BestAnswer(
            String picture,
            Box<InPrepared> window,
            FitAnswer.Setting setting,
            JsonNode fit,
            double worst,
            List<FitAnswer.Share> shares,
            Shortfall shortfall) {}

    /** The best window, how much of each keep area each showing shows, and what would do when something is hidden. Stores nothing. */
    @PostMapping("/{slot}/best-window")
    BestAnswer best(Desk desk, @RequestBody BestRequest request) {
        FitState present = request.picture() == null
                ? fits.get(desk.site(), desk.place())
                : proposals.look(desk.site(), desk.place(), FitRequest.of(request.picture()));
        BestWindow best = proposals.best(
                present, BestWindow.locks(request.lock()), request.heights() == null ? List.of() : request.heights());
        FitState then = proposals.look(desk.site(), desk.place(), present.picture(), best.fit());
        return new BestAnswer(
                then.picture().id(),
                then.plan().framing().window(),
                FitAnswer.Setting.of(best.fit()),
                then.document().json(),
                best.worst(),
                then.shares() == null ? List.of() : FitAnswer.shares(then.shares()),
                best.shortfall());
    }

    /** Marks the present revision as the one to use. */
    @PostMapping("/{slot}/fit/accept")
    FitAnswer accept(Desk desk) {
        return FitAnswer.of(desk.site(), book.accept(desk.site(), desk.place()));
    }

    @GetMapping("/{slot}/rendition")
    void rendition(
            Desk desk,
            @RequestParam(defaultValue = "1") int density,
            ServletWebRequest request,
            HttpServletResponse response)
            throws IOException {
        FitState state = fits.get(desk.site(), desk.place());
        StoredRendition rendition = renditions.rendition(state, density);
        response.setHeader(
                HttpHeaders.CACHE_CONTROL, CacheControl.noCache().cachePrivate().getHeaderValue());
        if (request.checkNotModified("\"" + rendition.sha256() + "\"")) {
            return;
        }
        String name = FileNames.of(desk.site(), state, rendition, density);
        Attachment.announce(response, rendition.type().mediaType(), name, rendition.bytes());
        renditions.copy(rendition, response.getOutputStream());
    }
}
