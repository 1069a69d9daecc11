package gavlin.core.fit;

import gavlin.core.Slug;
import gavlin.core.brief.Brief;
import gavlin.core.brief.Brief.Transparency;
import gavlin.core.brief.Slot;
import gavlin.core.brief.WeightLimit;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.Gauge.Remedy;
import gavlin.core.fit.Gauge.Verdict;
import gavlin.core.geometry.Rule;
import gavlin.core.solve.Shares;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * Judges a fit against its slot's brief. The geometry gauges need only the plan; those of the file say "unmeasured"
 * until there is one.
 */
public final class Gauges {
    /** Enlarged no more than this, a picture is soft rather than blurred: common practice, no source. */
    private static final double SOFT_DETAIL = 0.8;
    /** Damage floor and the SSIM from which damage is not seen. */
    private static final double LEAST_SSIM = 0.90;

    /** Less of what must be seen is a cut head: common practice, no source. */
    private static final double LEAST_SEEN = 0.9;

    private static final double SOUND_SSIM = 0.95;
    /** A slot's share that may stay uncovered before it shows as a gap: less than half a pixel of 1000. */
    private static final double FULL = 0.9995;

    private final Slot slot;
    private final Brief brief;
    private final Fit fit;
    private final PictureFacts picture;
    private final RenditionPlan plan;
    private final Shares shares;
    private final Measured measured;
    private final List<Gauge> gauges = new ArrayList<>();

    /** What was measured on a finished file. */
    public record Measured(PictureType type, long bytes, double ssim, int transparentPixels) {}

    private Gauges(Slot slot, Fit fit, PictureFacts picture, RenditionPlan plan, Shares shares, Measured measured) {
        this.slot = slot;
        this.brief = fit.slotOf(slot).brief();
        this.shares = shares;
        this.fit = fit;
        this.picture = picture;
        this.plan = plan;
        this.measured = measured;
    }

    /**
     * @param shares how much is seen of what must be; null where nothing is marked
     * @param measured null while there is no file yet
     */
    public static List<Gauge> judge(
            Slot slot, Fit fit, PictureFacts picture, RenditionPlan plan, Shares shares, Measured measured) {
        Gauges g = new Gauges(slot, fit, picture, plan, shares, measured);
        g.size();
        g.detail();
        g.filled();
        g.keep();
        g.type();
        g.transparency();
        g.weight();
        g.damage();
        g.name();
        g.credit();
        g.description();
        return List.copyOf(g.gauges);
    }

    /** The worst of all; what is not measured yet asks for a look. */
    public static Verdict overall(List<Gauge> gauges) {
        Verdict worst = Verdict.FITS;
        for (Gauge gauge : gauges) {
            Verdict verdict = gauge.verdict() == Verdict.UNMEASURED ? Verdict.LOOK : gauge.verdict();
            worst = verdict.compareTo(worst) > 0 ? verdict : worst;
        }
        return worst;
    }

    private void add(Gauge gauge) {
        gauges.add(gauge);
    }

    private void size() {
        String size = plan.size().label();
        add(Gauge.of("size", size, brief.sizeLabel(), "px", Verdict.FITS, "The file has exactly " + size + " px."));
    }

    private void detail() {
        double detail = plan.framing().detail();
        Verdict verdict = detail >= 1 ? Verdict.FITS : detail >= SOFT_DETAIL ? Verdict.LOOK : Verdict.FAILS;
        String says = detail >= 1
                ? format("The picture has %.2f pixels for each one wanted.", detail)
                : format(
                        "The picture is enlarged %.2f times and will look %s.",
                        1 / detail, verdict == Verdict.LOOK ? "soft" : "blurred");
        Gauge gauge =
                Gauge.of("detail", round(detail, 2), 1, "px/px", verdict, says).on(detail, 1, 4);
        boolean zoomHelps = verdict != Verdict.FITS && fit.zoom() > 1 && detail * fit.zoom() >= 1;
        add(zoomHelps ? gauge.with(new Remedy("zoom-1", "Show more: zoom 1")) : gauge);
    }

    private void filled() {
        double filled = plan.framing().filled(plan.size());
        boolean full = filled >= FULL;
        boolean marginsAreFine = brief.rule() == Rule.CONTAIN
                && (fit.backing() != null || brief.transparency() != Transparency.FORBIDDEN);
        Verdict verdict = full || marginsAreFine ? Verdict.FITS : fit.backing() != null ? Verdict.LOOK : Verdict.FAILS;
        String says = full
                ? "The picture fills the slot."
                : format(
                        "The picture fills %.0f %% of the slot; the rest is %s.",
                        filled * 100, fit.backing() != null ? "the backing colour" : "empty");
        Gauge gauge = Gauge.of("filled", round(filled * 100, 1), 100, "%", verdict, says)
                .on(filled, 1, 1);
        add(
                verdict != Verdict.FITS && fit.rule() == Rule.CONTAIN
                        ? gauge.with(new Remedy("rule-cover", "Fill the slot"))
                        : gauge);
    }

