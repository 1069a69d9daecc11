package gavlin.web.site;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.SheetComparison;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.brief.SlotSheetReader;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import java.time.Instant;
import java.util.List;
import java.util.function.UnaryOperator;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The slot sheets of a site: read, saved revision by revision, put into use; and what the site chose of them. */
@Service
public class Sheets {
    private final SheetRepository sheets;
    private final SheetRevisionRepository revisions;
    private final SiteRepository sites;
    private final TransactionTemplate transaction;

    Sheets(
            SheetRepository sheets,
            SheetRevisionRepository revisions,
            SiteRepository sites,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.sheets = sheets;
        this.revisions = revisions;
        this.sites = sites;
    }

    /** A sheet with its present text. */
    public record Text(long id, int revision, String json, SlotSheet sheet, String by, Instant at, boolean inUse) {}

    /** One saved state of a sheet. */
    public record Saved(int revision, String says, String by, Instant at) {}

    /**
     * Removes a sheet that the site never had in use.
     *
     * @throws Conflict for any other: fits and moves refer to it
     */
    public void remove(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        if (id == site.sheetId()) {
            throw new Conflict("this slot sheet is in use");
        }
        try {
            transaction.executeWithoutResult(status -> {
                StoredSheet sheet = sheets.lock(id, site.id()).orElseThrow(() -> unknown(id));
                revisions.deleteBySheetId(id);
                sheets.delete(sheet);
                sheets.flush();
            });
        } catch (DataIntegrityViolationException e) {
            throw new Conflict(
                    "the site has had this theme, or a move to it is being prepared: it is kept for what was decided then");
        }
    }

    /** All of a site's sheets, the oldest first. */
    @Transactional(readOnly = true)
    public List<Text> list(OpenSite site) {
        return sheets.findBySiteIdOrderById(site.id()).stream()
                .map(sheet -> text(site, sheet))
                .toList();
    }

    /** @throws NotFound when the site has no such sheet */
    @Transactional(readOnly = true)
    public Text get(OpenSite site, long id) {
        return text(site, sheets.findByIdAndSiteId(id, site.id()).orElseThrow(() -> unknown(id)));
    }

    /** The site as it is with one of its sheets, whether that is in use or not. */
    @Transactional(readOnly = true)
    public OpenSite open(OpenSite site, long id) {
        StoredSheet stored = sheets.findByIdAndSiteId(id, site.id()).orElseThrow(() -> unknown(id));
        SlotSheet sheet = SlotSheetReader.readStored(current(stored).json());
        return new OpenSite(
                site.id(),
                site.name(),
                sheet,
                id,
                stored.revision(),
                sheet.settled(stored.choices()),
                stored.overridingOff(),
                site.names(),
                site.viewer(),
                site.warden(),
                site.kept());
    }

    /** What was saved of a sheet, newest first. */
    @Transactional(readOnly = true)
    public List<Saved> history(OpenSite site, long id) {
        get(site, id);
        return revisions.findTop30BySheetIdOrderByRevisionDesc(id).stream()
                .map(r -> new Saved(r.revision(), r.says(), r.madeBy(), r.madeAt()))
                .toList();
    }

    /** @throws NotFound when there is no such revision */
    @Transactional(readOnly = true)
    public String json(OpenSite site, long id, int revision) {
        get(site, id);
        return revisions
                .findBySheetIdAndRevision(id, revision)
                .map(SheetRevision::json)
                .orElseThrow(() -> new NotFound("revision", Integer.toString(revision)));
    }

    /** Adds a sheet that is not in use yet. @throws gavlin.core.brief.SlotSheetFaults with every fault */
    @Transactional
    public Text add(OpenSite site, String json, String says) {
        site.requireChange(OpenSite.WHOLE_SITE);
        SlotSheetReader.read(json);
        StoredSheet sheet = sheets.saveAndFlush(new StoredSheet(site.id()));
        revisions.save(new SheetRevision(
                sheet.id(),
                1,
                json,
                Require.text("says", says, 300),
                site.viewer().name()));
        return text(site, sheet);
    }

