package gavlin.web.fit;

import gavlin.core.damage.Damage;
import gavlin.core.fit.Fit;
import gavlin.core.gauge.Reading;
import gavlin.core.gauge.Remedy;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow;
import gavlin.core.solve.Shares;
import gavlin.core.turn.Turn;
import gavlin.core.weight.Candidate;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/**
 * A fit as the API shows it.
 *
 * @param focal fractions of the prepared picture
 * @param window px of the prepared picture
 * @param placed px of the file
 * @param fit the decision as a document: it can be sent back as it is
 */
public record FitAnswer(
        String slot,
        String section,
        int member,
        int revision,
        boolean accepted,
        String picture,
        FocalPoint<InPrepared> focal,
        double zoom,
        String rule,
        String backing,
        String type,
        String encoding,
        Size size,
        Box<InPrepared> window,
        Box<InSlot> placed,
        Setting setting,
        JsonNode fit,
        List<Share> keep,
        String state,
        List<GaugeAnswer> gauges,
        FileAnswer file) {
    /** What was changed beside the window, in short. @param letGo ids of keep areas */
    public record Setting(Turn turn, Grow growth, Integer height, Position position, List<String> letGo) {
        static Setting of(Fit fit) {
            return new Setting(
                    fit.prepare().get(Turn.TYPE),
                    fit.prepare().get(Grow.TYPE),
                    fit.frame().height(),
                    fit.frame().position(),
                    fit.letGo());
        }
    }

    public record GaugeAnswer(
            String id, Object value, Object limit, String unit, String verdict, String says, List<Remedy> remedies) {}

    /** How much of a keep area a showing shows, 0..1. */
    public record Share(String area, String showing, double share) {}

    /**
     * @param seen what compression did as a multiple of what is just not seen
     * @param damage the numbers of which it is the worst
     * @param candidates every file that the search made, the chosen one among them; measured where it could be chosen
     */
    public record FileAnswer(
            String name,
            String type,
            long bytes,
            Double ssim,
            Double seen,
            Damage damage,
            List<Candidate> candidates) {}

    public static FitAnswer of(OpenSite site, FitState state) {
        Fit fit = state.fit();
        List<Reading> gauges = state.gauges();
        return new FitAnswer(
                state.slot().id(),
                state.section(),
                state.place().member(),
                state.revision(),
                state.accepted(),
                state.picture().id(),
                fit.frame().focal(),
                fit.frame().zoom(),
                fit.rule().word(),
                fit.backing() == null ? null : String.format(Locale.ROOT, "#%06X", fit.backing()),
                fit.type() == null ? null : fit.type().word(),
                fit.encoding() == null ? null : fit.encoding().code(),
                state.plan().size(),
                state.plan().framing().window(),
                state.plan().framing().placed(),
                Setting.of(fit),
                state.document().json(),
                state.shares() == null ? List.of() : shares(state.shares()),
                FitState.wordFor(state.verdict()),
                gauges.stream()
                        .map(g -> new GaugeAnswer(
                                g.id(),
                                g.value(),
                                g.limit(),
                                g.unit(),
                                g.verdict().word(),
                                g.says(),
                                g.remedies()))
                        .toList(),
                file(site, state));
    }

    static List<Share> shares(Shares shares) {
        List<Share> all = new ArrayList<>();
        for (int k = 0; k < shares.areas().size(); k++) {
            for (int s = 0; s < shares.showings().size(); s++) {
                all.add(new Share(
                        shares.areas().get(k).name(), shares.showings().get(s).id(), shares.share()[k][s]));
            }
        }
        return all;
    }

    private static FileAnswer file(OpenSite site, FitState state) {
        StoredRendition rendition = state.rendition();
        Damage damage = rendition == null ? null : rendition.measured().damage();
        return rendition == null
                ? null
                : new FileAnswer(
                        FileNames.of(site, state, rendition, 1),
                        rendition.type().word(),
                        rendition.bytes(),
                        damage == null ? null : damage.ssim(),
                        damage == null ? null : damage.seen(),
                        damage,
                        rendition.tried());
    }
}
