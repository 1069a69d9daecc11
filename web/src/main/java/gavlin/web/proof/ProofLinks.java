package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.PagePlan;
import gavlin.web.account.Secret;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import gavlin.web.site.Sites;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Proofs for people without an account, and what they say of them. */
@Service
public class ProofLinks {
    static final Duration MOST = Duration.ofDays(90);
    private static final int MOST_LINKS = 200;
    /** So that nobody who has a link fills the disk. */
    private static final int MOST_REMARKS = 1000;

    private static final int LONGEST_REMARK = 1000;
    private static final int LONGEST_NAME = 80;

    private final ProofLinkRepository links;
    private final RemarkRepository remarks;
    private final Sites sites;

    ProofLinks(ProofLinkRepository links, RemarkRepository remarks, Sites sites) {
        this.links = links;
        this.remarks = remarks;
        this.sites = sites;
    }

    /** @param secret what stands in the link; told once */
    public record Made(long id, String secret, Instant until) {}

    /** A link that holds, and its site in the hands of somebody who may look at it and nothing else. */
    public record Opened(ProofLink link, OpenSite site) {
        boolean shows(PagePlan page) {
            return link.shows(page.id());
        }
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        links.deleteOfSite(site.id());
        remarks.deleteOfSite(site.id());
    }

    /** @param pages of the theme; none for all of them, also those to come @param until within {@link #MOST} */
    @Transactional
    public Made make(OpenSite site, List<String> pages, Instant until) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Instant now = Instant.now();
        if (!until.isAfter(now) || until.isAfter(now.plus(MOST).plus(Duration.ofDays(1)))) {
            throw new BadInput("until", "the link must end within the next " + MOST.toDays() + " days");
        }
        for (String page : pages) {
            if (site.sheet().pages().stream().noneMatch(plan -> plan.id().equals(page))) {
                throw new BadInput("pages", "the theme has no page " + page);
            }
        }
        links.deleteEnded(now);
        if (links.countBySiteId(site.id()) >= MOST_LINKS) {
            throw new Conflict("there are " + MOST_LINKS + " links already: withdraw some first");
        }
        String secret = Secret.make();
        ProofLink link = links.save(new ProofLink(
                site, Secret.hash(secret), pages.stream().distinct().toList(), until));
        return new Made(link.id(), secret, until);
    }

    /** A link as it is known afterwards. @param pages none for all */
    public record Known(long id, List<String> pages, Instant until, String madeBy) {}

    /** Those that still open something. */
    @Transactional(readOnly = true)
    public List<Known> list(OpenSite site) {
        site.requireChange(OpenSite.WHOLE_SITE);
        return links.findBySiteIdAndEndsAtAfterOrderById(site.id(), Instant.now()).stream()
                .map(link -> new Known(link.id(), link.pages(), link.endsAt(), link.madeBy()))
                .toList();
    }

    @Transactional
    public void withdraw(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        links.delete(links.findByIdAndSiteId(id, site.id()).orElseThrow(() -> new NotFound("link", Long.toString(id))));
    }

    /** @throws NotFound for one that was never made, has ended or was withdrawn: which of them is not told */
    @Transactional(readOnly = true)
    public Opened open(String secret) {
        ProofLink link = links.findByHashAndEndsAtAfter(Secret.hash(secret), Instant.now())
                .orElseThrow(() -> new NotFound("proof", "under this link; it may have ended, or was taken back"));
        Viewer reader = new Viewer(0, "", true, "en-GB", new Viewer.Scope(Set.of(link.siteId()), false));
        return new Opened(link, sites.open(reader, link.siteId()));
    }

    @Transactional
    public void remark(Opened opened, PagePlan page, String slot, String name, String says) {
        String words = Require.text("remark", says, LONGEST_REMARK);
        if (words.isEmpty()) {
            throw new BadInput("remark", "the remark says nothing");
        }
        if (page.places().stream().noneMatch(place -> place.slot().equals(slot))) {
            throw new NotFound("slot", slot);
        }
        if (remarks.countBySiteId(opened.site.id()) >= MOST_REMARKS) {
            throw new Conflict("there are too many remarks already; tell whoever sent you the link");
        }
        remarks.save(new Remark(opened.site.id(), slot, page.name(), Require.text("name", name, LONGEST_NAME), words));
    }

    @Transactional(readOnly = true)
    public long countRemarks(OpenSite site) {
        return remarks.countBySiteId(site.id());
    }

    /** The newest first. */
    @Transactional(readOnly = true)
    public List<Remark.View> remarks(OpenSite site) {
        return remarks.findBySiteIdOrderByIdDesc(site.id()).stream()
                .map(Remark::view)
                .toList();
    }

    /** A remark that is dealt with. */
    @Transactional
    public void dealtWith(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        if (remarks.deleteByIdAndSiteId(id, site.id()) == 0) {
            throw new NotFound("remark", Long.toString(id));
        }
    }
}
