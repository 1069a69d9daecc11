package gavlin.web.plan;

import gavlin.core.receipt.Comparison.Outcome;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.dispatch.Dispatches;
import gavlin.web.fit.FitState;
import gavlin.web.proof.Proofs;
import gavlin.web.site.OpenSite;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How far each slot's pictures came on their way to those who visit the site. */
@Component
class Stages {
    private final Dispatches dispatches;
    private final Proofs proofs;

    Stages(Dispatches dispatches, Proofs proofs) {
        this.dispatches = dispatches;
        this.proofs = proofs;
    }

    /** In their order: what came further went through what stands before it, or might have. */
    public enum Stage {
        ACCEPTED("accepted"),
        PROVEN("proven"),
        PACKED("packed"),
        SENT("sent"),
        ALTERED("altered by the site"),
        SEEN("seen by visitors");

        private final String word;

        Stage(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** By slot; a slot of which something isn't accepted has none. Of several pictures the one counts that is least far. */
    Map<String, Stage> of(OpenSite site, List<Entry> entries) {
        Map<String, String> proven = proofs.of(site);
        Map<String, String> packed = dispatches.packed(site);
        Map<String, Dispatches.Arrival> arrived = dispatches.arrivals(site);
        Map<String, Stage> stages = new LinkedHashMap<>();
        for (Entry entry : entries) {
            if (entry.exists()
                    && !entry.pictures().isEmpty()
                    && entry.pictures().stream().allMatch(fit -> fit.accepted() && !fit.isWorseThanAccepted())) {
                stages.put(
                        entry.slot().id(),
                        entry.pictures().stream()
                                .map(fit -> stage(fit, proven, packed, arrived))
                                .min(Comparator.naturalOrder())
                                .orElseThrow());
            }
        }
        return stages;
    }

    private static Stage stage(
            FitState fit,
            Map<String, String> proven,
            Map<String, String> packed,
            Map<String, Dispatches.Arrival> arrived) {
        if (fit.rendition() == null) {
            return Stage.ACCEPTED;
        }
        String place = Dispatches.place(fit);
        String now = fit.rendition().sha256();
        Dispatches.Arrival there = arrived.get(place);
        if (there != null && there.sha256().equals(now)) {
            return there.outcome() == null || !there.seen()
                    ? Stage.SENT
                    : there.outcome() == Outcome.SAME || there.outcome() == Outcome.REWRITTEN
                            ? Stage.SEEN
                            : Stage.ALTERED;
        }
        if (now.equals(packed.get(place))) {
            return Stage.PACKED;
        }
        return Objects.equals(proven.get(place), now) ? Stage.PROVEN : Stage.ACCEPTED;
    }

    /** "3 accepted, 5 proven, 6 seen by visitors"; empty where nothing is. */
    static String sentence(Map<String, Stage> stages) {
        return Arrays.stream(Stage.values())
                .map(stage -> new Counted(
                        stage, stages.values().stream().filter(stage::equals).count()))
                .filter(counted -> counted.count > 0)
                .map(counted -> counted.count + " " + counted.stage.word)
                .collect(Collectors.joining(", "));
    }

    private record Counted(Stage stage, long count) {}
}
