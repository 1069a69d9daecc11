package gavlin.core.fit;

import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.raster.Renderable;
import gavlin.core.seat.Seat;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Problem;
import gavlin.core.speech.Said;
import gavlin.core.weight.Encoding;
import java.util.List;
import java.util.function.Supplier;

/**
 * The decision that puts a picture into a slot. Small, and all that is kept: everything else is computed from it. {@link FitDocument} is
 * its form outside.
 *
 * @param prepare what is made of the picture first
 * @param frame which part of that is shown
 * @param finish what is done to the file's pixels
 * @param type the file type that the person wants, or null to let the weight search choose
 * @param encoding one file out of what the search tried, or null to let the search choose; its type counts then
 * @param letGo ids of the picture's keep areas that need not be seen in this slot
 */
public record Fit(
        Steps<Preparation> prepare,
        Frame frame,
        Steps<Finish> finish,
        PictureType type,
        Encoding encoding,
        List<String> letGo) {
    public Fit {
        letGo = letGo.stream().distinct().limit(KeepArea.MOST).sorted().toList();
    }

    /** Nothing but a window. */
    public static Fit of(Frame frame) {
        return new Fit(Steps.none(), frame, Steps.none(), null, null, List.of());
    }

    /** What Gavlin chooses when the person has said nothing yet. */
    public static Fit chosenFor(Slot slot) {
        return of(Frame.of(slot.brief().rule()));
    }

    public Fit with(Frame other) {
        return new Fit(prepare, other, finish, type, encoding, letGo);
    }

    /** The same of another prepared picture. {@link FitChange} also keeps in the middle what is there. */
    public Fit with(Steps<Preparation> other) {
        return new Fit(other, frame, finish, type, encoding, letGo);
    }

    public Fit with(Preparation other) {
        return with(prepare.with(other));
    }

    public Fit with(Finish other) {
        return new Fit(prepare, frame, finish.with(other), type, encoding, letGo);
    }

    public Fit with(PictureType wanted, Encoding file) {
        return new Fit(prepare, frame, finish, wanted, file, letGo);
    }

    public Fit lettingGo(List<String> ids) {
        return new Fit(prepare, frame, finish, type, encoding, ids);
    }

    public Rule rule() {
        return frame.rule();
    }

    /** 0xRRGGBB to lay transparent pixels and margins on, or null. */
    public Integer backing() {
        Backing backing = finish.get(Backing.TYPE);
        return backing.changesNothing()
                ? null
                : Integer.valueOf(backing.colour().rgb());
    }

    /** The only type that the file may have, or null. */
    public PictureType wantedType() {
        return encoding == null ? type : encoding.type();
    }

    /** Whether something in it is chosen, or may be refused, by the picture's pixels: see {@link #settled}. */
    public boolean looksAtPixels() {
        return prepare.all().stream().anyMatch(Preparation::looksAtPixels)
                || frame.seat() != null
                        && frame.seat().by() == Seat.By.MASS
                        && frame.seat().middle() == null;
    }

    /**
     * The same with all that Gavlin is to choose by the picture's pixels.
     *
     * @param picture only opened where something is to be chosen
     * @throws BadInput when something that is asked can't be done to it, with what to do instead
     */
    public Fit settled(Supplier<? extends Renderable<InPicture>> picture) {
        Steps<Preparation> settled = Prepared.settled(prepare, picture);
        Seat seat = frame.seat();
        if (seat != null && seat.by() == Seat.By.MASS && seat.middle() == null) {
            Renderable<InPicture> opened = picture.get();
            seat = seat.settled(new Prepared(opened.size(), settled).of(opened));
        }
        return with(settled).with(frame.with(seat));
    }

    /** @param picture upright, px */
    public Prepared prepared(Size picture) {
        return new Prepared(picture, prepare);
    }

    /** The slot as this fit has it: in the height that was chosen, its showings at the position that was. */
    public Slot slotOf(Slot slot) {
        Slot chosen = slot.inHeight(frame.height());
        return frame.position() == null
                ? chosen
                : chosen.with(chosen.showings().stream()
                        .map(s -> s.positioned(frame.position()))
                        .toList());
    }

    /** Where the prepared picture, of {@code size} px, lands in a rendition of {@code out} px. */
    public Framing<InPrepared> framing(Slot slot, Size size, Size out) {
        if (frame.rule() == Rule.CONTAIN && frame.seat() != null) {
            double density = (double) out.width() / slot.brief().sizeFor(size).width();
            return frame.seat().framing(size, out, density);
        }
        FocalPoint<InSlot> aim = frame.rule() == Rule.COVER ? OpenArea.aim(slot.showings(), out) : FocalPoint.centre();
        return Framing.of(size, out, frame.rule(), frame.focal(), aim, frame.zoom());
    }

    /** The same with its window as nearly there as the edges allow. Its height follows from its width. @param picture upright, px */
    public Fit at(Slot slot, Size picture, double x, double y, double width) {
        Size size = prepared(picture).size();
        Slot chosen = slotOf(slot);
        Size out = chosen.brief().sizeFor(size);
        double zoom = Framing.zoomForWidth(size, out, width);
        Box<InPrepared> box = with(frame.at(FocalPoint.centre(), zoom))
                .framing(chosen, size, out)
                .window();
        FocalPoint<InSlot> aim = OpenArea.aim(chosen.showings(), out);
        double left = clamp(x, size.width() - box.width());
        double top = clamp(y, size.height() - box.height());
        return with(frame.at(
                new FocalPoint<>(
                        clamp((left + aim.x() * box.width()) / size.width(), 1),
                        clamp((top + aim.y() * box.height()) / size.height(), 1)),
                zoom));
    }

    /** The same, built around a point of the upright picture. */
    public Fit around(FocalPoint<InPicture> point, Size picture) {
        return with(frame.at(prepared(picture).toPrepared(point), frame.zoom()));
    }

    /**
     * The same as a person may ask for it: with a height that the slot offers, its own height as none.
     *
     * @param picture upright, px
     * @throws BadInput when it may not be asked for
     */
    public Fit checkedFor(Slot slot, Size picture) {
        prepared(picture).checked();
        Integer height = frame.height();
        if (height == null) {
            return this;
        }
        if (!slot.heights().contains(height)) {
            throw new BadInput(
                    "height",
                    slot.heights().isEmpty()
                            ? "the theme offers no heights for this slot"
                            : "the height must be " + Said.either(slot.heights()) + ", was " + height);
        }
        boolean own = slot.brief().size() != null && slot.brief().size().height() == height;
        return own ? with(frame.inHeight(null)) : this;
    }

    /** The same with its window where one lies on the picture prepared otherwise. */
    Fit showing(Box<InPrepared> window, Prepared in, Slot slot) {
        if (in.steps().equals(prepare)) {
            return at(slot, in.picture(), window.x(), window.y(), window.width());
        }
        Prepared here = prepared(in.picture());
        Slot chosen = slotOf(slot);
        double height = window.width() / chosen.brief().sizeFor(here.size()).proportion();
        Point<InPrepared> middle =
                here.toPrepared(in.toPicture(new Point<>(window.x() + window.width() / 2, window.y() + height / 2)));
        return at(slot, in.picture(), middle.x() - window.width() / 2, middle.y() - height / 2, window.width());
    }

    /**
     * The same decision for another slot, as a move to another theme carries it over: the point that matters is kept, and what was done to
     * the picture; what belonged to the old slot or its file is not. Where the old zoom would enlarge the picture, more of it is shown.
     *
     * @param picture upright, px
     * @throws BadInput when the slot has no size inside so small a picture
     */
    public Fit carriedTo(Slot slot, Size picture) {
        Rule asked = slot.brief().rule();
        Steps<Preparation> kept = prepare.carried();
        FocalPoint<InPrepared> focal = frame.focal();
        if (!kept.equals(prepare)) {
            Prepared now = prepared(picture);
            Prepared then = new Prepared(picture, kept);
            focal = FocalPoint.of(then.toPrepared(now.toPicture(focal.in(now.size()))), then.size());
        }
        Fit carried = new Fit(
                kept, new Frame(asked, focal, 1, null, null, carriedSeat()), finish.carried(), null, null, List.of());
        if (asked == Rule.CONTAIN) {
            return carried;
        }
        Size size = carried.prepared(picture).size();
        double detail = carried.framing(slot, size, slot.brief().sizeFor(size)).detail();
        return carried.with(carried.frame.at(focal, Math.max(1, Math.min(frame.zoom(), detail))));
    }

    /** Without the height, which was measured against the old slot. */
    private Seat carriedSeat() {
        Seat seat = frame.seat();
        return seat == null ? null : new Seat(seat.by(), seat.clear(), null, seat.middle());
    }

    /**
     * What must be seen of a picture in a slot, as this fit has both.
     *
     * @param present the slot with the showings that exist now
     * @param picture upright, px
     * @param areas of the picture; those that were let go are left out
     */
    public Problem problem(Slot present, Size picture, List<KeepArea> areas, FocalPoint<InPicture> point) {
        return new Problem(
                present,
                prepared(picture),
                areas.stream().filter(a -> !letGo.contains(a.id())).toList(),
                point,
                frame.height(),
                frame.position());
    }

    private static double clamp(double value, double most) {
        return Math.max(0, Math.min(most, value));
    }
}
