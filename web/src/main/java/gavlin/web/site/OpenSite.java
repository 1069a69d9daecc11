package gavlin.web.site;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.fit.NamePattern;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import java.util.Map;
import java.util.Set;

/**
 * A site in the hands of somebody who may see it: the way to everything that belongs to the site, so that nothing is
 * reached without asking who asks.
 *
 * @param sheetId which of the site's slot sheets is in use
 * @param chosen the option that holds, by variant
 * @param overridingOff slots for which no section's own picture counts for now
 * @param names what its files are called
 * @param warden whether all of the site is theirs to change
 * @param kept the sections that are theirs to change otherwise
 */
public record OpenSite(
        String id,
        String name,
        SlotSheet sheet,
        long sheetId,
        int sheetRevision,
        Map<String, String> chosen,
        Set<String> overridingOff,
        NamePattern names,
        Viewer viewer,
        boolean warden,
        Set<String> kept) {
    /** The section that stands for the site itself. */
    public static final String WHOLE_SITE = "";

    /** @throws NotFound when the sheet has no such slot */
    public Slot slot(String slot) {
        return sheet.slot(slot).orElseThrow(() -> new NotFound("slot", slot));
    }

    /** @throws NotFound when the section does not exist, {@link Forbidden} when this slot has none */
    public String section(Slot slot, String section) {
        if (section == null || section.equals(WHOLE_SITE)) {
            return WHOLE_SITE;
        }
        sheet.section(section).orElseThrow(() -> new NotFound("section", section));
        if (!slot.sectionsMayOverride()) {
            throw new Forbidden("the slot " + slot.id() + " is the same in every section");
        }
        return section;
    }

    /** Whether the slot exists with what the site has chosen. */
    public boolean has(Slot slot) {
        return slot.exists().given(chosen);
    }

    /** A slot with the showings that exist now only. */
    public Slot present(Slot slot) {
        return slot.with(slot.showings().stream()
                .filter(showing -> showing.exists().given(chosen))
                .toList());
    }

    /** Whether sections' own pictures count in a slot now. */
    public boolean overrides(Slot slot) {
        return slot.sectionsMayOverride() && !overridingOff.contains(slot.id());
    }

    public boolean mayChange(String section) {
        return warden || kept.contains(section);
    }

    /** Whether they may change a slot's picture, for the whole site or for a section. */
    public boolean mayChange(Slot slot, String section) {
        return mayChange(section) && (section.equals(WHOLE_SITE) || overrides(slot));
    }

    /** @throws Forbidden unless this slot is theirs to change there */
    public void requireChange(Slot slot, String section) {
        requireChange(section);
        if (!mayChange(slot, section)) {
            throw new Forbidden("overriding is switched off for " + slot.name()
                    + ": every section shows the site's picture, and its own is kept for later");
        }
    }

    /** @throws Forbidden unless this is theirs to change */
    public void requireChange(String section) {
        if (!mayChange(section)) {
            throw new Forbidden(
                    section.equals(WHOLE_SITE)
                            ? "only a warden of " + name + " changes the site's own pictures"
                            : "the section " + section + " is looked after by somebody else");
        }
    }

    /** @throws Forbidden unless they may change anything at all here */
    public void requireSomeChange() {
        if (!warden && kept.isEmpty()) {
            throw new Forbidden("you may look at " + name + ", not change it");
        }
    }

    /** As which section they see the site when they name none: a keeper's first, nobody's otherwise. */
    public String usualSection() {
        return warden ? WHOLE_SITE : kept.stream().sorted().findFirst().orElse(WHOLE_SITE);
    }

    /** This site, were these options chosen: to look at it before switching. */
    public OpenSite with(Map<String, String> options) {
        return new OpenSite(
                id,
                name,
                sheet,
                sheetId,
                sheetRevision,
                sheet.settled(options),
                overridingOff,
                names,
                viewer,
                warden,
                kept);
    }

    /** The section that they work on when they name none: a keeper's own, where the slot allows it. */
    public String usualSection(Slot slot) {
        return overrides(slot) ? usualSection() : WHOLE_SITE;
    }
}
