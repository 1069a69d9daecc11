package gavlin.web.site;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import java.util.Set;

/**
 * A site in the hands of somebody who may see it: the way to everything that belongs to the site, so that nothing is
 * reached without asking who asks.
 *
 * @param warden whether all of the site is theirs to change
 * @param kept the sections that are theirs to change otherwise
 */
public record OpenSite(
        String id, String name, SlotSheet sheet, int sheetRevision, Viewer viewer, boolean warden, Set<String> kept) {
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

    public boolean mayChange(String section) {
        return warden || kept.contains(section);
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

    /** The section that they work on when they name none: a keeper's own, where the slot allows it. */
    public String usualSection(Slot slot) {
        return !warden && slot.sectionsMayOverride()
                ? kept.stream().sorted().findFirst().orElse(WHOLE_SITE)
                : WHOLE_SITE;
    }
}
