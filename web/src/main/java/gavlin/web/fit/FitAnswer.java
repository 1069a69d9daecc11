package gavlin.web.fit;

import gavlin.core.fit.FileName;
import gavlin.core.fit.Fit;
import gavlin.core.fit.Gauge;
import gavlin.core.fit.Setting;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.solve.Shares;
import gavlin.core.weight.Candidate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** A fit as the API shows it. Boxes are in px of the space that their member's name says. */
public record FitAnswer(
        String slot,
        String section,
        int member,
        int revision,
        boolean accepted,
        String picture,
        FocalPoint focal,
        double zoom,
        String rule,
        String backing,
        String type,
        String encoding,
        Size size,
        Box window,
        Box placed,
        Setting setting,
        List<Share> keep,
        String state,
        List<GaugeAnswer> gauges,
        FileAnswer file) {
    public record GaugeAnswer(
            String id,
            Object value,
            Object limit,
            String unit,
            String verdict,
            String says,
            List<Gauge.Remedy> remedies) {}

    /** How much of a keep area a showing shows, 0..1. */
    public record Share(String area, String showing, double share) {}

    /** @param candidates every file that the search made, the chosen one among them */
    public record FileAnswer(String name, String type, long bytes, double ssim, List<Candidate> candidates) {}

    public static FitAnswer of(FitState state) {
        Fit fit = state.fit();
        List<Gauge> gauges = state.gauges();
        return new FitAnswer(
                state.slot().id(),
                state.section(),
                state.place().member(),
                state.revision(),
                state.accepted(),
                state.picture().id(),
                fit.focal(),
                fit.zoom(),
                fit.rule().word(),
                fit.backing() == null ? null : String.format(Locale.ROOT, "#%06X", fit.backing()),
                fit.type() == null ? null : fit.type().word(),
                fit.encoding() == null ? null : fit.encoding().code(),
                state.plan().size(),
                state.plan().framing().window(),
                state.plan().framing().placed(),
                fit.setting(),
                state.shares() == null ? List.of() : shares(state.shares()),
                state.verdict().word(),
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
                file(state));
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

    private static FileAnswer file(FitState state) {
        StoredRendition rendition = state.rendition();
        return rendition == null
                ? null
                : new FileAnswer(
                        FileName.of(state.slot(), state.picture().words().title(), rendition.size(), rendition.type()),
                        rendition.type().word(),
                        rendition.bytes(),
                        rendition.measured().ssim(),
                        rendition.tried());
    }
}
