package gavlin.web.sheet;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The slot sheet in use, for programs. The ETag is its revision: with If-Match, nobody's work is written over unseen. */
@RestController
@RequestMapping("/api/v1/sites/{site}/slot-sheet")
class SheetApi {
    private final Sites sites;
    private final Sheets sheets;

    SheetApi(Sites sites, Sheets sheets) {
        this.sites = sites;
        this.sheets = sheets;
    }

    @GetMapping
    ResponseEntity<String> get(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        OpenSite open = sites.open(who.viewer(), site);
        return answer(sheets.get(open, open.sheetId()));
    }

    @PutMapping
    ResponseEntity<String> put(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestHeader(value = HttpHeaders.IF_MATCH, required = false) String ifMatch,
            @RequestBody JsonNode sheet) {
        OpenSite open = sites.open(who.viewer(), site);
        int base = ifMatch == null ? open.sheetRevision() : revision(ifMatch);
        return answer(sheets.save(open, open.sheetId(), base, sheet.toString(), "through the API"));
    }

    private static ResponseEntity<String> answer(Sheets.Text text) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_JSON)
                .eTag("\"" + text.revision() + "\"")
                .body(text.json());
    }

    private static int revision(String ifMatch) {
        String digits = ifMatch.replace("\"", "").strip();
        if (!digits.matches("\\d{1,9}")) {
            throw new BadInput("If-Match", "expected a revision such as \"3\" for If-Match, received " + ifMatch);
        }
        return Integer.parseInt(digits);
    }
}
