package gavlin.web.site;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.SlotSheet;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.fit.NamePattern;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The sites, and who may open them. */
@Service
public class Sites {
    private static final String ID = "[a-z0-9](?:[a-z0-9-]{0,62}[a-z0-9])?";

    private final SiteRepository sites;
    private final MembershipRepository memberships;
    private final SheetRepository sheets;
    private final SheetRevisionRepository revisions;
    private final ApplicationEventPublisher events;
    /** Parsed sheets, by sheet and revision: derived, small, and read on every request. */
    private final Map<Long, ParsedSheet> parsed = new ConcurrentHashMap<>();

    private record ParsedSheet(int revision, SlotSheet sheet) {}

    Sites(
            SiteRepository sites,
            MembershipRepository memberships,
            SheetRepository sheets,
            SheetRevisionRepository revisions,
            ApplicationEventPublisher events) {
        this.events = events;
        this.sites = sites;
        this.memberships = memberships;
        this.sheets = sheets;
        this.revisions = revisions;
    }

    /** @throws NotFound also when the site exists but is none of theirs */
    public OpenSite open(Viewer viewer, String id) {
        List<SiteRepository.Entrusted> rows = viewer.reaches(id) ? sites.findEntrusted(id, viewer.id()) : List.of();
        Set<String> sections = rows.stream()
                .map(SiteRepository.Entrusted::section)
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
        if (rows.isEmpty() || !viewer.everywhere() && sections.isEmpty()) {
            throw new NotFound("site", id);
        }
        return opened(rows.get(0).site(), rows.get(0).sheet(), viewer, sections);
    }

    /** All sites that they may see, by name. */
    @Transactional(readOnly = true)
    public List<OpenSite> openAll(Viewer viewer) {
        Map<String, Set<String>> sections = memberships.findByAccountId(viewer.id()).stream()
                .collect(Collectors.groupingBy(
                        Membership::siteId, Collectors.mapping(Membership::section, Collectors.toSet())));
        return sites.findAllByOrderByName().stream()
                .filter(site -> !site.archived())
                .filter(site -> viewer.everywhere() || sections.containsKey(site.id()))
                .filter(site -> viewer.reaches(site.id()))
                .map(site -> opened(site, viewer, sections.getOrDefault(site.id(), Set.of())))
                .toList();
    }

    /**
     * Makes a site from a slot sheet; whoever makes it is its warden.
     *
     * @throws gavlin.core.brief.SlotSheetFaults with every fault of the sheet
     */
    @Transactional
    public OpenSite create(Viewer viewer, String id, String name, String sheet) {
        if (id == null || !id.matches(ID)) {
            throw new BadInput("id", "the id must be 1 to 64 lower-case letters, digits and hyphens, received " + id);
        }
        String checkedName = Require.text("name", name, 120);
        if (checkedName.isEmpty()) {
            throw new BadInput("name", "the name must not be empty");
        }
        SlotSheetReader.read(sheet);
        if (sites.existsById(id)) {
            throw new Conflict("there is a site " + id + " already");
        }
        Site site = sites.saveAndFlush(new Site(id, checkedName));
        StoredSheet stored = sheets.saveAndFlush(new StoredSheet(id));
        revisions.save(new SheetRevision(stored.id(), 1, sheet, "the site was made", viewer.name()));
        site.use(stored.id());
        sites.save(site);
        memberships.save(new Membership(viewer.id(), id, OpenSite.WHOLE_SITE));
        return opened(site, viewer, Set.of(OpenSite.WHOLE_SITE));
    }

    /** What an account may change: sections by site, {@link OpenSite#WHOLE_SITE} among them for a warden. */
    @Transactional(readOnly = true)
    public Map<String, Set<String>> entrustedTo(long account) {
        return memberships.findByAccountId(account).stream()
                .collect(Collectors.groupingBy(
                        Membership::siteId, TreeMap::new, Collectors.mapping(Membership::section, Collectors.toSet())));
    }

