package gavlin.core.fit;

import gavlin.core.Require;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.weight.Encoding;

/**
 * The decision that puts a picture into a slot. Small, and all that is kept: everything else is computed from it.
 *
 * @param zoom 1 shows as much as the slot's proportions allow
 * @param rule cover or contain
 * @param backing 0xRRGGBB to lay transparent pixels and margins on, or null to leave them transparent
 * @param type the file type that the person wants, or null to let the weight search choose
 * @param encoding one file out of what the search tried, or null to let the search choose; its type counts then
 */
public record Fit(FocalPoint focal, double zoom, Rule rule, Integer backing, PictureType type, Encoding encoding) {
    public Fit {
        Require.range("zoom", zoom, 1, Framing.MAX_ZOOM, "");
    }

    /** What Gavlin chooses when the person has said nothing yet. */
    public static Fit chosenFor(Slot slot) {
        return new Fit(FocalPoint.CENTRE, 1, slot.brief().rule(), null, null, null);
    }

    /** The same, with its window elsewhere. */
    public Fit at(FocalPoint other, double otherZoom) {
        return new Fit(other, otherZoom, rule, backing, type, encoding);
    }

    /** The only type that the file may have, or null. */
    public PictureType wantedType() {
        return encoding == null ? type : encoding.type();
    }

    /** Where the picture lands in a rendition of {@code out} pixels. */
    public Framing frame(Slot slot, Size picture, Size out) {
        FocalPoint aim = rule == Rule.COVER ? OpenArea.aim(slot.showings(), out) : FocalPoint.CENTRE;
        return Framing.of(picture, out, rule, focal, aim, zoom);
    }
}
