package gavlin.web.fit;

import gavlin.core.fit.RenditionPlan;
import gavlin.web.account.Viewer;
import gavlin.web.picture.Removals;
import gavlin.web.site.SiteGoes;
import gavlin.web.site.Sites;
import gavlin.web.store.FileStore;
import gavlin.web.work.Claims;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Collects files that no decision needs any more. A rendition is needed while a fit that holds now plans it, at any density; everything
 * else can be computed again. Bytes that neither a rendition nor a picture refers to go with it.
 */
@Component
public class Housekeeping {
    private static final Logger LOG = LoggerFactory.getLogger(Housekeeping.class);
    /** A file is kept so long whatever becomes of its fit: undo and redo find it, and it may be about to be stored. */
    private static final Duration GRACE = Duration.ofDays(7);

    private static final Duration NOT_AGAIN = Duration.ofHours(20);

    private static final Viewer EVERYWHERE = Viewer.ofGavlin();

    private final Sites sites;
    private final Fits fits;
    private final RenditionRepository renditions;
    private final Renditions made;
    private final Removals removals;
    private final FitHeadRepository heads;
    private final FitRevisionRepository revisions;
    private final FileStore files;
    private final Claims claims;

    Housekeeping(
            Sites sites,
            Fits fits,
            RenditionRepository renditions,
            Renditions made,
            Removals removals,
            FitHeadRepository heads,
            FitRevisionRepository revisions,
            FileStore files,
            Claims claims) {
        this.claims = claims;
        this.removals = removals;
        this.heads = heads;
        this.revisions = revisions;
        this.made = made;
        this.sites = sites;
        this.fits = fits;
        this.renditions = renditions;
        this.files = files;
    }

    @Scheduled(initialDelayString = "PT1H", fixedDelayString = "P1D")
    void daily() {
        // Not given back when done: whoever looks later that day finds it taken.
        if (claims.take("housekeeping", NOT_AGAIN).isPresent()) {
            removals.forget(Instant.now().minus(Duration.ofDays(Removals.KEPT_DAYS)), true);
            collect(GRACE);
            claims.forgetOld();
        }
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        revisions.deleteOfSite(site.id());
        heads.deleteOfSite(site.id());
    }

    /** What the next collection would take, in words; nothing is changed. */
    public List<String> wouldGo() {
        List<String> words = new ArrayList<>();
        removals.forget(Instant.now().minus(Duration.ofDays(Removals.KEPT_DAYS)), false)
                .forEach(picture -> words.add("the removed picture " + picture));
        Set<String> needed = needed();
        long old = renditions.keysMadeBefore(Instant.now().minus(GRACE)).stream()
                .filter(key -> !needed.contains(key))
                .count();
        words.add(old + " files of fits that no longer hold");
        words.add(files.collectable(Instant.now().minus(GRACE)) + " stored files that nothing refers to");
        return words;
    }

    /** @return how many files went */
    public int collect(Duration grace) {
        Instant before = Instant.now().minus(grace);
        List<String> old = renditions.keysMadeBefore(before);
        if (!old.isEmpty()) {
            Set<String> needed = needed();
            renditions.deleteAllByIdInBatch(
                    old.stream().filter(key -> !needed.contains(key)).toList());
        }
        int gone = files.collect(before);
        if (gone > 0) {
            LOG.info("{} files that no decision needs any more are gone", gone);
        }
        return gone;
    }

    /**
     * Makes the file of every fit that has none yet, as after a restore: pages say what they said before.
     *
     * @return how many
     */
    public int makeMissing() {
        int count = 0;
        for (FitState fit : made.known(all().toList())) {
            if (fit.rendition() == null && made.measured(fit).rendition() != null) {
                count++;
            }
        }
        return count;
    }

    private Set<String> needed() {
        Set<String> keys = new HashSet<>();
        all().forEach(fit -> fit.slot().brief().densities().forEach(density -> keys.add(key(fit, density))));
        return keys;
    }

    /** Every fit that holds now, on every site and in every section. */
    private Stream<FitState> all() {
        return sites.openAll(EVERYWHERE).stream().flatMap(site -> fits.placedAnywhere(site).stream());
    }

    private static String key(FitState fit, int density) {
        RenditionPlan plan = density == 1
                ? fit.plan()
                : RenditionPlan.of(fit.slot(), fit.fit(), fit.picture().facts(), density);
        return Renditions.key(fit.picture(), fit.slot(), plan);
    }
}
