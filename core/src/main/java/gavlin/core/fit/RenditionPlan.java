package gavlin.core.fit;

import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;
import gavlin.core.turn.TurnedRendering;
import gavlin.core.weight.Encoding;
import java.util.List;

/**
 * Everything that decides a rendition, as values: the same plan over the same original gives the same bytes.
 *
 * @param size of the file, px
 * @param types that it may have; empty when nothing allowed can hold it
 * @param maxBytes {@link Long#MAX_VALUE} for no limit
 * @param backing what transparent pixels are laid on, or null
 * @param encoding that the person chose out of what the search tried, or null
 * @param turn in whose px the framing's window is
 * @param growth beyond the edges of the turned picture, px
 */
public record RenditionPlan(
        Size size,
        Framing framing,
        List<PictureType> types,
        long maxBytes,
        Integer backing,
        Encoding encoding,
        Turn turn,
        Growth growth) {
    /** Part of every rendition's key: raised whenever the same plan would give other bytes. */
    public static final int CORE_VERSION = 2;

    /**
     * @param density 1 for the brief's own pixels, 2 for twice as many in each direction
     * @throws gavlin.core.BadInput when a ratio-only brief has no size inside so small a picture
     */
    public static RenditionPlan of(Slot slot, Fit fit, PictureFacts picture, int density) {
        Slot chosen = fit.slotOf(slot);
        Brief brief = chosen.brief();
        Size size = brief.sizeFor(fit.setting().turn().of(picture.size())).times(density);
        Framing framing = fit.frame(chosen, picture.size(), size);
        boolean seeThrough = fit.backing() == null && (picture.transparent() || framing.filled(size) < 1);
        List<PictureType> types = brief.usableTypes().stream()
                .filter(t -> fit.wantedType() == null || t == fit.wantedType())
                .filter(t -> !seeThrough || t.canHoldAlpha())
                .toList();
        boolean possible =
                fit.encoding() != null && types.contains(fit.encoding().type());
        return new RenditionPlan(
                size,
                framing,
                types,
                brief.maxBytes(density),
                fit.backing(),
                possible ? fit.encoding() : null,
                fit.setting().turn(),
                fit.setting().growth());
    }

    /** All of it in one line, for the rendition's key. */
    public String fingerprint() {
        return CORE_VERSION + "|" + size + "|" + framing.window().x() + ","
                + framing.window().y() + ","
                + framing.window().width() + "," + framing.window().height() + "|" + framing.placed() + "|" + types
                + "|" + maxBytes + "|" + backing + "|" + (encoding == null ? "" : encoding.code())
                + (turn.changesNothing() && growth.changesNothing() ? "" : "|" + turn + "|" + growth);
    }

    /** The part of the picture that is read, and the box of the file that it fills at least: what must be decoded. */
    public Framing source(Size picture) {
        Size turned = turn.of(picture);
        Box inside = framing.window().intersect(turned.box());
        Box placed = inside.carry(framing.window(), framing.placed());
        return turn.changesNothing()
                ? new Framing(inside, placed)
                : new Framing(TurnedRendering.source(turn, picture, inside), placed);
    }
}
