package gavlin.core.solve;

import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Space.InPicture;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What somebody changed of a picture's keep areas: never the whole list, so that two who mark one picture at once both keep what they did,
 * and neither brings back what the other took away.
 *
 * @param point the focal point, or null where it stays
 * @param put areas as they are to be; one whose id the picture does not have any more was taken away by somebody else and stays so
 * @param back areas that were taken away and come back under their own id
 * @param removed ids
 */
public record KeepAreaDelta(FocalPoint<InPicture> point, List<KeepArea> put, List<KeepArea> back, Set<String> removed) {
    public static final KeepAreaDelta NONE = new KeepAreaDelta(null, List.of(), List.of(), Set.of());

    /** Whether an id is only the sender's own name for something that is not stored yet. */
    public static boolean isNew(String id) {
        return !id.matches("k[1-9][0-9]{0,8}");
    }

    /** @throws gavlin.core.BadInput when there are too many then */
    public List<KeepArea> appliedTo(List<KeepArea> present) {
        List<KeepArea> areas = new ArrayList<>(present);
        areas.removeIf(area -> removed.contains(area.id()));
        for (KeepArea area : back) {
            if (areas.stream().noneMatch(a -> a.id().equals(area.id()))) {
                areas.add(area);
            }
        }
        for (KeepArea area : put) {
            int at = indexOf(areas, area.id());
            if (at >= 0) {
                areas.set(at, area);
            } else if (isNew(area.id())) {
                areas.add(area);
            }
        }
        return KeepArea.checked(withNamesOfTheirOwn(areas));
    }

    private static int indexOf(List<KeepArea> areas, String id) {
        for (int i = 0; i < areas.size(); i++) {
            if (areas.get(i).id().equals(id) && !id.isEmpty()) {
                return i;
            }
        }
        return -1;
    }

    /** Two people may have called two areas the same: the later one gets a number. */
    private static List<KeepArea> withNamesOfTheirOwn(List<KeepArea> areas) {
        Set<String> names = new HashSet<>();
        List<KeepArea> named = new ArrayList<>();
        for (KeepArea area : areas) {
            String name = area.name();
            for (int n = 2; !names.add(name); n++) {
                String number = " " + n;
                name = area.name().substring(0, Math.min(area.name().length(), 60 - number.length())) + number;
            }
            named.add(name.equals(area.name()) ? area : area.named(name));
        }
        return named;
    }
}
