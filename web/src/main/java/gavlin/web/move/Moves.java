package gavlin.web.move;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.fit.Fit;
import gavlin.core.move.ThemeMatch;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Place;
import gavlin.web.fit.Renditions;
import gavlin.web.move.ThemeMove.State;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.SiteGoes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Moves of a site to another theme. A proposal stores only which slot takes over from which; what becomes of each fit is
 * computed whenever it is looked at. Fits belong to a sheet, so accepting adds to the new sheet and undoing goes back to the old.
 */
@Service
class Moves {
    private final ThemeMoveRepository moves;
    private final Sheets sheets;
    private final Fits fits;
    private final FitBook book;
    private final Renditions renditions;

    Moves(ThemeMoveRepository moves, Sheets sheets, Fits fits, FitBook book, Renditions renditions) {
        this.moves = moves;
        this.sheets = sheets;
        this.fits = fits;
        this.book = book;
        this.renditions = renditions;
    }

    /**
     * A move with its outcome.
     *
     * @param carried in the new sheet's order
     * @param left old fits that go nowhere
     * @param from the site under its old theme
     * @param to the site as it would be
     */
    record Outcome(ThemeMove move, OpenSite from, OpenSite to, List<Carried> carried, List<FitState> left) {}

    @EventListener
    @Order(3)
    void siteGoes(SiteGoes site) {
        moves.deleteOfSite(site.id());
    }

    @Transactional
    public ThemeMove propose(OpenSite site, long toSheet) {
        site.requireChange(OpenSite.WHOLE_SITE);
        if (toSheet == site.sheetId()) {
            throw new Conflict("the site has this theme already");
        }
        SlotSheet to = sheets.get(site, toSheet).sheet();
        Set<String> filled = fits.filled(site);
        return moves.save(new ThemeMove(
                site.id(),
                site.sheetId(),
                toSheet,
                ThemeMatch.of(site.sheet(), to, slot -> filled.contains(slot.id())),
                site.viewer().name()));
    }

    /** @throws NotFound when the site has no such move */
    @Transactional(readOnly = true)
    public Outcome outcome(OpenSite site, long id) {
        ThemeMove move = moves.findByIdAndSiteId(id, site.id()).orElseThrow(() -> unknown(id));
        return outcome(site, move);
    }

    /** One fit as the new theme would have it. @throws NotFound when nothing would be carried to there */
    @Transactional(readOnly = true)
    public Carried carried(OpenSite site, long id, String slot, String section, int index) {
        ThemeMove move = moves.findByIdAndSiteId(id, site.id()).orElseThrow(() -> unknown(id));
        OpenSite from = sheets.open(site, move.fromSheet());
        OpenSite to = sheets.open(site, move.toSheet());
        Slot taking = to.slot(slot);
        String source = move.matching().getOrDefault(slot, "");
        List<FitState> there = fits.findAll(from, to.section(taking, section)).getOrDefault(source, List.of());
        if (index < 0 || index >= there.size()) {
            throw new NotFound("picture of this move", slot + " " + index);
        }
        return withFiles(List.of(carry(to, there.get(index), new Place(taking, section, index))))
                .get(0);
    }

    /** The last accepted move, while its theme is the one in use. */
    @Transactional(readOnly = true)
    public Optional<ThemeMove> undoable(OpenSite site) {
        return moves.findFirstBySiteIdAndStateOrderByIdDesc(site.id(), State.ACCEPTED)
                .filter(move -> move.toSheet() == site.sheetId());
    }

    /** Lets a new slot take over from another old one. @param old empty for none */
    @Transactional
    public void match(OpenSite site, long id, String slot, String old) {
        ThemeMove move = locked(site, id, State.PROPOSED);
        SlotSheet to = sheets.get(site, move.toSheet()).sheet();
        SlotSheet from = sheets.get(site, move.fromSheet()).sheet();
        to.slot(slot).orElseThrow(() -> new NotFound("slot", slot));
        if (!old.isEmpty() && from.slot(old).isEmpty()) {
            throw new BadInput("from", "the old theme has no slot " + old);
        }
        move.match(slot, old.isEmpty() ? null : old);
        moves.save(move);
    }