    /**
     * Gives an account these sections of a site to keep and no others; {@link OpenSite#WHOLE_SITE} makes them its warden.
     *
     * @throws NotFound when there is no such section
     */
    @Transactional
    public void entrust(OpenSite site, long account, Set<String> sections) {
        site.requireChange(OpenSite.WHOLE_SITE);
        for (String section : sections) {
            if (!section.equals(OpenSite.WHOLE_SITE)) {
                site.sheet().section(section).orElseThrow(() -> new NotFound("section", section));
            }
        }
        memberships.deleteAll(memberships.findByAccountIdAndSiteId(account, site.id()));
        memberships.flush();
        sections.forEach(section -> memberships.save(new Membership(account, site.id(), section)));
    }

    /** A site at rest. */
    public record Archived(String id, String name) {}

    @Transactional(readOnly = true)
    public List<Archived> archived(Viewer viewer) {
        return sites.findAllByOrderByName().stream()
                .filter(Site::archived)
                .filter(site -> viewer.everywhere() && viewer.reaches(site.id()))
                .map(site -> new Archived(site.id(), site.name()))
                .toList();
    }

    /** How its files are called from now on. */
    @Transactional
    public void name(OpenSite site, NamePattern names) {
        site.requireChange(OpenSite.WHOLE_SITE);
        sites.findById(site.id()).orElseThrow().name(names);
    }

    /** Puts a site to rest, where it can only be looked at, or wakes it. */
    @Transactional
    public void archive(Viewer viewer, String id, boolean archived) {
        owned(viewer, id).archive(archived);
    }

    /**
     * Removes a site with all that belongs to it, for good.
     *
     * @param typed the site's name, typed by whoever means it
     */
    @Transactional
    public void remove(Viewer viewer, String id, String typed) {
        Site site = owned(viewer, id);
        if (!site.name().equals(typed == null ? null : typed.strip())) {
            throw new BadInput("name", "to remove it for good, type the site's name: " + site.name());
        }
        events.publishEvent(new SiteGoes(id));
        site.use(0);
        sites.saveAndFlush(site);
        memberships.deleteBySiteId(id);
        revisions.deleteOfSite(id);
        sheets.deleteBySiteId(id);
        sites.delete(site);
    }

    private Site owned(Viewer viewer, String id) {
        if (!viewer.mayMakeSites()) {
            throw new Forbidden("only accounts that look after all sites end one");
        }
        return sites.findById(id).orElseThrow(() -> new NotFound("site", id));
    }

    private OpenSite opened(Site site, Viewer viewer, Set<String> sections) {
        StoredSheet stored = sheets.findById(site.sheetId())
                .orElseThrow(() -> new IllegalStateException("a site's slot sheet is missing"));
        return opened(site, stored, viewer, sections);
    }

    private OpenSite opened(Site site, StoredSheet stored, Viewer viewer, Set<String> sections) {
        boolean mayWrite = viewer.mayWrite() && !site.archived(); // what rests is only looked at
        boolean warden = mayWrite && (viewer.everywhere() || sections.contains(OpenSite.WHOLE_SITE));
        SlotSheet sheet = parsed(stored);
        return new OpenSite(
                site.id(),
                site.name(),
                sheet,
                stored.id(),
                stored.revision(),
                sheet.settled(stored.choices()),
                stored.overridingOff(),
                site.names(),
                viewer,
                warden,
                mayWrite ? sections : Set.of());
    }

    private SlotSheet parsed(StoredSheet stored) {
        ParsedSheet known = parsed.get(stored.id());
        if (known == null || known.revision != stored.revision()) {
            String json = revisions
                    .findBySheetIdAndRevision(stored.id(), stored.revision())
                    .orElseThrow(() -> new IllegalStateException("a slot sheet's present revision is missing"))
                    .json();
            known = new ParsedSheet(stored.revision(), SlotSheetReader.readStored(json));
            parsed.put(stored.id(), known);
        }
        return known.sheet;
    }
}
