package gavlin.web.icon;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.icon.Beyond;
import gavlin.core.ink.Ink;
import gavlin.core.lettered.LetteredMark;
import gavlin.core.mark.Inking;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.speech.Said;
import gavlin.core.weight.Encoding;
import gavlin.web.account.SignedIn;
import gavlin.web.board.Rail;
import gavlin.web.board.SlotBoard;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.picture.PictureViews;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import gavlin.web.store.Zips;
import gavlin.web.work.HeavyWork;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;

/** One mark in every place: the slots that show it, its icons, over a picture, where a page is shared; all files in one ZIP. */
@Controller
@RequestMapping("/sites/{site}/pictures/{id}/set")
class MarkSetController {
    private static final String SHARED = "sharing-1200x630.png";
    private static final String WATERMARK = "watermark.png";
    private static final long HEAP = 40L * 2000 * 2000;

    private final Sites sites;
    private final Pictures pictures;
    private final Renditions renditions;
    private final WorkingPictures working;
    private final HeavyWork work;
    private final IconSets icons;
    private final SlotBoard board;
    private final Rail rail;

    MarkSetController(
            Sites sites,
            Pictures pictures,
            Renditions renditions,
            WorkingPictures working,
            HeavyWork work,
            IconSets icons,
            SlotBoard board,
            Rail rail) {
        this.sites = sites;
        this.pictures = pictures;
        this.renditions = renditions;
        this.working = working;
        this.work = work;
        this.icons = icons;
        this.board = board;
        this.rail = rail;
    }

    /**
     * What the page's fields say.
     *
     * @param ground behind it where pages are shared, #RRGGBB
     * @param ink of it there: empty for its own, {@code light} or {@code dark}
     * @param width of the watermark, px
     * @param strength of it, percent
     * @param over in which ink it is laid over pictures
     */
    record Wish(String ground, String ink, Integer width, Double strength, String over) {
        Wish {
            ground = ground == null || ground.isBlank() ? "#FFFFFF" : ground;
            ink = ink == null ? "" : ink;
            width = width == null ? Integer.valueOf(240) : width;
            strength = strength == null ? Double.valueOf(50) : strength;
            over = over == null ? "light" : over;
        }

        /** @throws BadInput naming the first field that can't be; not before it is asked, so that it is said in words */
        Wish checked() {
            Colour.parse("ground", ground);
            Require.range("width", width, 16, Beyond.WIDEST, "px");
            Require.range("strength", strength, 5, 100, "%");
            inkOf(ink);
            inkOf(over);
            return this;
        }

        public String strengthShown() {
            return Said.plain(strength);
        }

        /** For links; public, so that pages can ask. */
        public String query() {
            return "ground=%23" + ground.substring(1) + "&ink=" + ink + "&width=" + width + "&strength=" + strength
                    + "&over=" + over;
        }
    }

    /** @param shown where and how large it is seen, on what @param file where it is read; null while there is none */
    record Place(
            String number,
            String name,
            String size,
            String verdict,
            String says,
            boolean accepted,
            String bench,
            String file,
            String icons,
            List<Seen> shown) {}

    /** @param image where the file lands in the showing's box, CSS px */
    record Seen(String name, double width, double height, String ground, Box<InShowing> image) {}

    @GetMapping
    String page(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Wish wish,
            Model model) {
        OpenSite open = sites.open(who.viewer(), site);
        wish.checked();
        StoredPicture picture = pictures.find(open, id);
        List<Entry> entries = board.entries(open);
        List<Place> places = new ArrayList<>();
        List<String> elsewhere = new ArrayList<>();
        for (Entry entry : entries) {
            if (entry.exists() && entry.slot().isMark()) {
                FitState here = in(entry, picture);
                if (here == null) {
                    elsewhere.add(entry.slot().name());
                } else {
                    places.add(place(open, entry, renditions.measured(here)));
                }
            }
        }
        String base = "/sites/" + open.id() + "/pictures/" + picture.id();
        model.addAttribute("rail", rail.of(open, entries, "Pictures"));
        model.addAttribute("picture", picture);
        model.addAttribute("base", base);
        model.addAttribute("wish", wish);
        model.addAttribute("places", places);
        model.addAttribute("elsewhere", elsewhere);
        model.addAttribute("clear", prepared(mark(entries, picture), picture).transparent(picture.transparent()));
        model.addAttribute("alone", alone(open, picture));
        model.addAttribute("shared", base + "/set/" + SHARED + "?" + wish.query());
        model.addAttribute("watermark", base + "/set/" + WATERMARK + "?" + wish.query());
        pictures.list(open).stream()
                .filter(p -> !p.transparent() && p.number() != picture.number())
                .max(Comparator.comparingLong(p -> p.size().pixels()))
                .ifPresent(p -> model.addAttribute("photograph", PictureViews.href(p, Steps.none(), 640)));
        return "icon/set";
    }

    /** Where the symbol of a lettered mark is begun as a simpler one, for where the whole is too small; null where it has no words to lose. */
    private static String alone(OpenSite site, StoredPicture picture) {
        if (!(picture.made() instanceof LetteredMark mark)
                || mark.name().isEmpty()
                || mark.symbol() == null
                || mark.picture() != null) {
            return null;
        }
        return "/sites/" + site.id() + "/pictures/lettered?name=&symbol=" + mark.symbol() + "&symbolInk=%23"
                + mark.symbolInk().substring(1);
    }

