package gavlin.core.brief;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.ObjectFit;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayList;
import java.util.List;

/**
 * One way a slot is seen: a page and screen, its box there, and what lies over it. The box may have a range of widths; its
 * height then runs evenly from one end to the other.
 *
 * @param page the page plan's id, or null
 * @param screenWidth CSS px, 0 when not said
 * @param box at the origin, CSS px; at its narrowest
 * @param widest the box at its widest, CSS px; the same as {@code box} when it has one size only
 * @param positionIsFree whether the site lets object-position be set
 * @param background 0xRRGGBB
 * @param alsoBehind other colours that lie behind it: a gradient's, or those of a picture there
 * @param veil that the theme lays over the picture there, or null
 * @param obstructions in px of {@code box}
 */
public record Showing(
        String id,
        String name,
        String page,
        int screenWidth,
        Box<InShowing> box,
        Box<InShowing> widest,
        ObjectFit objectFit,
        boolean positionIsFree,
        int background,
        List<Integer> alsoBehind,
        Tint veil,
        List<Obstruction> obstructions,
        Exists exists) {
    /** On a flat ground. */
    public Showing(
            String id,
            String name,
            String page,
            int screenWidth,
            Box<InShowing> box,
            Box<InShowing> widest,
            ObjectFit objectFit,
            boolean positionIsFree,
            int background,
            List<Obstruction> obstructions,
            Exists exists) {
        this(
                id,
                name,
                page,
                screenWidth,
                box,
                widest,
                objectFit,
                positionIsFree,
                background,
                List.of(),
                null,
                obstructions,
                exists);
    }

    /** All colours that lie behind it, the background first. */
    public List<Integer> grounds() {
        List<Integer> all = new ArrayList<>(List.of(background));
        all.addAll(alsoBehind);
        return all;
    }

    public boolean isRange() {
        return widest.width() > box.width();
    }

    /** This showing where its box is {@code width} wide, or as near to that as its range allows. */
    public Showing at(double width) {
        if (!isRange()) {
            return this;
        }
        double w = Math.max(box.width(), Math.min(widest.width(), width));
        double along = (w - box.width()) / (widest.width() - box.width());
        Box<InShowing> now = new Box<>(0, 0, w, box.height() + along * (widest.height() - box.height()));
        return boxed(now, now);
    }

    private Showing boxed(Box<InShowing> now, Box<InShowing> atWidest) {
        return copy(
                now,
                atWidest,
                objectFit,
                positionIsFree,
                obstructions.stream().map(o -> o.moved(box, now)).toList());
    }

    private Showing copy(
            Box<InShowing> least, Box<InShowing> most, ObjectFit fit, boolean free, List<Obstruction> over) {
        return new Showing(
                id, name, page, screenWidth, least, most, fit, free, background, alsoBehind, veil, over, exists);
    }

    /** This showing on a screen of another width than the theme tells of: as high as it is, and so wide. */
    public Showing stretched(double width) {
        Box<InShowing> now = new Box<>(0, 0, width, box.height());
        return boxed(now, now);
    }

    /** This showing where the theme gives it another height, so many times its own; what lies over it keeps its distance to its edges. */
    public Showing tallerBy(double factor) {
        return boxed(
                new Box<>(0, 0, box.width(), box.height() * factor),
                new Box<>(0, 0, widest.width(), widest.height() * factor));
    }

    /**
     * This showing while its picture is enlarged about its middle, as a banner that slowly grows: in px of the picture as it began, less of it is
     * seen, and what lies over it covers less.
     *
     * @param factor from 1
     */
    public Showing enlargedBy(double factor) {
        double width = box.width();
        double height = box.height();
        double left = width * (1 - 1 / factor) / 2;
        double top = height * (1 - 1 / factor) / 2;
        List<Obstruction> over = new ArrayList<>();
        for (Obstruction each : obstructions) {
            Box<InShowing> of = each.box();
            over.add(each.in(
                    new Box<>(left + of.x() / factor, top + of.y() / factor, of.width() / factor, of.height() / factor),
                    each.radius() / factor));
        }
        over.add(Obstruction.edge(new Box<>(0, 0, width, top)));
        over.add(Obstruction.edge(new Box<>(0, height - top, width, top)));
        over.add(Obstruction.edge(new Box<>(0, top, left, height - 2 * top)));
        over.add(Obstruction.edge(new Box<>(width - left, top, left, height - 2 * top)));
        return copy(box, box, objectFit, positionIsFree, over);
    }

    /** This showing with its words elsewhere, CSS px. */
    public Showing wordsMoved(double across, double down) {
        return copy(
                box,
                widest,
                objectFit,
                positionIsFree,
                obstructions.stream()
                        .map(each -> each.words() ? each.in(each.box().moved(across, down), each.radius()) : each)
                        .toList());
    }

    /** This showing on a page whose author sets object-position. */
    public Showing withFreePosition() {
        return copy(box, widest, objectFit, true, obstructions);
    }

    /** This showing with another object-position, where the site lets that be set. */
    public Showing positioned(Position other) {
        return other == null || !positionIsFree
                ? this
                : new Showing(
                        id,
                        name,
                        page,
                        screenWidth,
                        box,
                        widest,
                        new ObjectFit(objectFit.rule(), other.x(), other.y()),
                        true,
                        background,
                        alsoBehind,
                        veil,
                        obstructions,
                        exists);
    }

    /**
     * The widths that tell all: both ends, and between them the one at which the box has the file's own proportions. From
     * one to the next every edge of what is seen, and of what covers it, only ever moves one way, so that the extremes over
     * the whole range are found among these.
     */
    public List<Double> keyWidths(Size file) {
        if (!isRange()) {
            return List.of(box.width());
        }
        List<Double> widths = new ArrayList<>(List.of(box.width()));
        double ratio = file.proportion();
        double growth = (widest.height() - box.height()) / (widest.width() - box.width());
        double crossing = ratio * (box.height() - growth * box.width()) / (1 - ratio * growth);
        if (crossing > box.width() && crossing < widest.width()) {
            widths.add(crossing);
        }
        widths.add(widest.width());
        return widths;
    }

    /** This showing at each of its key widths. */
    public List<Showing> looks(Size file) {
        return keyWidths(file).stream().map(this::at).toList();
    }

    /** The part of the picture that is seen at every width of the range, source px. */
    public <S extends Space> Box<S> alwaysSeen(Framing<S> framing, Size file) {
        return looks(file).stream()
                .map(look -> look.objectFit.seen(framing, file, look.box))
                .reduce(Box::intersect)
                .orElseThrow();
    }
}
