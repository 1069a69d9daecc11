package gavlin.core.geometry;

import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;

/**
 * What a browser does with a finished file: CSS object-fit (CSS Images Module 3, §5.5) and object-position with the
 * percentage rule of CSS Backgrounds 3: offset = (box − object) · percentage.
 *
 * @param rule cover or contain
 * @param positionX fraction 0..1
 * @param positionY fraction 0..1
 */
public record ObjectFit(Rule rule, double positionX, double positionY) {
    public static final ObjectFit INITIAL = new ObjectFit(Rule.COVER, 0.5, 0.5);

    /** Where the whole file lands, in the box's own px; with cover it reaches beyond the box. */
    public Box<InShowing> place(Size file, Box<InShowing> box) {
        double across = box.width() / file.width();
        double down = box.height() / file.height();
        double scale = rule == Rule.COVER ? Math.max(across, down) : Math.min(across, down);
        double width = file.width() * scale;
        double height = file.height() * scale;
        return new Box<>((box.width() - width) * positionX, (box.height() - height) * positionY, width, height);
    }

    /**
     * The part of the picture that a visitor sees: the picture through two windows, one after the other.
     *
     * @param framing how the picture was put into the file
     * @param box the showing's box, CSS px
     * @return source px; empty when the box shows none of the picture
     */
    public <S extends Space> Box<S> seen(Framing<S> framing, Size file, Box<InShowing> box) {
        Box<InShowing> placed = place(file, box);
        Box<InShowing> boxAtOrigin = new Box<>(0, 0, box.width(), box.height());
        Box<InSlot> inFile = boxAtOrigin.intersect(placed).carry(placed, file.box());
        Box<InSlot> visible = inFile.intersect(framing.placed());
        return visible.isEmpty() ? Box.empty() : visible.carry(framing.placed(), framing.window());
    }
}