    /** Carries the fits over and puts the new theme into use. What cannot be carried is left out; the old fits stay as they are. */
    @Transactional
    public int accept(OpenSite site, long id) {
        ThemeMove move = locked(site, id, State.PROPOSED);
        if (move.fromSheet() != site.sheetId()) {
            throw new Conflict("the site has had another theme since this was proposed: propose the move again");
        }
        Outcome outcome = outcome(site, move);
        int carried = 0;
        for (Carried one : outcome.carried) {
            if (one.look() != null) {
                book.save(
                        outcome.to,
                        one.place(),
                        one.look().picture(),
                        one.look().fit(),
                        null);
                carried++;
            }
        }
        sheets.use(site, move.toSheet());
        move.become(State.ACCEPTED);
        moves.save(move);
        return carried;
    }

    /** Back to the old theme, with every fit as it was. What was made under the new one is kept with it. */
    @Transactional
    public void undo(OpenSite site, long id) {
        ThemeMove move = locked(site, id, State.ACCEPTED);
        if (move.toSheet() != site.sheetId()) {
            throw new Conflict("the site has moved on to another theme since");
        }
        sheets.use(site, move.fromSheet());
        move.become(State.UNDONE);
        moves.save(move);
    }

    private Outcome outcome(OpenSite site, ThemeMove move) {
        OpenSite from = sheets.open(site, move.fromSheet());
        OpenSite to = sheets.open(site, move.toSheet());
        Map<String, Map<String, List<FitState>>> old = new HashMap<>();
        Set<FitState> left = new LinkedHashSet<>();
        for (String section : sectionsOf(from)) {
            old.put(section, fits.findAll(from, section));
            old.get(section).values().forEach(left::addAll);
        }
        List<Carried> carried = new ArrayList<>();
        Map<String, String> matching = move.matching();
        for (Slot slot : to.sheet().slots()) {
            String source = matching.get(slot.id());
            for (String section : to.overrides(slot) ? sectionsOf(to) : List.of(OpenSite.WHOLE_SITE)) {
                List<FitState> there = source == null || !old.containsKey(section)
                        ? List.of()
                        : old.get(section).getOrDefault(source, List.of());
                int most = slot.set() == null ? 1 : slot.set().most();
                for (int i = 0; i < Math.min(most, there.size()); i++) {
                    carried.add(carry(to, there.get(i), new Place(slot, section, i)));
                    left.remove(there.get(i));
                }
            }
        }
        return new Outcome(move, from, to, withFiles(carried), List.copyOf(left));
    }

    private List<Carried> withFiles(List<Carried> carried) {
        List<FitState> looks =
                carried.stream().map(Carried::look).filter(Objects::nonNull).toList();
        Iterator<FitState> known = renditions.known(looks).iterator();
        return carried.stream()
                .map(c -> c.look() == null ? c : new Carried(c.from(), c.place(), known.next(), null))
                .toList();
    }

    private static List<String> sectionsOf(OpenSite site) {
        List<String> sections = new ArrayList<>(List.of(OpenSite.WHOLE_SITE));
        site.sheet().sections().forEach(s -> sections.add(s.id()));
        return sections;
    }

    private static Carried carry(OpenSite to, FitState from, Place place) {
        try {
            Fit fit = from.fit().carriedTo(place.slot(), from.picture().size());
            return new Carried(from, place, FitState.looked(to, place, from.picture(), fit), null);
        } catch (BadInput e) {
            return new Carried(from, place, null, e.getMessage());
        }
    }

    private ThemeMove locked(OpenSite site, long id, State state) {
        site.requireChange(OpenSite.WHOLE_SITE);
        ThemeMove move = moves.lock(id, site.id()).orElseThrow(() -> unknown(id));
        if (move.state() != state) {
            throw new Conflict("this move is " + move.state().word());
        }
        return move;
    }

    private static NotFound unknown(long id) {
        return new NotFound("move", Long.toString(id));
    }
}