    private void keep() {
        if (shares == null || shares.areas().isEmpty()) {
            add(Gauge.of("keep", null, 100, "%", Verdict.FITS, "Nothing is marked as what must be seen."));
            return;
        }
        double worst = shares.worst();
        List<Shares.Hidden> hidden = shares.hidden();
        Verdict verdict = hidden.isEmpty() ? Verdict.FITS : worst >= LEAST_SEEN ? Verdict.LOOK : Verdict.FAILS;
        String says = hidden.isEmpty()
                ? "All that must be seen is seen in every showing."
                : format(
                        "Of %s only %.0f %% is seen on %s%s.",
                        hidden.get(0).area().name(),
                        Math.floor(worst * 100),
                        hidden.get(0).showing().name(),
                        hidden.size() > 1 ? ", and " + (hidden.size() - 1) + " more" : "");
        Gauge gauge = Gauge.of("keep", Math.floor(worst * 1000) / 10, 100, "%", verdict, says)
                .on(worst, 1, 1);
        add(verdict == Verdict.FITS ? gauge : gauge.with(new Remedy("best-window", "Find the best window")));
    }

    private void type() {
        String allowed = labels(brief.types());
        if (plan.types().isEmpty()) {
            boolean wrongChoice = fit.type() != null && !brief.usableTypes().contains(fit.type());
            String says = wrongChoice
                    ? "The slot does not take " + fit.type().label() + ": it takes " + allowed + "."
                    : brief.usableTypes().isEmpty()
                            ? "Gavlin does not write " + allowed + "."
                            : "None of the types allowed (" + allowed + ") can hold transparency.";
            Gauge gauge =
                    Gauge.of("type", fit.type() == null ? null : fit.type().label(), allowed, "", Verdict.FAILS, says);
            add(wrongChoice ? gauge.with(new Remedy("type-any", "Let Gavlin choose")) : gauge);
        } else if (measured == null) {
            add(Gauge.of("type", null, allowed, "", Verdict.UNMEASURED, "The type is chosen when the file is made."));
        } else {
            add(Gauge.of(
                    "type",
                    measured.type.label(),
                    allowed,
                    "",
                    Verdict.FITS,
                    "The file is a " + measured.type.label() + "."));
        }
    }

    private void transparency() {
        boolean seeThrough = fit.backing() == null
                && (picture.transparent() || plan.framing().filled(plan.size()) < FULL);
        String asked = brief.transparency().name().toLowerCase(Locale.ROOT);
        Object value = measured == null ? null : measured.transparentPixels;
        switch (brief.transparency()) {
            case REQUIRED -> {
                // Margins around an opaque picture don't count: it would still stand in a box of its own.
                boolean open = fit.backing() == null && picture.transparent();
                Gauge gauge = Gauge.of(
                        "transparency",
                        value,
                        asked,
                        "px",
                        open ? Verdict.FITS : Verdict.FAILS,
                        open
                                ? "The ground around it is transparent."
                                : "Nothing in it is transparent: it stands in a box of its own colour.");
                if (open) {
                    add(gauge);
                } else if (picture.transparent()) {
                    add(gauge.with(new Remedy("backing-none", "Take the backing away")));
                } else {
                    add(gauge.with(new Remedy("another-picture", "Choose another")));
                }
            }
            case FORBIDDEN ->
                add(
                        seeThrough
                                ? Gauge.of(
                                                "transparency",
                                                value,
                                                asked,
                                                "px",
                                                Verdict.FAILS,
                                                "Parts of it are transparent: choose a colour to lay it on.")
                                        .with(new Remedy("backing-white", "Lay it on white"))
                                : Gauge.of(
                                        "transparency", 0, asked, "px", Verdict.FITS, "Nothing in it is transparent."));
            default ->
                add(Gauge.of(
                        "transparency",
                        value,
                        asked,
                        "px",
                        Verdict.FITS,
                        seeThrough
                                ? "Parts of it are transparent, which is allowed."
                                : "Nothing in it is transparent."));
        }
    }

