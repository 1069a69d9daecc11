package gavlin.core.brief;

import java.util.List;
import java.util.Optional;

/** A theme's slots and page plans. Ids are unique, and everything that is named exists: the reader saw to it. */
public record SlotSheet(
        String themeName, String themeVersion, List<Section> sections, List<Slot> slots, List<PagePlan> pages) {
    /** A part of the site that may have pictures of its own. */
    public record Section(String id, String name) {}

    public Optional<Slot> slot(String id) {
        return slots.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    public Optional<Section> section(String id) {
        return sections.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** A slot's number on plans and lists, from 1. */
    public int numberOf(Slot slot) {
        return slots.indexOf(slot) + 1;
    }
}