    private static FitState in(Entry entry, StoredPicture picture) {
        return entry.pictures().stream()
                .filter(fit -> fit.picture().number() == picture.number())
                .findFirst()
                .orElse(null);
    }

    private static Place place(OpenSite site, Entry entry, FitState state) {
        String path = "/sites/" + site.id() + "/slots/" + entry.slot().id();
        String query = state.place().query();
        return new Place(
                entry.number(),
                entry.slot().name(),
                state.plan().size().label(),
                state.verdict().word(),
                FitState.worstOf(state.gauges()),
                state.accepted(),
                entry.benchHref(state),
                state.rendition() == null ? null : "/api/v1" + path + "/rendition" + query,
                state.rendition() == null ? null : path + "/icons" + query,
                state.shown().showings().stream()
                        .map(showing -> seen(showing, state.plan().size()))
                        .toList());
    }

    private static Seen seen(Showing showing, Size file) {
        return new Seen(
                showing.name(),
                showing.box().width(),
                showing.box().height(),
                new Colour(showing.background()).toString(),
                showing.objectFit().place(file, showing.box()));
    }

    @GetMapping("/{name}")
    ResponseEntity<byte[]> file(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @PathVariable String name,
            @ModelAttribute Wish wish) {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        wish.checked();
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noCache().cachePrivate())
                .contentType(MediaType.IMAGE_PNG)
                .body(beyond(mark(board.entries(open), picture), picture, name, wish));
    }

    /** All that there is of it, in folders by where it goes. */
    @GetMapping("/all.zip")
    void all(
            @AuthenticationPrincipal SignedIn who,
            @PathVariable String site,
            @PathVariable String id,
            @ModelAttribute Wish wish,
            HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        StoredPicture picture = pictures.find(open, id);
        wish.checked();
        List<Entry> entries = board.entries(open);
        Map<String, byte[]> files = new LinkedHashMap<>();
        for (Entry entry : entries) {
            FitState here = entry.exists() && entry.slot().isMark() ? in(entry, picture) : null;
            if (here != null && !here.plan().types().isEmpty()) {
                slotFiles(open, here, files);
            }
        }
        FitState mark = mark(entries, picture);
        FitState icon = entries.stream()
                .filter(entry -> entry.slot().kind() == Slot.Kind.ICON)
                .map(entry -> in(entry, picture))
                .filter(java.util.Objects::nonNull)
                .findFirst()
                .orElse(mark);
        if (icon != null && !icon.plan().types().isEmpty()) {
            Colour ground = Colour.parse("ground", wish.ground());
            icons.of(icon, ground, open.name()).files().forEach((name, file) -> files.put("icons/" + name, file));
        }
        files.put("sharing/" + SHARED, beyond(mark, picture, SHARED, wish));
        if (prepared(mark, picture).transparent(picture.transparent())) {
            files.put("watermark/" + WATERMARK, beyond(mark, picture, WATERMARK, wish));
        }
        Attachment.announce(response, "application/zip", picture.id() + "-set.zip");
        Zips.write(files, response.getOutputStream());
    }

    private void slotFiles(OpenSite site, FitState state, Map<String, byte[]> files) throws IOException {
        for (int density : state.slot().brief().densities()) {
            try {
                StoredRendition file = renditions.rendition(state, density);
                ByteArrayOutputStream bytes = new ByteArrayOutputStream();
                renditions.copy(file, bytes);
                String name = FileNames.of(site, state, file, density);
                files.put(state.slot().id() + "/" + name, bytes.toByteArray());
            } catch (Conflict e) {
                // The picture has too few pixels for this density; the bench says so.
            }
        }
    }

    private byte[] beyond(FitState mark, StoredPicture picture, String name, Wish wish) {
        boolean shared = name.equals(SHARED);
        if (!shared && !name.equals(WATERMARK)) {
            throw new NotFound("file of the mark", name);
        }
        Prepared own = prepared(mark, picture);
        boolean clear = own.transparent(picture.transparent());
        Colour ink = clear ? inkOf(shared ? wish.ink() : wish.over()) : null;
        Prepared prepared =
                ink == null ? own : new Prepared(picture.size(), own.steps().with(Ink.of(ink)));
        var source = working.forManySizes(picture, prepared.steps());
        return work.run(HEAP, () -> {
            Renderable<InPrepared> drawn = prepared.of(source);
            Pixels pixels = shared
                    ? Beyond.shared(drawn, Colour.parse("ground", wish.ground()))
                    : Beyond.watermark(drawn, wish.width(), wish.strength() / 100);
            return Encoding.lossless(PictureType.PNG).write(pixels, Tags.NONE);
        });
    }

    private static Colour inkOf(String word) {
        return switch (word) {
            case "" -> null;
            case "light" -> Inking.LIGHT;
            case "dark" -> Inking.DARK;
            default -> throw new BadInput("ink", "ink must be light, dark or left out, was " + word);
        };
    }

    /** How it was prepared where it is used first as a mark; null where it stands in no such slot. */
    private static FitState mark(List<Entry> entries, StoredPicture picture) {
        return entries.stream()
                .filter(entry -> entry.slot().isMark())
                .map(entry -> in(entry, picture))
                .filter(java.util.Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    private static Prepared prepared(FitState mark, StoredPicture picture) {
        Steps<Preparation> steps =
                mark == null ? Steps.none() : mark.fit().prepare().with(Ink.NONE);
        return new Prepared(picture.size(), steps);
    }
}
