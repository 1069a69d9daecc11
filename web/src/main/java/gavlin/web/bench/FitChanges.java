package gavlin.web.bench;

import gavlin.core.fit.Fit;
import gavlin.core.fit.Setting;
import gavlin.core.geometry.Box;
import gavlin.web.fit.FitState;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/** Says in a few words what one decision changed of another. */
final class FitChanges {
    private FitChanges() {}

    /** @param before null for the first */
    static String between(FitState before, FitState after) {
        if (before == null) {
            return after.picture().label() + " put in";
        }
        List<String> changes = new ArrayList<>();
        Fit a = before.fit();
        Fit b = after.fit();
        if (!before.picture().id().equals(after.picture().id())) {
            changes.add("another picture: " + after.picture().label());
        }
        settings(a.setting(), b.setting(), changes);
        Box from = before.plan().framing().window();
        Box to = after.plan().framing().window();
        if (changes.isEmpty() && !from.equals(to)) {
            changes.add(
                    Math.abs(from.width() - to.width()) < 0.5
                            ? format("window moved by %.0f, %.0f px", to.x() - from.x(), to.y() - from.y())
                            : format("window %.0f px wide, was %.0f", to.width(), from.width()));
        }
        if (a.rule() != b.rule()) {
            changes.add("rule " + b.rule().word());
        }
        if (!Objects.equals(a.backing(), b.backing())) {
            changes.add(b.backing() == null ? "backing taken away" : format("backing #%06X", b.backing()));
        }
        if (!Objects.equals(a.wantedType(), b.wantedType()) || !Objects.equals(a.encoding(), b.encoding())) {
            changes.add(
                    b.wantedType() == null
                            ? "file left to Gavlin"
                            : "file " + b.wantedType().label());
        }
        return changes.isEmpty() ? "the same" : String.join("; ", changes);
    }

    private static void settings(Setting a, Setting b, List<String> changes) {
        if (a.turn().flipped() != b.turn().flipped()) {
            changes.add(b.turn().flipped() ? "flipped" : "flipped back");
        }
        if (a.turn().degrees() != b.turn().degrees()) {
            changes.add(format("turned by %.2f°", b.turn().degrees()));
        }
        if (!a.growth().equals(b.growth())) {
            changes.add(b.growth().changesNothing() ? "not grown any more" : "edges grown");
        }
        if (!Objects.equals(a.height(), b.height())) {
            changes.add(b.height() == null ? "the slot's own height" : "height " + b.height() + " px");
        }
        if (!Objects.equals(a.position(), b.position())) {
            changes.add("object-position changed");
        }
        if (!a.letGo().equals(b.letGo())) {
            changes.add(
                    b.letGo().isEmpty() ? "everything must be seen again" : String.join(", ", b.letGo()) + " let go");
        }
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
