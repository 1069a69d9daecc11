package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.web.site.OpenSite;

/**
 * What a fit is for: a slot, for the whole site or one section, and in a slot of several pictures one of them.
 *
 * @param section {@link OpenSite#WHOLE_SITE} or a section's id
 * @param member 0 for the first or only picture; the others have numbers in the order in which they were added
 */
public record Place(Slot slot, String section, int member) {
    /** Numbers are not used again, so there are more of them than pictures in any slot. */
    public static final int MAX_MEMBERS = 10_000;

    public static Place of(Slot slot) {
        return new Place(slot, OpenSite.WHOLE_SITE, 0);
    }

    public static Place of(Slot slot, String section) {
        return new Place(slot, section, 0);
    }

    /** In one word, for tables and addresses: {@code north/masthead/0}, {@code /masthead/0} for the whole site. */
    public String key() {
        return key(section, slot.id(), member);
    }

    public static String key(String section, String slot, int member) {
        return section + "/" + slot + "/" + member;
    }

    /** As the query of an address: {@code ?section=north&member=2}, or nothing for a plain slot. */
    public String query() {
        String query = (section.isEmpty() ? "" : "&section=" + section) + (member == 0 ? "" : "&member=" + member);
        return query.isEmpty() ? "" : "?" + query.substring(1);
    }
}
