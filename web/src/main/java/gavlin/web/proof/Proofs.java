package gavlin.web.proof;

import gavlin.web.dispatch.Dispatches;
import gavlin.web.fit.FitState;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was looked at in place and found right; another file there has to be looked at again. */
@Service
public class Proofs {
    private final ProvenRepository proven;

    Proofs(ProvenRepository proven) {
        this.proven = proven;
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        proven.deleteOfSite(site.id());
    }

    /** Checksums of the files that were found right, by {@link Dispatches#place}. */
    @Transactional(readOnly = true)
    public Map<String, String> of(OpenSite site) {
        return proven.findBySiteId(site.id()).stream().collect(Collectors.toMap(Proven::place, Proven::sha256));
    }

    /** @return how many pictures; one that has no file yet is none */
    @Transactional
    public int right(OpenSite site, List<FitState> seen) {
        site.requireSomeChange();
        List<FitState> made = seen.stream()
                .filter(fit -> fit != null && fit.rendition() != null)
                .filter(fit -> site.mayChange(fit.section()))
                .toList();
        made.forEach(fit -> {
            String place = Dispatches.place(fit);
            proven.save(proven.findBySiteIdAndPlace(site.id(), place)
                    .orElseGet(() -> new Proven(site, place))
                    .by(site, fit.rendition().sha256()));
        });
        return (int) made.stream().map(Dispatches::place).distinct().count();
    }
}
