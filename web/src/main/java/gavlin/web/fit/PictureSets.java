package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.web.picture.StoredPicture;
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
    private final FitBook book;
    private final FitHeadRepository heads;
    private final TransactionTemplate transaction;

    PictureSets(Fits fits, FitBook book, FitHeadRepository heads, TransactionTemplate transaction) {
        this.fits = fits;
        this.book = book;
        this.heads = heads;
        this.transaction = transaction;
    }

    /** The pictures of one slot, in their order. */
    public List<FitState> members(OpenSite site, Slot slot, String section) {
        return fits.findAll(site, section).getOrDefault(slot.id(), List.of());
    }

    /** Where the bench of one more picture is: a number that no picture of the slot has or had. Nothing is reserved. */
    public Place next(OpenSite site, Slot slot, String section) {
        int last = heads.findBySheetIdAndSectionOrderByPositionAscMemberAsc(site.sheetId(), section).stream()
                .filter(head -> head.slot().equals(slot.id()))
                .mapToInt(FitHead::member)
                .max()
                .orElse(-1);
        return new Place(slot, section, last + 1);
    }

    /**
     * Puts one more picture into a slot. Its number is given under lock, so that two who add at once get two, and no more than the slot takes.
     *
     * @throws Conflict when it has as many as it takes
     */
    public FitState add(OpenSite site, Slot slot, String section, StoredPicture picture, Fit fit) {
        site.requireChange(slot, section);
        transaction.executeWithoutResult(
                status -> heads.createUnlessThere(site.sheetId(), slot.id(), section, 0)); // a row to lock
        return transaction.execute(status -> {
            List<FitHead> there = heads.lockAll(site.sheetId(), slot.id(), section);
            if (filled(there) >= most(slot)) {
                throw new Conflict(
                        slot.name() + " takes at most " + most(slot) + (most(slot) == 1 ? " picture" : " pictures"));
            }
            boolean unused = there.stream().allMatch(head -> head.newestRevision() == 0);
            int last = there.stream().mapToInt(FitHead::member).max().orElseThrow();
            return book.save(site, new Place(slot, section, unused ? 0 : last + 1), picture, fit, null);
        });
    }

    private static long filled(List<FitHead> heads) {
        return heads.stream().filter(head -> head.currentRevision() > 0).count();
    }

    private static int most(Slot slot) {
        return slot.set() == null ? 1 : slot.set().most();
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
            head.takeOut();
            heads.save(head);
        });
    }

    /** Puts back what was taken out of a place last. @throws Conflict when nothing was */
    public void putBack(OpenSite site, Place place) {
        site.requireChange(place.slot(), place.section());
        transaction.executeWithoutResult(status -> {
            FitHead head = heads.lock(site.sheetId(), place.slot().id(), place.section(), place.member())
                    .filter(FitHead::isTakenOut)
                    .orElseThrow(() -> new Conflict(
                            "nothing was taken out of " + place.slot().name()));
            head.putBack();
            heads.save(head);
        });
    }

    /** Whether something was taken out of a place and can be put back. */
    public boolean canPutBack(OpenSite site, Place place) {
        return heads.findBySheetIdAndSlotAndSectionAndMember(
                        site.sheetId(), place.slot().id(), place.section(), place.member())
                .filter(FitHead::isTakenOut)
                .isPresent();
    }
}
