package gavlin.core.brief;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** A theme's slots and page plans. Ids are unique, and everything that is named exists: the reader saw to it. */
public record SlotSheet(
        String themeName,
        String themeVersion,
        List<Variant> variants,
        List<Section> sections,
        List<Setting> settings,
        List<Slot> slots,
        List<PagePlan> pages) {
    /** A part of the site that may have pictures of its own. */
    public record Section(String id, String name) {}

    /** What the theme calls the setting of one of its colours. @param colour what it is for, such as {@code button-text} */
    public record Setting(String colour, String name) {}

    /** The names of the settings of one colour, in the sheet's order; none where the sheet says nothing. */
    public List<String> settingsOf(String colour) {
        return settings.stream()
                .filter(setting -> setting.colour().equals(colour))
                .map(Setting::name)
                .toList();
    }

    public Optional<Slot> slot(String id) {
        return slots.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** The colours that the theme has: of what stands behind its slots, and of its words; 0xRRGGBB, each once. */
    public List<Integer> colours() {
        return slots.stream()
                .flatMap(slot -> slot.showings().stream())
                .flatMap(showing -> Stream.concat(
                        showing.grounds().stream(),
                        showing.obstructions().stream()
                                .filter(Obstruction::words)
                                .map(Obstruction::ink)))
                .distinct()
                .toList();
    }

    public Optional<Section> section(String id) {
        return sections.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    public Optional<Variant> variant(String id) {
        return variants.stream().filter(v -> v.id().equals(id)).findFirst();
    }

    /** A slot's number on plans and lists, from 1. */
    public int numberOf(Slot slot) {
        int at = 0;
        while (!slots.get(at).id().equals(slot.id())) { // by id: comparing whole slots would compare all their showings
            at++;
        }
        return at + 1;
    }

    /** The option that holds for every variant: what was chosen where that still exists, the usual one otherwise. */
    public Map<String, String> settled(Map<String, String> chosen) {
        Map<String, String> settled = new LinkedHashMap<>();
        for (Variant variant : variants) {
            String wanted = chosen.get(variant.id());
            boolean known = variant.options().stream().anyMatch(o -> o.id().equals(wanted));
            settled.put(variant.id(), known ? wanted : variant.usual());
        }
        return settled;
    }

    /**
     * The slot whose rendition is really seen in a slot: its own while it has one, otherwise that of the first filled slot
     * along those that stand in; empty when none has any.
     */
    public Optional<Slot> seenIn(Slot slot, Predicate<Slot> filled) {
        Slot at = slot;
        while (at != null && !filled.test(at)) {
            at = at.standsInFor() == null ? null : slot(at.standsInFor()).orElse(null);
        }
        return Optional.ofNullable(at);
    }
}
