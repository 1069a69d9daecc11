package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Slot;
import gavlin.core.brief.Tint;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.speech.Said;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.dispatch.Dispatches;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a proof draws: one page of a site with the files that would be sent. */
final class ProofPages {
    /** What pages stand on where a theme says nothing: each word with its colour. */
    static final Map<String, String> GROUNDS = Map.of("light", "#FFFFFF", "dark", "#1B1F22", "paper", "#F6F2E9");

    private ProofPages() {}

    /** CSS px: an old phone, and a screen that few have. */
    static final int NARROWEST = 320;

    static final int WIDEST = 2560;
    /** So near to a page's edge a slot touches it, CSS px. */
    private static final double EDGE = 1;

    private static final List<String> PLAIN = List.of("light", "paper", "dark");
    /** The site's own tile; its file is no part of a link for guests. */
    static final String TILED = "backdrop";

    /** The file of the site's tile, behind the page at its own size. @param size px */
    public record Backdrop(String file, Size size) {
        /** Null where the site has no tile. */
        private static Backdrop of(List<Entry> entries) {
            return entries.stream()
                    .filter(entry -> entry.slot().kind() == Slot.Kind.TILE && entry.fit() != null)
                    .map(Entry::fit)
                    .filter(fit -> !fit.plan().types().isEmpty())
                    .findFirst()
                    .map(fit -> new Backdrop(
                            PlacedSlot.file(entries.get(0).site().id(), fit),
                            fit.plan().size()))
                    .orElse(null);
        }
    }

    /** @param here whether it is looked at */
    public record Link(String id, String name, int width, boolean here) {}

    /**
     * One page and the way to the others.
     *
     * @param page null where there is none
     * @param grounds that it may stand on
     * @param backdrop what repeats behind it; null for a plain ground
     * @param hidden what motion hides that must be seen, in words
     */
    public record Drawn(
            List<Link> pages,
            PagePlan page,
            List<Place> places,
            double height,
            String ground,
            List<String> grounds,
            Backdrop backdrop,
            Motion motion,
            List<String> hidden,
            String sentence) {
        /** How many pictures are others than what left last. */
        public long differing() {
            return places.stream().filter(place -> place.before() != null).count();
        }

        public String colour() {
            return ground.startsWith("#") ? ground : GROUNDS.getOrDefault(ground, GROUNDS.get("light"));
        }
    }

    /**
     * A slot on the page.
     *
     * @param number among the places of its page, from 0
     * @param veil that the theme lays over it itself; null for none
     * @param file where the file is read that would be sent; null where there is none
     * @param image where that lies in the slot's box
     * @param clip the id of what cuts it to a circle; null for none
     * @param moving how it moves, in a word; null where it stands still
     * @param left what is seen of it when it is at its largest; null where it does not grow
     * @param before null where nothing left yet, or the same
     */
    public record Place(
            String slot,
            String name,
            String state,
            boolean accepted,
            String says,
            String bench,
            Box<InShowing> box,
            String ground,
            Veil veil,
            int number,
            String file,
            Box<InShowing> image,
            String clip,
            List<Over> over,
            String moving,
            Box<InShowing> left,
            Before before) {}

    /** @param strength opacity, 0..1 */
    public record Veil(String ink, double strength) {
        static Veil of(Tint tint) {
            return tint == null ? null : new Veil(new Colour(tint.ink()).toString(), tint.strength());
        }
    }

    /** What left last for a place, and lies there otherwise than what is decided now. @param image where it lies in the slot's box */
    public record Before(String file, Box<InShowing> image) {
        /** How much of a place lies left of a wiper, px. */
        public double leftOf(double wiper, Box<InShowing> place) {
            return Math.max(0, Math.min(place.width(), wiper - place.x()));
        }
    }

    /** @param text empty for something solid @param radius of its corners, px */
    public record Over(
            String name, Box<InShowing> box, double radius, String text, double size, int weight, String ink) {
        static Over of(Obstruction over) {
            double round = Math.min(over.box().width(), over.box().height()) / 2;
            return new Over(
                    over.name(),
                    over.box(),
                    Math.min(over.radius(), round),
                    over.words() ? (over.text().isEmpty() ? over.name() : over.text()) : "",
                    over.sizePx() > 0 ? over.sizePx() : 16,
                    over.fontWeight(),
                    new Colour(over.ink()).toString());
        }
    }

    /** All pages on which slots are seen now. */
    static List<PagePlan> pages(OpenSite site) {
        return site.sheet().pages().stream()
                .filter(plan -> plan.shows(site.sheet().slots(), site.chosen()))
                .toList();
    }

    /**
     * How a page is looked at.
     *
     * @param page its id; the first where none is named
     * @param screen its width in CSS px, to tell pages of one name apart, or null
     * @param width CSS px of another screen than the page was planned for, or null
     */
    record Look(String page, Integer screen, Integer width, String ground, Motion motion) {}

