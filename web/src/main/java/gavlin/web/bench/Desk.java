package gavlin.web.bench;

import gavlin.core.Require;
import gavlin.core.brief.Slot;
import gavlin.web.fit.Place;
import gavlin.web.site.OpenSite;

/** One way in: the slot of a site, in the hands of somebody, for the site or one section. */
record Desk(OpenSite site, Place place) {
    /** @param section null for the one that they usually work on */
    static Desk of(OpenSite site, String slot, String section, int member) {
        Slot chosen = site.slot(slot);
        String own = site.section(chosen, section == null ? site.usualSection(chosen) : section);
        int most = chosen.set() == null ? 1 : Place.MAX_MEMBERS;
        return new Desk(site, new Place(chosen, own, Require.range("member", member, 0, most - 1, "")));
    }

    Slot slot() {
        return place.slot();
    }

    String section() {
        return place.section();
    }

    String path() {
        return "/sites/" + site.id() + "/slots/" + slot().id();
    }

    /** Back to the bench, after something was done. */
    String redirect() {
        return "redirect:" + path() + "/bench" + place.query();
    }
}
