package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Links to proofs and what was said of them, for programs. */
@RestController
@RequestMapping("/api/v1/sites/{site}")
class ProofLinkApi {
    private final Sites sites;
    private final ProofLinks links;

    ProofLinkApi(Sites sites, ProofLinks links) {
        this.sites = sites;
        this.links = links;
    }

    /** @param link the address; told once */
    record Made(long id, String link, Instant until) {}

    /** @param body {@code {"pages": [ids, or none for all], "until": an instant, or the last day (ISO 8601)}} */
    @PostMapping("/proof-links")
    ResponseEntity<Made> make(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestBody JsonNode body,
            HttpServletRequest request) {
        OpenSite open = sites.open(who.viewer(), site);
        List<String> pages = new ArrayList<>();
        JsonNode named = body.path("pages");
        if (!named.isMissingNode() && !named.isNull() && !named.isArray()) {
            throw new BadInput("pages", "pages must be a list of page ids");
        }
        named.forEach(page -> pages.add(page.isString() ? page.asString() : page.toString()));
        ProofLinks.Made made = links.make(open, pages, until(body.path("until").asString("")));
        return ResponseEntity.status(HttpStatus.CREATED)
                .body(new Made(made.id(), ProofController.address(request, made.secret()), made.until()));
    }

    private static Instant until(String text) {
        try {
            return text.length() == 10
                    ? LocalDate.parse(text).plusDays(1).atStartOfDay().toInstant(ZoneOffset.UTC)
                    : Instant.parse(text);
        } catch (DateTimeParseException e) {
            throw new BadInput("until", "expected a day such as 2026-12-24 for until, received " + text);
        }
    }

    @GetMapping("/proof-links")
    List<ProofLinks.Known> all(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return links.list(sites.open(who.viewer(), site));
    }

    @DeleteMapping("/proof-links/{id}")
    ResponseEntity<Void> withdraw(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        links.withdraw(sites.open(who.viewer(), site), id);
        return ResponseEntity.noContent().build();
    }

    @GetMapping("/remarks")
    List<Remark.View> remarks(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return links.remarks(sites.open(who.viewer(), site));
    }
}