    private void weight() {
        WeightLimit limit = brief.weight();
        String unit = limit == null ? "kB" : limit.unit().name();
        Object asked = limit == null ? null : limit.limit();
        if (measured == null) {
            add(Gauge.of("weight", null, asked, unit, Verdict.UNMEASURED, "Not measured yet."));
            return;
        }
        double value = limit == null ? measured.bytes / 1000.0 : limit.inUnit(measured.bytes);
        if (limit == null) {
            add(Gauge.of(
                    "weight",
                    round(value, 1),
                    null,
                    unit,
                    Verdict.FITS,
                    format("The file weighs %.1f kB; there is no limit.", value)));
            return;
        }
        boolean keeps = measured.bytes <= limit.maxBytes(1);
        String says = format("The file weighs %.1f of at most %s.", value, limit.label());
        Gauge gauge = Gauge.of(
                        "weight",
                        round(value, 1),
                        asked,
                        unit,
                        keeps ? Verdict.FITS : Verdict.FAILS,
                        keeps
                                ? says
                                : fit.encoding() != null
                                        ? says + " You chose this file."
                                        : says
                                                + " Even its smallest form is too heavy: allow another type, or use a simpler picture.")
                .on(value, limit.limit(), limit.limit() * 1.1);
        if (!keeps && fit.encoding() != null) {
            add(gauge.with(new Remedy("file-any", "Let Gavlin choose the file")));
        } else {
            add(
                    !keeps && fit.type() != null
                            ? gauge.with(new Remedy("type-any", "Let Gavlin choose the type"))
                            : gauge);
        }
    }

    private void damage() {
        if (measured == null) {
            add(Gauge.of("damage", null, LEAST_SSIM, "SSIM", Verdict.UNMEASURED, "Not measured yet."));
            return;
        }
        double ssim = measured.ssim;
        Verdict verdict = ssim >= SOUND_SSIM ? Verdict.FITS : ssim >= LEAST_SSIM ? Verdict.LOOK : Verdict.FAILS;
        String says = switch (verdict) {
            case FITS -> "Compression does not show.";
            case LOOK -> "Compression may show: look at it at actual size.";
            default -> "Compression shows: use a lighter type or a simpler picture, or ask for a higher limit.";
        };
        Gauge gauge = Gauge.of("damage", round(ssim, 3), LEAST_SSIM, "SSIM", verdict, says)
                .on(ssim - 0.8, LEAST_SSIM - 0.8, 0.2);
        add(
                verdict != Verdict.FITS
                                && fit.type() != null
                                && brief.usableTypes().size() > 1
                        ? gauge.with(new Remedy("type-any", "Let Gavlin choose the type"))
                        : gauge);
    }

    private void name() {
        PictureType type =
                measured == null ? plan.types().isEmpty() ? null : plan.types().get(0) : measured.type;
        if (type == null) {
            add(Gauge.of("name", null, null, "", Verdict.UNMEASURED, "There is no file to name yet."));
            return;
        }
        String name = FileName.of(slot, picture.title(), plan.size(), type);
        boolean telling = !Slug.of(picture.title()).isEmpty();
        add(
                telling
                        ? Gauge.of("name", name, null, "", Verdict.FITS, "The name says slot, picture and size.")
                        : Gauge.of(
                                        "name",
                                        name,
                                        null,
                                        "",
                                        Verdict.LOOK,
                                        "The name does not say what is on the picture: give it a title.")
                                .with(new Remedy("picture-words", "Give it a title")));
    }

    private void credit() {
        boolean said = !picture.credit().isBlank();
        Gauge gauge = Gauge.of(
                "credit",
                said ? picture.credit() : null,
                null,
                "",
                said ? Verdict.FITS : Verdict.LOOK,
                said
                        ? "The credit line is on record."
                        : "Nobody is credited: say who made it, or that no credit is due.");
        add(said ? gauge : gauge.with(new Remedy("picture-words", "Add a credit")));
    }

    private void description() {
        boolean said = !picture.description().isBlank();
        Gauge gauge = Gauge.of(
                "description",
                said ? picture.description() : null,
                null,
                "",
                said ? Verdict.FITS : Verdict.LOOK,
                said ? "Those who can't see it are told what it shows." : "Those who can't see it are told nothing.");
        add(said ? gauge : gauge.with(new Remedy("picture-words", "Describe it")));
    }

    private static String labels(List<PictureType> types) {
        return types.stream().map(PictureType::label).collect(Collectors.joining(", "));
    }

    private static double round(double value, int digits) {
        double scale = Math.pow(10, digits);
        return Math.round(value * scale) / scale;
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
