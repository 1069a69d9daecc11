package gavlin.web.board;

import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Showing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InShowing;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FitState;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A slot where it stands on a page, as it is fitted now.
 *
 * @param own its own picture's fit, or null
 * @param planned as the theme has it
 * @param showing at the height and position that its fit has chosen
 */
public record PlacedSlot(PagePlan.Place place, Entry entry, FitState own, Showing planned, Showing showing) {
    /** Those of a page that exist now, in its order. */
    public static List<PlacedSlot> on(PagePlan plan, Map<String, Entry> bySlot) {
        List<PlacedSlot> placed = new ArrayList<>();
        for (PagePlan.Place place : plan.places()) {
            Entry entry = bySlot.get(place.slot());
            entry.slot().showings().stream()
                    .filter(s -> s.id().equals(place.showing()))
                    .filter(s -> entry.exists() && s.exists().given(entry.site().chosen()))
                    .findFirst()
                    .ifPresent(showing -> placed.add(of(place, entry, showing, plan.width())));
        }
        return placed;
    }

    private static PlacedSlot of(PagePlan.Place place, Entry entry, Showing showing, double width) {
        FitState own = entry.fit(place.member());
        Showing planned = showing.at(width);
        Showing now = own == null
                ? planned
                : own.shown().showings().stream()
                        .filter(s -> s.id().equals(showing.id()))
                        .findFirst()
                        .map(s -> s.at(width))
                        .orElse(planned);
        return new PlacedSlot(place, entry, own, planned, now);
    }

    /** How much higher it is than the theme has planned, CSS px. */
    public double taller() {
        return showing.box().height() - planned.box().height();
    }

    /** What stands below something that became taller moves down by as much, as on the page. */
    public double shift(List<PlacedSlot> all) {
        return all.stream()
                .filter(s -> s.place.y() + s.planned.box().height() <= place.y())
                .mapToDouble(PlacedSlot::taller)
                .sum();
    }

    /** Where it stands on the page among the others, CSS px of the page. */
    public Box<InShowing> box(List<PlacedSlot> all) {
        return new Box<>(
                place.x(),
                place.y() + shift(all),
                showing.box().width(),
                showing.box().height());
    }

    /** What is seen there: its own fit or what stands in for it; null where that has no file. */
    public FitState fit() {
        FitState fit =
                own != null || entry.standIn() == null ? own : entry.standIn().fit();
        return fit != null && !fit.plan().types().isEmpty() ? fit : null;
    }

    /** Where its file is read: the very bytes that would be sent. Null where there is none. */
    public String file() {
        FitState fit = fit();
        return fit == null ? null : file(entry.site().id(), fit);
    }

    /** Where the file of a fit is read. */
    public static String file(String site, FitState fit) {
        String version = fit.rendition() == null ? "new" : fit.rendition().key().substring(0, 12);
        String query = fit.place().query();
        return "/api/v1/sites/" + site + "/slots/" + fit.slot().id() + "/rendition" + query
                + (query.isEmpty() ? "?" : "&") + "v=" + version;
    }

    /** Where that file lies in its showing's box, CSS px. */
    public Box<InShowing> fileBox() {
        FitState fit = fit();
        return fit == null ? Box.empty() : showing.objectFit().place(fit.plan().size(), showing.box());
    }
}
