package gavlin.web.bench;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Showing;
import gavlin.core.colour.Colour;
import gavlin.core.gauge.KeepGauge;
import gavlin.core.gauge.Reading;
import gavlin.core.gauge.Remedy;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.operation.Steps;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Shares;
import gavlin.core.weight.Candidate;
import gavlin.web.board.Phrases;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.fit.Thumbnail;
import gavlin.web.picture.KeepAreas;
import gavlin.web.picture.PictureViews;
import gavlin.web.site.OpenSite;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * All that the bench draws for one fit. The page only draws: every number, box and word in here is the core's, and every box lies where it
 * is drawn.
 *
 * @param base the revision that a change goes on from, 0 for none
 * @param fit the decision as a document
 * @param view where the prepared picture is read; {@code prepared} is its size, px: the space of every box that is not a showing's
 * @param asItCame where the picture is read with nothing done to it; {@code picture} is its size, px
 * @param layer where what lies over the file is read, or null
 */
record BenchLook(
        int revision,
        int base,
        String savedAt,
        boolean accepted,
        boolean canUndo,
        boolean canRedo,
        JsonNode fit,
        String view,
        String asItCame,
        String layer,
        Size picture,
        Size prepared,
        Box<InPrepared> window,
        Size size,
        Keep keepAreas,
        List<Seen> showings,
        List<GaugeView> gauges,
        String state,
        String says,
        String fileName,
        List<FileTried> files,
        Thumbnail thumbnail) {
    /** What must be seen of the picture. @param picture its id */
    record Keep(String picture, int revision, Point<InPrepared> focal, List<Area> areas) {}

    /**
     * A keep area.
     *
     * @param box around it
     * @param letGo whether it need not be seen in this slot
     * @param verdict of how much is seen of it
     * @param seen the same in a few words
     * @param says where it is hidden; empty where it is seen
     */
    record Area(
            String id,
            String name,
            String shape,
            double weight,
            Box<InPrepared> box,
            boolean letGo,
            String verdict,
            String seen,
            String says) {}

    /** What a showing hides of an area. */
    record Hides(String area, double share) {}

    /**
     * A showing: where the whole picture lies in its box and which part of the box shows any of it.
     *
     * @param page the page's name, or empty
     * @param picture where the whole prepared picture lies
     * @param file where the whole file lies
     * @param veil that the theme lays over it itself, or null
     * @param always in a showing of many widths, the part of the box with what is seen at every one of them; null otherwise
     */
    record Seen(
            String id,
            String name,
            String page,
            String note,
            Box<InShowing> box,
            Box<InShowing> clip,
            Box<InShowing> picture,
            Box<InShowing> file,
            Box<InShowing> always,
            boolean round,
            String background,
            ThemeVeil veil,
            List<Over> obstructions,
            List<Hides> hides) {}

    /** @param strength opacity, 0..1 */
    record ThemeVeil(String ink, double strength) {}

    /** @param words for a place of words, which a picture may lie under; null for something opaque */
    record Over(String name, Box<InShowing> box, double radius, Words words) {}

    /** As the theme sets them. @param text may be empty @param size CSS px @param weight 1..1000 */
    record Words(String text, double size, int weight, String ink) {}

    /**
     * One file that the weight search made.
     *
     * @param ssim and seen: null where it wasn't measured
     * @param keeps whether it keeps the limit
     * @param taken whether it is the rendition
     */
    record FileTried(
            String type,
            String settings,
            String encoding,
            long bytes,
            String weight,
            Double ssim,
            Double seen,
            boolean keeps,
            boolean taken) {}

    /** @param asked what the limit is, in words; empty where there is none */
    record GaugeView(
            String id,
            String name,
            String value,
            String unit,
            boolean inWords,
            String verdict,
            String says,
            String asked,
            Reading.Scale scale,
            List<Remedy> remedies) {}

    private static final DateTimeFormatter TIME = DateTimeFormatter.ISO_INSTANT;

    /** Of a stored fit. */
    static BenchLook of(OpenSite site, FitState state) {
        return of(site, state, state.revision());
    }

    /** @param base the revision that a change of it goes on from */
    static BenchLook of(OpenSite site, FitState state, int base) {
        StoredRendition file = state.rendition();
        Thumbnail thumbnail = Thumbnail.of(site, state);
        return new BenchLook(
                state.revision(),
                base,
                state.stored().madeAt() == null
                        ? null
                        : TIME.format(state.stored().madeAt().atOffset(ZoneOffset.UTC)),
                state.accepted(),
                state.stored().canUndo(),
                state.stored().canRedo(),
                state.document().json(),
                PictureViews.href(state.picture(), state.fit().prepare(), PictureViews.WIDEST),
                PictureViews.href(state.picture(), Steps.none(), PictureViews.WIDEST),
                thumbnail.layer(),
                state.picture().size(),
                state.prepared().size(),
                state.plan().framing().window(),
                state.plan().size(),
                keep(state),
                state.shown().showings().stream()
                        .flatMap(showing -> seen(showing, pageOf(showing, site), state))
                        .toList(),
                state.gauges().stream().map(BenchLook::gauge).toList(),
                state.verdict().word(),
                FitState.worstOf(state.gauges()),
                file == null ? "" : FileNames.of(site, state, file, 1),
                file == null ? List.of() : filesTried(state, file.tried()),
                thumbnail);
    }

    private static Keep keep(FitState state) {
        KeepAreas kept = state.picture().keepAreas();
        return new Keep(
                state.picture().id(),
                kept.revision(),
                state.prepared().toPrepared(kept.focal().in(state.picture().size())),
                kept.areas().stream().map(area -> area(area, state)).toList());
    }

    private static Area area(KeepArea area, FitState state) {
        boolean letGo = state.fit().letGo().contains(area.id());
        Shares shares = state.shares();
        int k = shares == null ? -1 : shares.areas().indexOf(area);
        String says = k < 0
                ? ""
                : shares.hidden().stream()
                        .filter(h -> h.area().equals(area))
                        .map(h -> Math.round(100 - h.share() * 100) + " % hidden on "
                                + h.showing().name())
                        .limit(3)
                        .collect(Collectors.joining(", "));
        double least = k < 0 ? 1 : shares.worst(k);
        return new Area(
                area.id(),
                area.name(),
                area.shape().word(),
                area.weight(),
                state.prepared().toPrepared(area.inPx(state.picture().size())),
                letGo,
                k < 0 ? "unmeasured" : KeepGauge.of(least).word(),
                letGo
                        ? "let go"
                        : k < 0
                                ? "not cropped here"
                                : least >= Shares.WHOLE ? "seen" : (int) Math.floor(least * 100) + " % seen",
                says);
    }

    private static List<Hides> hides(Showing showing, FitState state) {
        return state.shares() == null
                ? List.of()
                : state.shares().hidden().stream()
                        .filter(h -> h.showing().id().equals(showing.id()))
                        .map(h -> new Hides(h.area().name(), 1 - h.share()))
                        .toList();
    }

    static List<FileTried> filesTried(FitState state, List<Candidate> all) {
        StoredRendition file = state.rendition();
        long limit = state.plan().maxBytes();
        return all.stream()
                .filter(tried -> tried.encoding() != null)
                .map(tried -> new FileTried(
                        tried.type().label(),
                        tried.settings(),
                        tried.encoding(),
                        tried.bytes(),
                        Phrases.weight(tried.bytes()),
                        tried.ssim(),
                        tried.seen(),
                        tried.bytes() <= limit,
                        tried.bytes() == file.bytes() && tried.type() == file.type()))
                .toList();
    }

    /** A showing of one size; or of a range, at each of its key widths, at both ends first of all. */
    private static String pageOf(Showing showing, OpenSite site) {
        return site.sheet().pages().stream()
                .filter(page -> page.id().equals(showing.page()))
                .map(PagePlan::name)
                .findFirst()
                .orElse("");
    }

    private static Stream<Seen> seen(Showing showing, String page, FitState state) {
        Size file = state.plan().size();
        Box<InPrepared> always =
                showing.isRange() ? showing.alwaysSeen(state.plan().framing(), file) : null;
        return showing.looks(file).stream().map(look -> seen(look, page, state, always));
    }

    private static Seen seen(Showing showing, String page, FitState state, Box<InPrepared> always) {
        Framing<InPrepared> framing = state.plan().framing();
        Size file = state.plan().size();
        Box<InPrepared> picture = state.prepared().size().box();
        Integer backing = state.fit().backing();
        Box<InShowing> placed = showing.objectFit().place(file, showing.box());
        Box<InShowing> whole = picture.carry(framing.window(), framing.placed()).carry(file.box(), placed);
        Box<InShowing> clip = framing.placed().carry(file.box(), placed).intersect(showing.box());
        String size = Math.round(showing.box().width()) + "×"
                + Math.round(showing.box().height());
        return new Seen(
                always == null
                        ? showing.id()
                        : showing.id() + "-" + Math.round(showing.box().width()),
                showing.name(),
                page,
                size,
                showing.box(),
                clip,
                whole,
                placed,
                always == null || always.isEmpty() ? null : always.carry(picture, whole),
                state.slot().brief().shape() == Brief.Shape.CIRCLE,
                new Colour(backing == null ? showing.background() : backing).toString(),
                showing.veil() == null
                        ? null
                        : new ThemeVeil(
                                new Colour(showing.veil().ink()).toString(),
                                showing.veil().strength()),
                showing.obstructions().stream()
                        .map(o -> new Over(o.name(), o.box().intersect(showing.box()), radius(o), words(o)))
                        .toList(),
                hides(showing, state));
    }

    /** As drawn: never more than half the shorter side. */
    private static double radius(Obstruction obstruction) {
        return Math.min(
                obstruction.radius(),
                Math.min(obstruction.box().width(), obstruction.box().height()) / 2);
    }

    private static Words words(Obstruction o) {
        return o.words() ? new Words(o.text(), o.sizePx(), o.fontWeight(), new Colour(o.ink()).toString()) : null;
    }

    private static GaugeView gauge(Reading gauge) {
        return new GaugeView(
                gauge.id(),
                gauge.name(),
                gauge.shown(),
                gauge.shownUnit(),
                gauge.inWords(),
                gauge.verdict().word(),
                gauge.says(),
                gauge.asked(),
                gauge.scale(),
                gauge.remedies());
    }
}
