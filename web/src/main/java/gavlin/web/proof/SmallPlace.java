package gavlin.web.proof;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.web.board.PlacedSlot;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FitState;
import java.util.List;
import java.util.Map;

/**
 * A portrait or an icon, which is seen in more and smaller places than a theme tells of.
 *
 * @param sizes px at which it is seen; common practice, no source
 * @param round whether it is cut to a circle
 */
public record SmallPlace(String name, String bench, String file, List<Integer> sizes, boolean round, boolean icon) {
    private static final Map<Slot.Kind, List<Integer>> SIZES =
            Map.of(Slot.Kind.AVATAR, List.of(150, 64, 32), Slot.Kind.ICON, List.of(16, 32));

    static List<SmallPlace> of(List<Entry> entries) {
        return entries.stream()
                .filter(entry ->
                        entry.exists() && SIZES.containsKey(entry.slot().kind()))
                .flatMap(entry -> entry.pictures().stream()
                        .filter(fit -> !fit.plan().types().isEmpty())
                        .map(fit -> of(entry, fit)))
                .toList();
    }

    private static SmallPlace of(Entry entry, FitState fit) {
        Slot slot = entry.slot();
        return new SmallPlace(
                slot.name(),
                entry.benchHref(fit),
                PlacedSlot.file(entry.site().id(), fit),
                SIZES.get(slot.kind()),
                slot.brief().shape() == Brief.Shape.CIRCLE,
                slot.kind() == Slot.Kind.ICON);
    }
}
