package gavlin.web.bench;

import gavlin.core.fit.Fit;
import gavlin.core.fit.Frame;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.solve.KeepArea;
import gavlin.web.fit.FitState;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;

/** Says in a few words what one decision changed of another. Each operation says its own. */
final class FitChanges {
    private FitChanges() {}

    /**
     * @param before null for the first
     * @param known all areas that the picture has or had, to name those that were let go
     */
    static String between(FitState before, FitState after, List<KeepArea> known) {
        if (before == null) {
            return after.picture().label() + " put in";
        }
        List<String> changes = new ArrayList<>();
        Fit a = before.fit();
        Fit b = after.fit();
        if (!before.picture().id().equals(after.picture().id())) {
            changes.add("another picture: " + after.picture().label());
        }
        changes.addAll(b.prepare().changesFrom(a.prepare()));
        frame(a.frame(), b.frame(), changes);
        letGo(a, b, known, changes);
        Box<InPrepared> from = before.plan().framing().window();
        Box<InPrepared> to = after.plan().framing().window();
        if (changes.isEmpty() && !from.equals(to)) {
            changes.add(
                    Math.abs(from.width() - to.width()) < 0.5
                            ? format("window moved by %.0f, %.0f px", to.x() - from.x(), to.y() - from.y())
                            : format("window %.0f px wide, was %.0f", to.width(), from.width()));
        }
        if (a.rule() != b.rule()) {
            changes.add("rule " + b.rule().word());
        }
        changes.addAll(b.finish().changesFrom(a.finish()));
        if (!Objects.equals(a.wantedType(), b.wantedType()) || !Objects.equals(a.encoding(), b.encoding())) {
            changes.add(
                    b.wantedType() == null
                            ? "file left to Gavlin"
                            : "file " + b.wantedType().label());
        }
        return changes.isEmpty() ? "the same" : String.join("; ", changes);
    }

    private static void frame(Frame a, Frame b, List<String> changes) {
        if (!Objects.equals(a.height(), b.height())) {
            changes.add(b.height() == null ? "the slot's own height" : "height " + b.height() + " px");
        }
        if (!Objects.equals(a.position(), b.position())) {
            changes.add("object-position changed");
        }
    }

    private static void letGo(Fit a, Fit b, List<KeepArea> known, List<String> changes) {
        if (!a.letGo().equals(b.letGo())) {
            String names = known.stream()
                    .filter(area -> b.letGo().contains(area.id()))
                    .map(KeepArea::name)
                    .collect(Collectors.joining(", "));
            changes.add(
                    b.letGo().isEmpty()
                            ? "everything must be seen again"
                            : (names.isEmpty() ? "an area that is gone" : names) + " let go");
        }
    }

    private static String format(String pattern, Object... values) {
        return String.format(Locale.ROOT, pattern, values);
    }
}
