package gavlin.web.connect;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** How a site is reached, for programs; its key goes in and never comes out. */
@RestController
@RequestMapping("/api/v1/sites/{site}/connection")
class ConnectionApi {
    private final Sites sites;
    private final Connections connections;

    ConnectionApi(Sites sites, Connections connections) {
        this.sites = sites;
        this.connections = connections;
    }

    private OpenSite open(SignedIn who, String site) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        return open;
    }

    @GetMapping
    Connections.View one(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return connections.of(open(who, site)).orElseThrow(() -> new NotFound("connection of the site", site));
    }

    /** What the site says that it holds. */
    @GetMapping("/holdings")
    List<Connector.Holding> holdings(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        OpenSite open = open(who, site);
        try (Connector there = connections.open(open.id())) {
            return there.holdings();
        } catch (SiteRefused | SiteUnreachable e) {
            throw new Conflict(e.getMessage());
        }
    }

    /** @param body {@code {"kind": "slots, webdav or sftp", "address", "user", "secret"}} */
    @PutMapping
    Connections.View set(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @RequestBody JsonNode body) {
        OpenSite open = open(who, site);
        body.propertyNames().forEach(member -> {
            if (!List.of("kind", "address", "user", "secret").contains(member)) {
                throw new BadInput(member, "a connection has no member \"" + member + "\"");
            }
        });
        try {
            connections.set(open, text(body, "kind"), text(body, "address"), text(body, "user"), text(body, "secret"));
        } catch (SiteRefused | SiteUnreachable e) {
            throw new Conflict(e.getMessage());
        }
        return one(who, site);
    }

    private static String text(JsonNode body, String member) {
        JsonNode value = body.path(member);
        if (!value.isMissingNode() && !value.isString()) {
            throw new BadInput(member, member + " must be a text");
        }
        return value.asString("");
    }

    @DeleteMapping
    ResponseEntity<Void> forget(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        connections.forget(open(who, site));
        return ResponseEntity.noContent().build();
    }
}