    /**
     * Saves a sheet's text as its next revision.
     *
     * @param base the revision that the text was made from
     * @throws gavlin.core.brief.SlotSheetFaults with every fault
     * @throws SheetChanged when somebody saved another revision meanwhile that differs
     */
    @Transactional
    public Text save(OpenSite site, long id, int base, String json, String says) {
        site.requireChange(OpenSite.WHOLE_SITE);
        SlotSheetReader.read(json);
        StoredSheet sheet = sheets.lock(id, site.id()).orElseThrow(() -> unknown(id));
        SheetRevision present = current(sheet);
        if (sheet.revision() != base) {
            String worked = revisions
                    .findBySheetIdAndRevision(id, base)
                    .orElseThrow(() -> new BadInput("base", "the sheet has no revision " + base))
                    .json();
            List<SheetComparison.Change> theirs = SheetComparison.of(worked, present.json());
            if (!theirs.isEmpty()) {
                throw new SheetChanged(theirs, sheet.revision(), present.madeBy());
            }
        }
        return next(site, sheet, json, says);
    }

    /** One small change of a sheet, on top of whatever it says now. */
    @Transactional
    public Text edit(OpenSite site, long id, UnaryOperator<String> change, String says) {
        site.requireChange(OpenSite.WHOLE_SITE);
        StoredSheet sheet = sheets.lock(id, site.id()).orElseThrow(() -> unknown(id));
        String json = change.apply(current(sheet).json());
        SlotSheetReader.read(json);
        return next(site, sheet, json, says);
    }

    /** Chooses a variant's option for the theme in use. */
    @Transactional
    public void choose(OpenSite site, String variant, String option) {
        site.requireChange(OpenSite.WHOLE_SITE);
        site.sheet()
                .variant(variant)
                .orElseThrow(() -> new NotFound("variant", variant))
                .option(option);
        inUse(site).choose(variant, option);
    }

    /** Lets sections have pictures of their own in a slot, or shows the site's in all of them; nothing is deleted either way. */
    @Transactional
    public void overriding(OpenSite site, Slot slot, boolean on) {
        site.requireChange(OpenSite.WHOLE_SITE);
        if (!slot.sectionsMayOverride()) {
            throw new BadInput("slot", "the theme has the same " + slot.name() + " in every section");
        }
        inUse(site).overriding(slot.id(), on);
    }

    /** Puts a sheet of the site into use. */
    @Transactional
    public void use(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        get(site, id);
        Site stored = sites.findById(site.id()).orElseThrow(() -> new NotFound("site", site.id()));
        stored.use(id);
        sites.save(stored);
    }

    private StoredSheet inUse(OpenSite site) {
        return sheets.lock(site.sheetId(), site.id()).orElseThrow(() -> unknown(site.sheetId()));
    }

    private Text next(OpenSite site, StoredSheet sheet, String json, String says) {
        revisions.save(new SheetRevision(
                sheet.id(),
                sheet.advance(),
                json,
                Require.text("says", says, 300),
                site.viewer().name()));
        sheets.save(sheet);
        return text(site, sheet);
    }

    private Text text(OpenSite site, StoredSheet sheet) {
        SheetRevision current = current(sheet);
        return new Text(
                sheet.id(),
                sheet.revision(),
                current.json(),
                SlotSheetReader.readStored(current.json()),
                current.madeBy(),
                current.madeAt(),
                sheet.id() == site.sheetId());
    }

    private SheetRevision current(StoredSheet sheet) {
        return revisions
                .findBySheetIdAndRevision(sheet.id(), sheet.revision())
                .orElseThrow(() -> new IllegalStateException("a sheet's present revision is missing"));
    }

    private static NotFound unknown(long id) {
        return new NotFound("slot sheet", Long.toString(id));
    }
}
