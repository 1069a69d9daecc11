package gavlin.web.scheme;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.palette.ColourScheme;
import gavlin.core.palette.ColourScheme.Role;
import gavlin.core.speech.Said;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Phrases;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The colour schemes of a site, as a page and for programs. */
@Controller
class SchemeController {
    private static final int LONGEST = 4000;

    private final Sites sites;
    private final Schemes schemes;
    private final SlotBoard board;
    private final Rail rail;
    private final JsonMapper json;

    SchemeController(Sites sites, Schemes schemes, SlotBoard board, Rail rail, JsonMapper json) {
        this.sites = sites;
        this.schemes = schemes;
        this.board = board;
        this.rail = rail;
        this.json = json;
    }

    /** @param value #RRGGBB @param inTheme what the theme calls its settings of it; empty where nobody said */
    public record Field(String role, String words, String value, String inTheme) {}

    public record Pair(String name, String ratio, boolean passes, String least) {}

    /** @param places where its colours are used now @param used how many, in words */
    public record View(
            long id, String name, List<Field> fields, List<Pair> pairs, List<String> places, String used, String css) {}

    @GetMapping("/sites/{site}/schemes")
    String page(@AuthenticationPrincipal SignedIn who, @PathVariable String site, Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        model.addAttribute("rail", rail.of(open, board.entries(open), "Pictures"));
        model.addAttribute(
                "schemes",
                schemes.list(open).stream().map(kept -> view(open, kept)).toList());
        model.addAttribute("path", "/sites/" + open.id() + "/schemes");
        model.addAttribute("warden", open.warden());
        return "scheme/schemes";
    }

    private View view(OpenSite site, Schemes.Kept kept) {
        ColourScheme scheme = kept.scheme();
        List<String> places = schemes.places(site, scheme.colours().values());
        return new View(
                kept.id(),
                scheme.name(),
                scheme.colours().entrySet().stream()
                        .map(each -> new Field(
                                each.getKey().word(),
                                each.getKey().words(),
                                each.getValue().toString(),
                                inTheme(site, each.getKey())))
                        .toList(),
                scheme.pairs().stream()
                        .map(pair -> new Pair(
                                pair.of().words() + " on " + pair.on().words(),
                                Said.plain(Math.floor(pair.ratio() * 10) / 10) + " : 1",
                                pair.passes(),
                                Said.plain(pair.least()) + " : 1"))
                        .toList(),
                places,
                places.isEmpty()
                        ? "None of its colours is used yet."
                        : Phrases.count(places.size(), "place has", "places have") + " one of its colours:",
                scheme.css());
    }

    private static String inTheme(OpenSite site, Role role) {
        return site.sheet().settingsOf(role.word()).stream()
                .map(name -> "“" + name + "”")
                .collect(Collectors.joining(", "));
    }

    /** A new one: of the colours that are given, or as a JSON document. */
    @PostMapping("/sites/{site}/schemes")
    String add(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        return said(open, flash, () -> {
            String document = typed.getOrDefault("document", "");
            ColourScheme scheme = document.isBlank() ? scheme(typed) : ColourScheme.read(read(document));
            schemes.add(open, scheme);
            return scheme.name() + " is kept.";
        });
    }

    /** @param id of the one that is copied */
    @PostMapping("/sites/{site}/schemes/{id}/copy")
    String copy(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        return said(open, flash, () -> {
            ColourScheme of = schemes.get(open, id).scheme();
            schemes.add(open, of.named(of.name() + ", copy"));
            return "A copy of " + of.name() + " is kept.";
        });
    }

    @PostMapping("/sites/{site}/schemes/{id}/remove")
    String remove(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        return said(open, flash, () -> {
            schemes.remove(open, id);
            return "Removed. What has its colours keeps them.";
        });
    }

    /** @param everywhere whether the places that have its colours now get the new ones */
    @PostMapping("/sites/{site}/schemes/{id}")
    String change(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable long id,
            @RequestParam Map<String, String> typed,
            @RequestParam(defaultValue = "false") boolean everywhere,
            RedirectAttributes flash) {
        OpenSite open = sites.open(who.viewer(), site);
        open.requireChange(OpenSite.WHOLE_SITE);
        return said(open, flash, () -> {
            ColourScheme before = schemes.get(open, id).scheme();
            ColourScheme after = scheme(typed);
            Map<Colour, Colour> changes = before.changesTo(after);
            schemes.change(open, id, after);
            int altered = everywhere && !changes.isEmpty() ? schemes.recolour(open, changes) : 0;
            return after.name() + " is changed"
                    + (altered == 0
                            ? "."
                            : ", and "
                                    + Phrases.count(altered, "place", "places").toLowerCase() + " with it.");
        });
    }

    private interface Work {
        String done();
    }

    private static String said(OpenSite site, RedirectAttributes flash, Work work) {
        try {
            flash.addFlashAttribute("said", work.done());
        } catch (BadInput | Conflict e) {
            flash.addFlashAttribute("refused", e.getMessage());
        }
        return "redirect:/sites/" + site.id() + "/schemes";
    }

    private static ColourScheme scheme(Map<String, String> typed) {
        Map<Role, Colour> colours = new EnumMap<>(Role.class);
        Arrays.stream(Role.values())
                .filter(role -> typed.containsKey(role.word()))
                .forEach(role -> colours.put(role, Colour.parse(role.words(), typed.get(role.word()))));
        return new ColourScheme(typed.get("name"), colours);
    }

    private JsonNode read(String document) {
        try {
            if (document.length() <= LONGEST) {
                return json.readTree(document);
            }
        } catch (JacksonException e) {
            // Said below.
        }
        throw new BadInput("document", "this is no JSON document of a colour scheme");
    }

    @GetMapping("/sites/{site}/schemes/{id}/scheme.css")
    ResponseEntity<String> css(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @PathVariable long id) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/css;charset=UTF-8"))
                .body(schemes.get(sites.open(who.viewer(), site), id).scheme().css());
    }

    @GetMapping("/api/v1/sites/{site}/colour-schemes")
    @ResponseBody
    List<JsonNode> list(@AuthenticationPrincipal SignedIn who, @PathVariable String site) {
        return schemes.list(sites.open(who.viewer(), site)).stream()
                .<JsonNode>map(kept -> kept.scheme().json().put("id", kept.id()))
                .toList();
    }

    @PostMapping("/api/v1/sites/{site}/colour-schemes")
    ResponseEntity<JsonNode> addByProgram(
            @AuthenticationPrincipal SignedIn who, @PathVariable String site, @RequestBody JsonNode document) {
        OpenSite open = sites.open(who.viewer(), site);
        Schemes.Kept kept = schemes.add(open, ColourScheme.read(document));
        return ResponseEntity.status(HttpStatus.CREATED)
                .body(kept.scheme().json().put("id", kept.id()));
    }
}
