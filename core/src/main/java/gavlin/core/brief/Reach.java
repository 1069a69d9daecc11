package gavlin.core.brief;

import gavlin.core.brief.SlotSheet.Section;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What a change of a slot's site-wide picture alters, and what it does not.
 *
 * @param pages the page plans on which it is seen
 * @param slots empty slots that show it too, because it stands in for them
 * @param altered sections that show the site's picture
 * @param unaltered sections with a picture of their own
 */
public record Reach(List<PagePlan> pages, List<Slot> slots, List<Section> altered, List<Section> unaltered) {
    /**
     * @param chosen the option that holds, by variant
     * @param filled whether a slot has a rendition of its own
     * @param own ids of the sections whose own picture counts here; none while overriding is switched off
     */
    public static Reach of(
            SlotSheet sheet, Map<String, String> chosen, Slot slot, Predicate<Slot> filled, Set<String> own) {
        Predicate<Slot> filledThen = s -> s.equals(slot) || filled.test(s);
        List<Slot> standIns = sheet.slots().stream()
                .filter(s -> !s.equals(slot) && s.exists().given(chosen))
                .filter(s -> sheet.seenIn(s, filledThen).filter(slot::equals).isPresent())
                .toList();
        List<Slot> all = new ArrayList<>(standIns);
        all.add(slot);
        return new Reach(
                sheet.pages().stream().filter(page -> page.shows(all, chosen)).toList(),
                standIns,
                sheet.sections().stream().filter(s -> !own.contains(s.id())).toList(),
                sheet.sections().stream().filter(s -> own.contains(s.id())).toList());
    }
}
