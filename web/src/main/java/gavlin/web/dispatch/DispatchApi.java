package gavlin.web.dispatch;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Dispatches, for programs. */
@RestController
@RequestMapping("/api/v1/sites/{site}/dispatches")
class DispatchApi {
    private final Sites sites;
    private final Dispatches dispatches;
    private final PutBack putBack;

    DispatchApi(Sites sites, Dispatches dispatches, PutBack putBack) {
        this.putBack = putBack;
        this.sites = sites;
        this.dispatches = dispatches;
    }

    @GetMapping
    List<DispatchView> all(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return dispatches.earlier(sites.open(who.viewer(), site));
    }

    /** @param body {@code {"to": "package" or "site", "reason": …}}; both may be left out */
    @PostMapping
    ResponseEntity<DispatchView> start(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestBody(required = false) JsonNode body) {
        OpenSite open = sites.open(who.viewer(), site);
        String to = text(body, "to", Dispatch.PACKAGE);
        if (!to.equals(Dispatch.PACKAGE) && !to.equals(Dispatch.SITE)) {
            throw new BadInput("to", "a dispatch can go to \"package\" or to \"site\", was \"" + to + "\"");
        }
        return ResponseEntity.status(HttpStatus.CREATED).body(dispatches.take(open, to, text(body, "reason", "")));
    }

    private static String text(JsonNode body, String member, String otherwise) {
        if (body == null
                || body.path(member).isMissingNode()
                || body.path(member).isNull()) {
            return otherwise;
        }
        if (!body.path(member).isString()) {
            throw new BadInput(member, member + " must be a text");
        }
        return body.path(member).asString();
    }

    /** @param slot the only one that is put back; all of them when it is left out */
    @PostMapping("/{id}/back")
    List<PutBack.Back> back(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String slot) {
        OpenSite open = sites.open(who.viewer(), site);
        return putBack.all(open, dispatches.get(open, id), slot);
    }

    @PostMapping("/{id}/stop")
    DispatchView stop(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        OpenSite open = sites.open(who.viewer(), site);
        dispatches.stop(open, id);
        return dispatches.get(open, id);
    }

    @PostMapping("/{id}/on")
    DispatchView goOn(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        OpenSite open = sites.open(who.viewer(), site);
        dispatches.goOn(open, id);
        return dispatches.get(open, id);
    }

    @GetMapping("/{id}")
    DispatchView one(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        return dispatches.get(sites.open(who.viewer(), site), id);
    }
}
