package gavlin.core.fit;

import gavlin.core.Require;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Problem;
import gavlin.core.weight.Encoding;
import java.util.List;

/**
 * The decision that puts a picture into a slot. Small, and all that is kept: everything else is computed from it.
 *
 * @param focal fractions of the turned picture with what is grown around it: what the window is built around
 * @param zoom 1 shows as much as the slot's proportions allow
 * @param rule cover or contain
 * @param backing 0xRRGGBB to lay transparent pixels and margins on, or null to leave them transparent
 * @param type the file type that the person wants, or null to let the weight search choose
 * @param encoding one file out of what the search tried, or null to let the search choose; its type counts then
 */
public record Fit(
        FocalPoint focal,
        double zoom,
        Rule rule,
        Integer backing,
        PictureType type,
        Encoding encoding,
        Setting setting) {
    public Fit {
        Require.range("zoom", zoom, 1, Framing.MAX_ZOOM, "");
    }

    public Fit(FocalPoint focal, double zoom, Rule rule, Integer backing, PictureType type, Encoding encoding) {
        this(focal, zoom, rule, backing, type, encoding, Setting.NONE);
    }

    /** What Gavlin chooses when the person has said nothing yet. */
    public static Fit chosenFor(Slot slot) {
        return new Fit(FocalPoint.CENTRE, 1, slot.brief().rule(), null, null, null);
    }

    /** The same, with its window elsewhere. */
    public Fit at(FocalPoint other, double otherZoom) {
        return new Fit(other, otherZoom, rule, backing, type, encoding, setting);
    }

    public Fit with(Setting other) {
        return new Fit(focal, zoom, rule, backing, type, encoding, other);
    }

    /**
     * The same decision for another slot, as a move to another theme carries it over: the point that matters and what was chosen
     * to be seen are kept, what belonged to the old file is not. Where the old zoom would enlarge the picture, more of it is shown.
     *
     * @param picture upright, px
     * @throws gavlin.core.BadInput when the slot has no size inside so small a picture
     */
    public Fit carriedTo(Slot slot, Size picture) {
        Rule asked = slot.brief().rule();
        // A height is one of the old slot's; growth was measured for it.
        Setting kept = new Setting(setting.turn(), Growth.NONE, null, null, setting.letGo());
        Fit carried = new Fit(focal, 1, asked, backing, null, null, kept);
        if (asked == Rule.CONTAIN) {
            return carried;
        }
        double detail = carried.frame(
                        slot, picture, slot.brief().sizeFor(kept.turn().of(picture)))
                .detail();
        return carried.at(focal, Math.max(1, Math.min(zoom, detail)));
    }

    /** The only type that the file may have, or null. */
    public PictureType wantedType() {
        return encoding == null ? type : encoding.type();
    }

    /** The slot as this fit has it: in the height that was chosen, its showings at the position that was. */
    public Slot slotOf(Slot slot) {
        Slot chosen = slot.inHeight(setting.height());
        return setting.position() == null
                ? chosen
                : chosen.with(chosen.showings().stream()
                        .map(s -> s.positioned(setting.position()))
                        .toList());
    }

    /**
     * Where the picture lands in a rendition of {@code out} pixels; the window in px of the turned picture.
     *
     * @param picture upright, px
     */
    public Framing frame(Slot slot, Size picture, Size out) {
        FocalPoint aim = rule == Rule.COVER ? OpenArea.aim(slot.showings(), out) : FocalPoint.CENTRE;
        Size turned = setting.turn().of(picture);
        return rule == Rule.COVER
                ? Framing.of(turned, setting.growth(), out, rule, focal, aim, zoom)
                : Framing.of(turned, out, rule, focal, aim, zoom);
    }

    /** The same with its window as nearly there as the edges allow; px of the turned picture. Its height follows from its width. */
    public Fit at(Slot slot, Size picture, double x, double y, double width) {
        Size turned = setting.turn().of(picture);
        Size grown = setting.growth().grown(turned);
        Box field = setting.growth().field(turned);
        Slot chosen = slotOf(slot);
        Size out = chosen.brief().sizeFor(turned);
        double there = Framing.zoomForWidth(grown, out, width);
        Box box = at(FocalPoint.CENTRE, there).frame(chosen, picture, out).window();
        FocalPoint aim = OpenArea.aim(chosen.showings(), out);
        double left = clamp(x - field.x(), grown.width() - box.width());
        double top = clamp(y - field.y(), grown.height() - box.height());
        return at(
                new FocalPoint(
                        clamp((left + aim.x() * box.width()) / grown.width(), 1),
                        clamp((top + aim.y() * box.height()) / grown.height(), 1)),
                there);
    }

    /** The same, built around a point of the upright picture. */
    public Fit around(FocalPoint point, Size picture) {
        Size turned = setting.turn().of(picture);
        Size grown = setting.growth().grown(turned);
        FocalPoint on = setting.turn().fromPicture(picture, point);
        return at(
                new FocalPoint(
                        clamp((on.x() * turned.width() + setting.growth().left()) / grown.width(), 1),
                        clamp((on.y() * turned.height() + setting.growth().top()) / grown.height(), 1)),
                zoom);
    }

    /**
     * What must be seen of a picture in a slot, as this fit has both.
     *
     * @param present the slot with the showings that exist now
     * @param picture upright, px
     * @param areas of the upright picture; those that were let go are left out
     * @param point the picture's focal point
     */
    public Problem problem(Slot present, Size picture, List<KeepArea> areas, FocalPoint point) {
        return new Problem(
                present,
                picture,
                areas.stream().filter(a -> !setting.letGo().contains(a.name())).toList(),
                setting.turn().fromPicture(picture, point),
                setting.turn(),
                setting.growth(),
                setting.height(),
                setting.position());
    }

    private static double clamp(double value, double most) {
        return Math.max(0, Math.min(most, value));
    }
}
