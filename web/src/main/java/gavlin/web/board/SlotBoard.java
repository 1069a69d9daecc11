package gavlin.web.board;

import gavlin.core.brief.SizeDispute;
import gavlin.core.brief.Slot;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.fit.StandIns;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Every slot of a site with its state, as the person who asks sees it: the ground of Plan, rail and "next slot". */
@Component
public class SlotBoard {
    private final Fits fits;
    private final StandIns standIns;

    SlotBoard(Fits fits, StandIns standIns) {
        this.fits = fits;
        this.standIns = standIns;
    }

    /**
     * What an empty slot shows instead.
     *
     * @param against what speaks against it here, empty when it suits
     */
    public record StandIn(FitState fit, List<String> against) {}

    /**
     * One slot.
     *
     * @param section as whose it is looked at
     * @param pictures in their order; one at most unless the slot takes several
     * @param standIn null while the slot has a picture, or nothing stands in
     * @param dispute about its size, null when there is none or it is settled
     */
    public record Entry(
            OpenSite site, Slot slot, String section, List<FitState> pictures, StandIn standIn, SizeDispute dispute) {
        public String number() {
            return String.format("%02d", site.sheet().numberOf(slot));
        }

        /** The first picture's fit; null while the slot is empty. */
        public FitState fit() {
            return pictures.isEmpty() ? null : pictures.get(0);
        }

        /** One of its pictures, by place in their order; null where there is none. */
        public FitState fit(int member) {
            return member < pictures.size() ? pictures.get(member) : null;
        }

        /** Whether the slot exists with what the site has chosen. */
        public boolean exists() {
            return site.has(slot);
        }

        /** Empty, fits, look, fails; idle for what has pictures but doesn't exist now, absent for what has none either. */
        public String state() {
            if (!exists()) {
                return pictures.isEmpty() ? "absent" : "idle";
            }
            return FitState.wordFor(pictures);
        }

        public boolean needsAttention() {
            return exists()
                    && (pictures.isEmpty()
                            ? slot.standsInFor() == null
                            : pictures.stream().anyMatch(FitState::needsAttention));
        }

        /** Whether a person should decide something about it, though its own picture is in order. */
        public boolean asksSomething() {
            return exists() && (dispute != null || standIn != null && !standIn.against.isEmpty());
        }

        /** The bench of the first of its pictures that needs attention, or of the first. */
        public String benchHref() {
            return benchHref(pictures.stream()
                    .filter(FitState::needsAttention)
                    .findFirst()
                    .orElse(fit()));
        }

        /** The bench of one of its pictures; of the first place for null. */
        public String benchHref(FitState picture) {
            int member = picture == null ? 0 : picture.place().member();
            return base() + "/bench" + new Place(slot, own(), member).query();
        }

        public String briefHref() {
            return base();
        }

        private String base() {
            return "/sites/" + site.id() + "/slots/" + slot.id();
        }

        /** The section whose picture one would change here. */
        private String own() {
            return !section.isEmpty() && site.overrides(slot) ? section : site.usualSection(slot);
        }
    }

    /** As the person usually sees the site: a keeper's own section, or the site itself. */
    public List<Entry> entries(OpenSite site) {
        return entries(site, site.usualSection());
    }

    /** In the sheet's order. A section's own pictures where it has some and they count, the site's otherwise. */
    public List<Entry> entries(OpenSite site, String section) {
        Map<String, List<FitState>> pictures = new HashMap<>(fits.findAll(site, OpenSite.WHOLE_SITE));
        if (!section.isEmpty()) {
            fits.findAll(site, section).forEach((slot, own) -> {
                if (site.overrides(site.slot(slot))) {
                    pictures.put(slot, own);
                }
            });
        }
        List<Entry> entries = new ArrayList<>();
        for (Slot slot : site.sheet().slots()) {
            entries.add(new Entry(
                    site,
                    slot,
                    section,
                    pictures.getOrDefault(slot.id(), List.of()),
                    standIn(site, slot, pictures),
                    SizeDispute.of(slot).filter(d -> !d.settled()).orElse(null)));
        }
        return entries;
    }

    private StandIn standIn(OpenSite site, Slot slot, Map<String, List<FitState>> pictures) {
        if (slot.standsInFor() == null || pictures.containsKey(slot.id())) {
            return null;
        }
        return site.sheet()
                .seenIn(slot, s -> site.has(s) && pictures.containsKey(s.id()))
                .map(s -> pictures.get(s.id()).get(0))
                .map(seen -> new StandIn(seen, standIns.against(slot, seen)))
                .orElse(null);
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
