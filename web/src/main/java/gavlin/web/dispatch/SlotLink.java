package gavlin.web.dispatch;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** Where a click on a slot's picture leads, for the site or for one section. */
@Entity
class SlotLink {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String siteId;
    private String section;
    private String slot;
    private String leadsTo;

    protected SlotLink() {}

    SlotLink(String siteId, String section, String slot) {
        this.siteId = siteId;
        this.section = section;
        this.slot = slot;
    }

    SlotLink to(String target) {
        leadsTo = target;
        return this;
    }

    String place() {
        return section + "/" + slot;
    }

    String leadsTo() {
        return leadsTo;
    }
}
