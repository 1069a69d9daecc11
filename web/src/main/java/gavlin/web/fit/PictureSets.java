package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The several pictures of one slot: slides, headers at random, pairs. Each has a fit of its own; here is what they share. */
@Service
public class PictureSets {
    private final Fits fits;
    private final FitHeadRepository heads;
    private final TransactionTemplate transaction;

    PictureSets(Fits fits, FitHeadRepository heads, TransactionTemplate transaction) {
        this.fits = fits;
        this.heads = heads;
        this.transaction = transaction;
    }

    /** The pictures of one slot, in their order. */
    public List<FitState> members(OpenSite site, Slot slot, String section) {
        return fits.findAll(site, section).getOrDefault(slot.id(), List.of());
    }

    /** The place of one more picture in a slot. @throws Conflict when it has as many as it takes */
    public Place another(OpenSite site, Slot slot, String section) {
        List<FitHead> there = heads.findBySheetIdAndSectionOrderByPositionAscMemberAsc(site.sheetId(), section).stream()
                .filter(head -> head.slot().equals(slot.id()))
                .toList();
        long filled = there.stream().filter(head -> head.currentRevision() > 0).count();
        int most = slot.set() == null ? 1 : slot.set().most();
        if (filled >= most) {
            throw new Conflict(slot.name() + " takes at most " + most + (most == 1 ? " picture" : " pictures"));
        }
        int next = there.stream().mapToInt(FitHead::member).max().orElse(-1) + 1;
        return new Place(slot, section, filled == 0 && there.isEmpty() ? 0 : next);
    }

    /** Puts the pictures of a slot into an order. @param members all of them, by number */
    public void reorder(OpenSite site, Slot slot, String section, List<Integer> members) {
        site.requireChange(slot, section);
        transaction.executeWithoutResult(status -> {
            List<FitHead> there = heads.lockAll(site.sheetId(), slot.id(), section).stream()
                    .filter(head -> head.currentRevision() > 0)
                    .toList();
            List<Integer> known = there.stream().map(FitHead::member).sorted().toList();
            if (!known.equals(members.stream().sorted().toList())) {
                throw new Conflict("the pictures of " + slot.name() + " changed meanwhile: look at them again");
            }
            there.forEach(head -> head.putAt(members.indexOf(head.member())));
            heads.saveAll(there);
        });
    }

    /** Takes a picture out of its slot; its decisions are kept, and undo brings it back. */
    public void takeOut(OpenSite site, Place place) {
        site.requireChange(place.slot(), place.section());
        transaction.executeWithoutResult(status -> {
            FitHead head = heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                    .filter(h -> h.currentRevision() > 0)
                    .orElseThrow(() -> new NotFound("fit for slot", place.slot().id()));
            head.moveTo(0);
            heads.save(head);
        });
    }

    /** Puts back what was taken out of a place last. @throws Conflict when nothing was */
    public void putBack(OpenSite site, Place place) {
        site.requireChange(place.slot(), place.section());
        transaction.executeWithoutResult(status -> {
            FitHead head = heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                    .filter(h -> h.currentRevision() == 0 && h.newestRevision() > 0)
                    .orElseThrow(() -> new Conflict(
                            "nothing was taken out of " + place.slot().name()));
            head.moveTo(head.newestRevision());
            heads.save(head);
        });
    }

    /** Whether something was taken out of a place and can be put back. */
    public boolean canPutBack(OpenSite site, Place place) {
        return heads.findBySheetIdAndSlotAndSectionAndMember(
                        site.sheetId(), place.slot().id(), place.section(), place.member())
                .filter(head -> head.currentRevision() == 0 && head.newestRevision() > 0)
                .isPresent();
    }
}