    /**
     * @param entries of the site @param pages among which to choose
     * @param sent what is to be compared with, by place; none for nothing
     * @throws NotFound when none of them is meant
     */
    static Drawn draw(List<Entry> entries, List<PagePlan> pages, Look look, Map<String, Dispatches.Sent> sent) {
        Backdrop backdrop = Backdrop.of(entries);
        List<String> grounds = backdrop == null
                ? PLAIN
                : Stream.concat(PLAIN.stream(), Stream.of(TILED)).toList();
        if (!grounds.contains(look.ground) && !look.ground.matches("#[0-9A-Fa-f]{6}")) {
            throw new BadInput("ground", "the ground must be " + Said.either(grounds));
        }
        PagePlan planned = chosen(pages, look.page, look.screen);
        PagePlan shown = planned == null || look.width == null ? planned : at(planned, look.width);
        List<PlacedSlot> placed = shown == null ? List.of() : placed(entries, planned, shown.width());
        List<Place> places = placed.stream()
                .map(each -> place(each, placed, look.motion, sent))
                .toList();
        return new Drawn(
                pages.stream()
                        .map(plan -> new Link(plan.id(), plan.name(), plan.width(), plan == planned))
                        .toList(),
                shown,
                places,
                (shown == null ? 0 : shown.height())
                        + placed.stream().mapToDouble(PlacedSlot::taller).sum(),
                look.ground,
                grounds,
                look.ground.equals(TILED) ? backdrop : null,
                look.motion,
                placed.stream()
                        .flatMap(each -> look.motion.hides(each).stream())
                        .toList(),
                sentence(places));
    }

    /** The slots of a page, as they are fitted now. */
    static List<PlacedSlot> placed(List<Entry> entries, PagePlan page) {
        return PlacedSlot.on(
                page, entries.stream().collect(Collectors.toMap(e -> e.slot().id(), Function.identity())));
    }

    /** A page on a screen of a width that the sheet doesn't tell of. */
    private static PagePlan at(PagePlan plan, int width) {
        Require.range("width", width, NARROWEST, WIDEST, "px");
        return new PagePlan(plan.id(), plan.name(), width, plan.height(), plan.places());
    }

    /**
     * The slots of a page that is made so wide: what spans it goes on to span it, everything else keeps its size and its distance from
     * the middle. The sheet says no more about other screens, and so this is all that can be drawn of them.
     */
    private static List<PlacedSlot> placed(List<Entry> entries, PagePlan plan, int width) {
        List<PlacedSlot> planned = placed(entries, plan);
        return width == plan.width()
                ? planned
                : planned.stream()
                        .map(each -> onScreen(each, plan.width(), width))
                        .toList();
    }

    private static PlacedSlot onScreen(PlacedSlot each, int from, int to) {
        PagePlan.Place place = each.place();
        double wide = each.showing().box().width();
        if (place.x() <= EDGE && place.x() + wide >= from - EDGE) {
            return new PlacedSlot(
                    place,
                    each.entry(),
                    each.own(),
                    each.planned().stretched(to),
                    each.showing().stretched(to));
        }
        double x = Math.max(0, Math.min(Math.max(0, to - wide), place.x() + (to - from) / 2.0));
        return new PlacedSlot(
                new PagePlan.Place(place.slot(), place.showing(), place.member(), x, place.y()),
                each.entry(),
                each.own(),
                each.planned(),
                each.showing());
    }

    /** @throws NotFound for a page that the theme has not, or that no slot is seen on */
    private static PagePlan chosen(List<PagePlan> pages, String page, Integer screen) {
        List<PagePlan> fitting = pages.stream()
                .filter(plan -> page == null || plan.id().equals(page))
                .filter(plan -> screen == null || plan.width() == screen)
                .toList();
        if (fitting.isEmpty() && (page != null || screen != null)) {
            throw new NotFound("page", page == null ? screen + " px wide" : page);
        }
        return fitting.isEmpty() ? null : fitting.get(0);
    }

    private static Place place(
            PlacedSlot placed, List<PlacedSlot> all, Motion motion, Map<String, Dispatches.Sent> sent) {
        Entry entry = placed.entry();
        FitState fit = placed.fit();
        Box<InShowing> box = placed.showing().box();
        boolean moves = motion.moves(entry.slot());
        boolean round = entry.slot().brief().shape() == Brief.Shape.CIRCLE;
        return new Place(
                entry.slot().id(),
                entry.slot().name() + ", " + placed.showing().name(),
                fit == null ? "empty" : fit.verdict().word(),
                fit != null && fit.accepted(),
                fit == null ? "Nothing stands here yet." : FitState.worstOf(fit.gauges()),
                entry.benchHref(placed.own()),
                placed.box(all),
                new Colour(placed.showing().background()).toString(),
                Veil.of(placed.showing().veil()),
                all.indexOf(placed),
                placed.file(),
                moves && motion.way() == Motion.Way.LARGEST ? motion.largest(placed.fileBox(), box) : placed.fileBox(),
                round
                        ? "round-" + placed.place().slot() + "-"
                                + placed.place().showing() + "-"
                                + placed.place().member()
                        : null,
                placed.showing().obstructions().stream().map(Over::of).toList(),
                moves ? motion.way().word() : null,
                moves && motion.way() == Motion.Way.GROWS ? motion.left(box) : null,
                before(placed, fit == null ? null : sent.get(Dispatches.place(fit))));
    }

    private static Before before(PlacedSlot placed, Dispatches.Sent sent) {
        StoredRendition now = placed.fit() == null ? null : placed.fit().rendition();
        return sent == null || now != null && now.sha256().equals(sent.sha256())
                ? null
                : new Before(
                        sent.href(),
                        placed.showing()
                                .objectFit()
                                .place(sent.size(), placed.showing().box()));
    }

    private static String sentence(List<Place> places) {
        long empty = places.stream().filter(p -> p.file() == null).count();
        long faulty = places.stream()
                .filter(p -> p.file() != null && !p.state().equals("fits"))
                .count();
        if (empty + faulty == 0) {
            return "Everything on it fits; these are the files that would be sent.";
        }
        return (faulty == 0
                        ? ""
                        : faulty == 1
                                ? "One picture is not all right yet. "
                                : faulty + " pictures are not all right yet. ")
                + (empty == 0 ? "" : empty == 1 ? "One slot is empty." : empty + " slots are empty.");
    }
}
