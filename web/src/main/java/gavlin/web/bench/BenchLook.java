package gavlin.web.bench;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.fit.FileName;
import gavlin.core.fit.Gauge;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.web.fit.FitState;
import gavlin.web.fit.StoredRendition;
import gavlin.web.page.Words;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Set;

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
        Box window,
        Size size,
        List<Seen> showings,
        List<GaugeView> gauges,
        String state,
        String says,
        String fileName,
        List<FileTried> files) {
    /**
     * A showing: where the whole picture lies in its box and which part of the box shows any of it, CSS px.
     *
     * @param seen the part of the picture that a visitor sees, source px
     */
    record Seen(
            String id,
            String name,
            String note,
            Box box,
            Box clip,
            Box picture,
            Box seen,
            boolean round,
            String background,
            List<Over> obstructions) {}

    record Over(String name, Box box) {}

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
                framing.window(),
                state.plan().size(),
                state.slot().showings().stream()
                        .map(showing -> seen(
                                showing,
                                framing,
                                state.plan().size(),
                                state.picture().size(),
                                state.fit().backing(),
                                state.slot().brief().shape() == Brief.Shape.CIRCLE))
                        .toList(),
                gauges.stream().map(BenchLook::gauge).toList(),
                state.verdict().word(),
                FitState.worstOf(gauges),
                file == null
                        ? ""
                        : FileName.of(state.slot(), state.picture().words().title(), file.size(), file.type()),
                file == null ? List.of() : filesTried(state, file));
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

    private static Seen seen(
            Showing showing, Framing framing, Size file, Size picture, Integer backing, boolean round) {
        Box placed = showing.objectFit().place(file, showing.box());
        Box whole = picture.box().carry(framing.window(), framing.placed()).carry(file.box(), placed);
        Box clip = framing.placed().carry(file.box(), placed).intersect(showing.box());
        return new Seen(
                showing.id(),
                showing.name(),
                Math.round(showing.box().width()) + "×"
                        + Math.round(showing.box().height()),
                showing.box(),
                clip,
                whole,
                showing.objectFit().seen(framing, file, showing.box()),
                round,
                Words.colour(backing == null ? showing.background() : backing),
                showing.obstructions().stream()
                        .map(o -> new Over(label(o), o.box()))
                        .toList());
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
            case "filled" -> "slot filled";
            case "name" -> "file name";
            default -> id;
        };
    }

    private static String unit(Gauge gauge) {
        return switch (gauge.id()) {
            case "weight" -> "of " + plain(gauge.limit()) + " " + gauge.unit();
            case "detail", "filled", "damage", "transparency" -> gauge.unit();
            default -> "";
        };
    }

    private static String plain(Object value) {
        return value instanceof Double d && d == Math.rint(d) ? Long.toString(d.longValue()) : value.toString();
    }
}
