package gavlin.web.dispatch;

import gavlin.core.brief.Slot;
import gavlin.core.code.LinkTarget;
import gavlin.web.fit.FitState;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where clicks on pictures lead; goes along with their words. */
@Service
public class SlotLinks {
    private final SlotLinkRepository links;

    SlotLinks(SlotLinkRepository links) {
        this.links = links;
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        links.deleteOfSite(site.id());
    }

    /** By place, see {@link #place}; a slot that leads nowhere is not among them. */
    @Transactional(readOnly = true)
    public Map<String, String> of(OpenSite site) {
        return links.findBySiteId(site.id()).stream().collect(Collectors.toMap(SlotLink::place, SlotLink::leadsTo));
    }

    static String place(FitState fit) {
        return fit.section() + "/" + fit.slot().id();
    }

    /** @param target empty for nowhere */
    @Transactional
    public void lead(OpenSite site, Slot slot, String section, String target) {
        String where = site.section(slot, section);
        site.requireChange(slot, where);
        String checked = LinkTarget.checked(target);
        SlotLink link = links.findBySiteIdAndSectionAndSlot(site.id(), where, slot.id())
                .orElseGet(() -> new SlotLink(site.id(), where, slot.id()));
        if (checked.isEmpty()) {
            links.delete(link);
        } else {
            links.save(link.to(checked));
        }
    }
}
