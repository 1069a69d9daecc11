package gavlin.web.bench;

import gavlin.core.colour.Colour;
import gavlin.core.fit.Fit;
import gavlin.core.gauge.Gauges;
import gavlin.core.gauge.Verdict;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.ink.Ink;
import gavlin.core.mark.EdgeContrast;
import gavlin.core.mark.Inking;
import gavlin.core.operation.Prepared;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Proposals;
import gavlin.web.fit.Thumbnail;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** In which inks a mark could stand in a slot, and how well each is told from the grounds that it has there. */
@Component
class MarkVersions {
    /** An edge is judged on so many px a side: its colours count, not its length. */
    private static final int LOOKED_AT = 400;

    private static final Map<String, Colour> INKS = Map.of("light", Inking.LIGHT, "dark", Inking.DARK);

    private final WorkingPictures working;
    private final Proposals proposals;

    MarkVersions(WorkingPictures working, Proposals proposals) {
        this.working = working;
        this.proposals = proposals;
    }

    /**
     * @param name empty for as it is, {@code light} or {@code dark}
     * @param ratio the contrast to the worst of its grounds, 1..21
     */
    record Version(String name, double ratio, FitState state) {
        String says() {
            return String.format(Locale.ROOT, "%s, %.1f : 1", name.isEmpty() ? "as it is" : name, ratio);
        }

        /** Of the mark on its ground, before there is a file. */
        Verdict verdict() {
            return Verdict.worst(List.of(state.verdict(), Gauges.onGround(ratio)));
        }

        String wrong() {
            return Gauges.onGround(ratio) == Verdict.FITS
                    ? FitState.worstOf(state.gauges())
                    : "It can hardly be told from its ground there; 3 : 1 is asked.";
        }

        Thumbnail seen(OpenSite site) {
            return Thumbnail.of(site, state);
        }
    }

    /**
     * None for what is no mark, or has a ground of its own.
     *
     * @param edges of prepared marks that were looked at for the same page, by what they were made of
     */
    List<Version> of(OpenSite site, FitState state, Map<String, EdgeContrast> edges) {
        List<Integer> grounds = state.shown().grounds();
        Prepared prepared = state.prepared();
        boolean clear = prepared.transparent(state.picture().transparent());
        if (!state.slot().isMark() || !clear || state.fit().backing() != null || grounds.isEmpty()) {
            return List.of();
        }
        EdgeContrast edge = edges.computeIfAbsent(
                state.picture().sha256() + prepared.steps().fingerprint(), key -> edge(state));
        double asItIs = grounds.stream().mapToDouble(edge::reachedOn).min().orElseThrow();
        List<Version> versions = new ArrayList<>(List.of(new Version("", asItIs, state)));
        INKS.entrySet().stream()
                .sorted(Map.Entry.comparingByKey(Comparator.reverseOrder()))
                .forEach(ink -> {
                    Fit inked = state.fit().with(Ink.of(ink.getValue()));
                    versions.add(new Version(
                            ink.getKey(),
                            Inking.worst(ink.getValue(), grounds),
                            proposals.look(site, state.place(), state.picture(), inked)));
                });
        return versions;
    }

    private EdgeContrast edge(FitState state) {
        Size size = state.prepared().size();
        Size small = size.withinSide(LOOKED_AT);
        return EdgeContrast.of(state.prepared()
                .of(working.of(state.picture(), state.fit().prepare()))
                .render(new Framing<>(size.box(), small.box()), small));
    }

    /** As it is where that can be told from its grounds, else the ink that is told best. */
    static Version suiting(List<Version> versions) {
        Version asItIs = versions.get(0);
        return Gauges.onGround(asItIs.ratio) == Verdict.FITS
                ? asItIs
                : versions.stream()
                        .max(Comparator.comparingDouble(Version::ratio))
                        .orElse(asItIs);
    }

    /** @param name as a page asks for it; anything else changes nothing */
    Fit in(String name, FitState state) {
        Colour colour = INKS.get(name);
        boolean clear = state.prepared().transparent(state.picture().transparent());
        return colour == null || !clear ? state.fit() : state.fit().with(Ink.of(colour));
    }
}
