package gavlin.web.palette;

import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.operation.Steps;
import gavlin.core.palette.PageColours;
import gavlin.core.palette.Palette;
import gavlin.core.speech.Said;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** A picture's colours, and page colours out of them, adjusted by hand. Nothing is stored. */
@Controller
class PaletteController {
    private static final int VIEW = 640;

    private final Sites sites;
    private final Pictures pictures;
    private final Palettes palettes;
    private final SlotBoard board;
    private final Rail rail;

    PaletteController(Sites sites, Pictures pictures, Palettes palettes, SlotBoard board, Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.palettes = palettes;
        this.board = board;
        this.rail = rail;
    }

    /** @param share 0..1 */
    public record Swatch(String colour, double share, boolean accent, double contrastOnWhite, double contrastOnBlack) {
        static Swatch of(Palette.Swatch swatch) {
            int rgb = swatch.colour().rgb();
            return new Swatch(
                    swatch.colour().toString(),
                    Math.round(swatch.share() * 10_000) / 10_000.0,
                    swatch.accent(),
                    hundredths(Contrast.ratio(rgb, 0xFFFFFF)),
                    hundredths(Contrast.ratio(rgb, 0)));
        }

        public String percent() {
            return Said.percent(share);
        }
    }

    @GetMapping("/api/v1/sites/{site}/pictures/{id}/palette")
    @ResponseBody
    List<Swatch> palette(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(required = false) String slot) {
        OpenSite open = sites.open(who.viewer(), site);
        return palettes.of(open, pictures.find(open, id), slot(open, slot)).colours().stream()
                .map(Swatch::of)
                .toList();
    }

    private static Slot slot(OpenSite site, String slot) {
        return slot == null || slot.isBlank() ? null : site.slot(slot);
    }

    /** The colours of a page, as fields have them; those that are empty are proposed. */
    record Form(String ground, String text, String button, String link) {
        boolean isEmpty() {
            return ground == null || ground.isBlank();
        }
    }

    /** One pair of colours that has to be told apart. @param least ratio that it needs */
    public record Pair(String name, String ratio, boolean passes, String least, String mended) {}

    /** A page as it would look. */
    public record Page(
            String name, String ground, String text, String button, String onButton, String link, List<Pair> pairs) {
        static Page of(String name, Colour ground, Colour text, Colour button, Colour link) {
            Colour onButton = Contrast.ratio(0xFFFFFF, button.rgb()) >= Contrast.ratio(0, button.rgb())
                    ? new Colour(0xFFFFFF)
                    : Colour.BLACK;
            return new Page(
                    name,
                    ground.toString(),
                    text.toString(),
                    button.toString(),
                    onButton.toString(),
                    link.toString(),
                    List.of(
                            pair("text on the page", text, ground, Contrast.TEXT),
                            pair("links on the page", link, ground, Contrast.TEXT),
                            pair("the button on the page", button, ground, Contrast.GRAPHICS),
                            pair("words on the button", onButton, button, Contrast.TEXT)));
        }

        private static Pair pair(String name, Colour colour, Colour ground, double least) {
            double ratio = Contrast.ratio(colour.rgb(), ground.rgb());
            return new Pair(
                    name,
                    Said.plain(Math.floor(ratio * 10) / 10) + " : 1",
                    ratio >= least,
                    Said.plain(least),
                    ratio >= least
                            ? null
                            : PageColours.readable(colour, ground, least).toString());
        }
    }

    @GetMapping("/sites/{site}/pictures/{id}/colours")
    String page(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @RequestParam(required = false) String slot,
            @ModelAttribute Form form,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        Palette palette = palettes.of(open, picture, slot(open, slot));
        List<Page> proposed = PageColours.of(palette).stream()
                .map(page -> Page.of(page.name(), page.ground(), page.text(), page.button(), page.link()))
                .toList();
        model.addAttribute("rail", rail.of(open, board.entries(open), "Pictures"));
        model.addAttribute("picture", picture);
        model.addAttribute("view", PictureViews.href(picture, Steps.none(), VIEW));
        model.addAttribute(
                "height",
                Math.round(340.0 * picture.size().height() / picture.size().width()));
        model.addAttribute("path", "/sites/" + open.id() + "/pictures/" + picture.id());
        model.addAttribute("slot", slot == null ? "" : slot);
        model.addAttribute(
                "slots",
                board.entries(open).stream()
                        .filter(entry ->
                                entry.fit() != null && entry.fit().picture().number() == picture.number())
                        .map(entry -> entry.slot())
                        .toList());
        model.addAttribute(
                "swatches", palette.colours().stream().map(Swatch::of).toList());
        model.addAttribute("warden", open.warden());
        model.addAttribute("proposed", proposed);
        model.addAttribute(
                "page",
                form.isEmpty()
                        ? proposed.stream().findFirst().orElse(null)
                        : Page.of(
                                "yours",
                                Colour.parse("ground", form.ground()),
                                Colour.parse("text", form.text()),
                                Colour.parse("button", form.button()),
                                Colour.parse("link", form.link())));
        return "palette/colours";
    }

    private static double hundredths(double value) {
        return Math.round(value * 100) / 100.0;
    }
}
