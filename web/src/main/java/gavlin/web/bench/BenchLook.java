package gavlin.web.bench;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.fit.FileName;
import gavlin.core.fit.Gauge;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Shares;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.page.Words;
import gavlin.web.picture.KeepAreaBody;
import gavlin.web.picture.Regions;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** All that the bench draws for one fit. The page only draws: every number and every word in here is the core's. */
record BenchLook(
        int revision,
        String savedAt,
        boolean accepted,
        boolean canUndo,
        boolean canRedo,
        String picture,
        FocalPoint focal,
        double zoom,
        String rule,
        String backing,
        String type,
        String encoding,
        Turned turned,
        Growth growth,
        Integer height,
        List<Integer> heights,
        Position position,
        Box window,
        Size size,
        Marks marks,
        List<Seen> showings,
        List<GaugeView> gauges,
        String state,
        String says,
        String fileName,
        List<FileTried> files) {
    /**
     * How the picture is turned.
     *
     * @param picture upright, px
     * @param size what is left of it, px: the space of the window
     */
    record Turned(boolean flipped, double degrees, Size picture, Size size) {}

    /**
     * What must be seen of the picture.
     *
     * @param point the focal point, px of the turned picture
     */
    record Marks(int revision, FocalPoint focal, double[] point, List<Area> areas) {}

    /**
     * A keep area.
     *
     * @param area as it is stored
     * @param box around it on the turned picture, px
     * @param letGo whether it need not be seen in this slot
     * @param seen the least share in any showing, 0..1; null where it does not count
     * @param says where it is hidden; empty where it is seen
     */
    record Area(KeepAreaBody area, Box box, boolean letGo, Double seen, String says) {}

    /** What a showing hides of an area. */
    record Hides(String area, double share) {}

    /**
     * A showing: where the whole picture lies in its box and which part of the box shows any of it, CSS px.
     *
     * @param picture where the whole turned picture lies
     * @param seen the part of the picture that a visitor sees, px of the turned picture
     * @param always in a showing of many widths, the part of the box with what is seen at every one of them; null otherwise
     */
    record Seen(
            String id,
            String name,
            String note,
            Box box,
            Box clip,
            Box picture,
            Box seen,
            Box always,
            boolean round,
            String background,
            List<Over> obstructions,
            List<Hides> hides) {}

    /** @param words whether it is a place for words, which a picture may lie under, rather than something opaque */
    record Over(String name, Box box, double radius, boolean words) {}

    /**
     * One file that the weight search made.
     *
     * @param keeps whether it keeps the limit
     * @param taken whether it is the rendition
     */
    record FileTried(
            String type,
            String settings,
            String encoding,
            long bytes,
            String weight,
            double ssim,
            boolean keeps,
            boolean taken) {}

    record GaugeView(
            String id,
            String name,
            String value,
            String unit,
            boolean inWords,
            String verdict,
            String says,
            Gauge.Scale scale,
            List<Gauge.Remedy> remedies) {}

    /** Gauges whose value is a text rather than a number on a scale. */
    private static final Set<String> IN_WORDS = Set.of("name", "credit", "description");

    private static final DateTimeFormatter TIME = DateTimeFormatter.ISO_INSTANT;

    static BenchLook of(FitState state) {
        Framing framing = state.plan().framing();
        List<Gauge> gauges = state.gauges();
        StoredRendition file = state.rendition();
        return new BenchLook(
                state.revision(),
                state.madeAt() == null ? null : TIME.format(state.madeAt().atOffset(ZoneOffset.UTC)),
                state.accepted(),
                state.canUndo(),
                state.canRedo(),
                state.picture().id(),
                state.fit().focal(),
                state.fit().zoom(),
                state.fit().rule().word(),
                state.fit().backing() == null ? "" : Words.colour(state.fit().backing()),
                state.fit().type() == null ? "" : state.fit().type().word(),
                state.fit().encoding() == null ? "" : state.fit().encoding().code(),
                turned(state),
                state.plan().growth(),
                state.fit().setting().height(),
                state.slot().heights(),
                state.fit().setting().position(),
                framing.window(),
                state.plan().size(),
                marks(state),
                state.shown().showings().stream()
                        .flatMap(showing -> seen(showing, state))
                        .toList(),
                gauges.stream().map(BenchLook::gauge).toList(),
                state.verdict().word(),
                FitState.worstOf(gauges),
                file == null
                        ? ""
                        : FileName.of(state.slot(), state.picture().words().title(), file.size(), file.type()),
                file == null ? List.of() : filesTried(state, file));
    }

    private static Turned turned(FitState state) {
        Turn turn = state.plan().turn();
        Size picture = state.picture().size();
        return new Turned(turn.flipped(), turn.degrees(), picture, turn.of(picture));
    }

    private static Marks marks(FitState state) {
        Regions regions = state.picture().regions();
        Size picture = state.picture().size();
        Turn turn = state.plan().turn();
        FocalPoint focal = regions.focal();
        return new Marks(
                regions.revision(),
                focal,
                turn.fromPicture(picture, focal.x() * picture.width(), focal.y() * picture.height()),
                regions.areas().stream().map(area -> area(area, state)).toList());
    }

    private static Area area(KeepArea area, FitState state) {
        boolean letGo = state.fit().setting().letGo().contains(area.name());
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
        return new Area(
                KeepAreaBody.of(area),
                state.plan()
                        .turn()
                        .fromPicture(
                                state.picture().size(),
                                area.inPx(state.picture().size())),
                letGo,
                k < 0 ? null : shares.worst(k),
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

    private static List<FileTried> filesTried(FitState state, StoredRendition file) {
        long limit = state.plan().maxBytes();
        return file.tried().stream()
                .filter(tried -> tried.encoding() != null)
                .map(tried -> new FileTried(
                        tried.type().label(),
                        tried.settings(),
                        tried.encoding(),
                        tried.bytes(),
                        Words.weight(tried.bytes()),
                        tried.ssim(),
                        tried.bytes() <= limit,
                        tried.bytes() == file.bytes() && tried.type() == file.type()))
                .toList();
    }

    /** A showing of one size; or of a range, at each of its key widths, at both ends first of all. */
    private static Stream<Seen> seen(Showing showing, FitState state) {
        Size file = state.plan().size();
        Box always = showing.isRange() ? showing.alwaysSeen(state.plan().framing(), file) : null;
        return showing.looks(file).stream().map(look -> seen(look, state, always));
    }

    private static Seen seen(Showing showing, FitState state, Box always) {
        Framing framing = state.plan().framing();
        Size file = state.plan().size();
        Box source = state.plan().turn().of(state.picture().size()).box();
        Integer backing = state.fit().backing();
        Box placed = showing.objectFit().place(file, showing.box());
        Box whole = source.carry(framing.window(), framing.placed()).carry(file.box(), placed);
        Box clip = framing.placed().carry(file.box(), placed).intersect(showing.box());
        String size = Math.round(showing.box().width()) + "×"
                + Math.round(showing.box().height());
        return new Seen(
                always == null
                        ? showing.id()
                        : showing.id() + "-" + Math.round(showing.box().width()),
                showing.name(),
                size,
                showing.box(),
                clip,
                whole,
                showing.objectFit().seen(framing, file, showing.box()),
                always == null || always.isEmpty() ? null : always.carry(source, whole),
                state.slot().brief().shape() == Brief.Shape.CIRCLE,
                Words.colour(backing == null ? showing.background() : backing),
                showing.obstructions().stream()
                        .map(o -> new Over(label(o), o.box().intersect(showing.box()), radius(o), o.words()))
                        .toList(),
                hides(showing, state));
    }

    /** As drawn: never more than half the shorter side. */
    private static double radius(Obstruction obstruction) {
        return Math.min(
                obstruction.radius(),
                Math.min(obstruction.box().width(), obstruction.box().height()) / 2);
    }

    private static String label(Obstruction obstruction) {
        return obstruction.text().isEmpty() ? obstruction.name() : obstruction.text();
    }

    private static GaugeView gauge(Gauge gauge) {
        return new GaugeView(
                gauge.id(),
                name(gauge.id()),
                gauge.value() == null ? "–" : plain(gauge.value()),
                gauge.limit() == null || gauge.value() == null ? gauge.unit() : unit(gauge),
                IN_WORDS.contains(gauge.id()),
                gauge.verdict().word(),
                gauge.says(),
                gauge.scale(),
                gauge.remedies());
    }

    private static String name(String id) {
        return switch (id) {
            case "detail" -> "picture detail";
            case "keep" -> "must be seen";
            case "filled" -> "slot filled";
            case "name" -> "file name";
            default -> id;
        };
    }

    private static String unit(Gauge gauge) {
        return switch (gauge.id()) {
            case "weight" -> "of " + plain(gauge.limit()) + " " + gauge.unit();
            case "detail", "filled", "keep", "damage", "transparency" -> gauge.unit();
            default -> "";
        };
    }

    private static String plain(Object value) {
        return value instanceof Double d && d == Math.rint(d) ? Long.toString(d.longValue()) : value.toString();
    }
}
