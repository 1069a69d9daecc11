package gavlin.web.audit;

import gavlin.core.BadInput;
import gavlin.web.account.SignedIn;
import gavlin.web.audit.Audits.Finding;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.connect.Connections;
import gavlin.web.connect.SiteRefused;
import gavlin.web.connect.SiteUnreachable;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;

/** The page on which a site's present files are brought in, and the same for programs. */
@Controller
class AuditController {
    private final Sites sites;
    private final Audits audits;
    private final Connections connections;
    private final SlotBoard board;
    private final Rail rail;

    AuditController(Sites sites, Audits audits, SlotBoard board, Rail rail, Connections connections) {
        this.connections = connections;
        this.sites = sites;
        this.audits = audits;
        this.board = board;
        this.rail = rail;
    }

    /** @param slot its id; null for none @param bench where it is mended; null for none */
    public record Row(
            String path,
            String slot,
            String name,
            String section,
            List<String> wrong,
            String became,
            boolean refused,
            String bench) {
        static Row of(Finding finding, OpenSite site) {
            boolean known = finding.slot() != null;
            return new Row(
                    finding.path(),
                    known ? finding.slot().id() : null,
                    known ? finding.slot().name() : null,
                    finding.section(),
                    finding.wrong(),
                    finding.became(),
                    finding.refused(),
                    known
                            ? "/sites/" + site.id() + "/slots/" + finding.slot().id() + "/bench"
                                    + (finding.section().isEmpty() ? "" : "?section=" + finding.section())
                            : null);
        }
    }

    @GetMapping("/sites/{site}/audit")
    String ask(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        return page(open, model);
    }

    private String page(OpenSite open, Model model) {
        model.addAttribute("rail", rail.of(open, board.entries(open), "Plan"));
        model.addAttribute("path", "/sites/" + open.id());
        model.addAttribute("connection", connections.of(open).orElse(null));
        return "audit/audit";
    }

    @PostMapping("/sites/{site}/audit")
    String bring(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam MultipartFile files,
            Model model)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            List<Row> rows = brought(open, files);
            model.addAttribute("rows", rows);
            model.addAttribute("sentence", sentence(rows));
        } catch (BadInput e) {
            model.addAttribute("refused", e.getMessage());
        }
        return page(open, model);
    }

    /** Looks at what the site holds now, fetched from it. */
    @PostMapping("/sites/{site}/audit/from-site")
    String bringFromSite(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        try {
            List<Row> rows = audits.bringFromSite(open).stream()
                    .map(finding -> Row.of(finding, open))
                    .toList();
            model.addAttribute("rows", rows);
            model.addAttribute("sentence", sentence(rows));
        } catch (BadInput | Conflict | SiteRefused | SiteUnreachable e) {
            model.addAttribute("refused", e.getMessage());
        }
        return page(open, model);
    }

    /** Brings in a ZIP, a package of another Gavlin or any other, and says what became of each file. */
    @PostMapping("/api/v1/sites/{site}/audits")
    @ResponseBody
    List<Row> bring(@AuthenticationPrincipal SignedIn who, @PathVariable String site, @RequestParam MultipartFile files)
            throws IOException {
        return brought(sites.open(who.viewer(), site), files);
    }

    private List<Row> brought(OpenSite open, MultipartFile files) throws IOException {
        try (InputStream zipped = files.getInputStream()) {
            return audits.bring(open, zipped).stream()
                    .map(finding -> Row.of(finding, open))
                    .toList();
        }
    }

    private static String sentence(List<Row> rows) {
        long wrong = rows.stream().filter(row -> !row.wrong().isEmpty()).count();
        long refused = rows.stream().filter(Row::refused).count();
        if (rows.stream().allMatch(row -> row.slot() == null)) {
            return "No file found its slot: a folder must have the slot's id, or the name must begin with it.";
        }
        return (rows.size() == 1 ? "One file" : rows.size() + " files") + " looked at: "
                + (wrong == 0 ? "none has" : wrong == 1 ? "one has" : wrong + " have") + " something against it"
                + (refused == 0
                        ? "."
                        : refused == 1 ? ", one could not be taken." : ", " + refused + " could not be taken.");
    }
}
