package gavlin.web.fit;

import gavlin.core.brief.Brief;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.web.picture.PictureViews;
import gavlin.web.site.OpenSite;

/**
 * A fit drawn small, as it is seen in its slot: for history, several slots, choices and moves. The prepared picture comes from the server;
 * a page only places it.
 *
 * @param view where the prepared picture is read
 * @param layer where what lies over it is read, or null
 * @param slot the file's size, px: the drawing's space
 * @param image where the whole prepared picture lies
 * @param ground what is seen behind it, {@code #RRGGBB}
 */
public record Thumbnail(String view, String layer, Size slot, Box<InSlot> image, boolean round, String ground) {
    /** As wide as thumbnails are drawn, on a screen of two pixels for one, px. */
    private static final double DRAWN = 240;

    public static Thumbnail of(OpenSite site, FitState state) {
        Size size = state.plan().size();
        Size prepared = state.prepared().size();
        Box<InSlot> image = prepared.<InPrepared>box()
                .carry(state.plan().framing().window(), state.plan().framing().placed());
        int wanted = (int) Math.min(Size.MAX, Math.ceil(DRAWN * image.width() / size.width()));
        Integer backing = state.fit().backing();
        int ground = backing != null
                ? backing
                : state.present().showings().stream()
                        .findFirst()
                        .map(s -> s.background())
                        .orElse(0xffffff);
        return new Thumbnail(
                PictureViews.href(state.picture(), state.fit().prepare(), wanted),
                LayerController.href(state, site.sheetRevision(), site.id()),
                size,
                image,
                state.slot().brief().shape() == Brief.Shape.CIRCLE,
                new Colour(ground).toString());
    }
}
