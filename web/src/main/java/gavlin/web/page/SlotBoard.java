package gavlin.web.page;

import gavlin.core.brief.Slot;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.site.OpenSite;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Every slot of a site with its state, as the person who asks sees it: the ground of Plan, rail and "next slot". */
@Component
public class SlotBoard {
    private final Fits fits;

    SlotBoard(Fits fits) {
        this.fits = fits;
    }

    /**
     * One slot.
     *
     * @param fit null while the slot is empty
     */
    public record Entry(OpenSite site, Slot slot, FitState fit) {
        public String number() {
            return String.format("%02d", site.sheet().numberOf(slot));
        }

        public String state() {
            return fit == null ? "empty" : fit.verdict().word();
        }

        public boolean needsAttention() {
            return fit == null ? slot.standsInFor() == null : fit.needsAttention();
        }

        public String benchHref() {
            String section = site.usualSection(slot);
            return "/sites/" + site.id() + "/slots/" + slot.id() + "/bench"
                    + (section.isEmpty() ? "" : "?section=" + section);
        }
    }

    /** In the sheet's order. A keeper sees the own section's fits where there are any, the site's otherwise. */
    public List<Entry> entries(OpenSite site) {
        Map<String, FitState> states = new HashMap<>(fits.findAll(site, OpenSite.WHOLE_SITE));
        if (!site.warden()) {
            site.kept().stream().sorted().limit(1).forEach(section -> states.putAll(fits.findAll(site, section)));
        }
        return site.sheet().slots().stream()
                .map(slot -> new Entry(site, slot, states.get(slot.id())))
                .toList();
    }

    /** The next entry after a slot, round the corner, that needs attention and that they may change. */
    public static Optional<Entry> next(List<Entry> entries, String slot, int step) {
        int at = 0;
        while (at < entries.size() && !entries.get(at).slot().id().equals(slot)) {
            at++;
        }
        for (int i = 1; i < entries.size(); i++) {
            Entry entry = entries.get(Math.floorMod(at + i * step, entries.size()));
            if (entry.needsAttention()) {
                return Optional.of(entry);
            }
        }
        return Optional.empty();
    }
}
