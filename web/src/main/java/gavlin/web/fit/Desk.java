package gavlin.web.fit;

import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.web.site.OpenSite;

/** One way in, for pages and the API: the slot of a site, in the hands of somebody, for the site or one section. */
public record Desk(OpenSite site, Place place) {
    /** @param section empty or null for the whole site */
    public static Desk of(OpenSite site, Slot slot, String section, int member) {
        int most = slot.set() == null ? 1 : Place.MAX_MEMBERS;
        return new Desk(
                site, new Place(slot, site.section(slot, section), Require.range("member", member, 0, most - 1, "")));
    }

    public Slot slot() {
        return place.slot();
    }

    public String section() {
        return place.section();
    }

    public String path() {
        return "/sites/" + site.id() + "/slots/" + slot().id();
    }

    /** Back to the bench, after something was done. */
    public String redirect() {
        return "redirect:" + path() + "/bench" + place.query();
    }
}
