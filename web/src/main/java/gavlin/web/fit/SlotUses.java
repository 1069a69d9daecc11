package gavlin.web.fit;

import gavlin.web.picture.PictureUses;
import gavlin.web.site.OpenSite;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which slots show which pictures. */
@Component
class SlotUses implements PictureUses {
    private final FitHeadRepository heads;
    private final FitRevisionRepository revisions;

    SlotUses(FitHeadRepository heads, FitRevisionRepository revisions) {
        this.heads = heads;
        this.revisions = revisions;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Use> of(OpenSite site, long picture) {
        return heads.showing(site.sheetId(), picture).stream()
                .map(head -> new Use(
                        head.slot(),
                        site.sheet().slot(head.slot()).map(slot -> slot.name()).orElse(head.slot()),
                        head.section(),
                        head.member()))
                .toList();
    }

    @Override
    @Transactional
    public void takeOut(OpenSite site, long picture) {
        heads.showing(site.sheetId(), picture).forEach(FitHead::takeOut);
    }

    @Override
    @Transactional
    public void putBack(OpenSite site, long picture) {
        heads.emptiedOf(site.sheetId(), picture).forEach(FitHead::putBack);
    }

    @Override
    @Transactional
    public void reconsider(OpenSite site, long picture) {
        heads.showing(site.sheetId(), picture).forEach(FitHead::reconsider);
    }

    @Override
    @Transactional
    public void forget(long picture) {
        heads.forgetEmptiedOf(picture);
        while (revisions.passOver(picture) > 0) {
            // what was made from a decision that goes is as if made from the one before, step by step
        }
        revisions.deleteOf(picture);
    }
}
