package gavlin.core.fit;

import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.speech.Said;
import gavlin.core.words.Passage;
import gavlin.core.words.Typeset;
import gavlin.core.words.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Where words in a file read best: in one of nine positions of what every showing shows and none covers, as large as they are wanted or as there is
 * room for, in the ink that stands out most, on a box where none does.
 *
 * @param passage where and as they would stand; null where there is no such place
 * @param says why there, or why nowhere and what would do
 */
public record WordSetting(Passage passage, String says) {
    private static final double MARGIN = 0.08;
    /** Shares of the room that lines may be as long as: short ones first, they are read at a glance. */
    private static final double[] WIDTHS = {0.42, 0.62, 1};

    private static final double SMALLER = 0.92;
    private static final Colour WHITE = new Colour(0xFFFFFF);
    private static final Colour DARK = new Colour(0x17313A);
    /** Of a keep area, behind words, before it counts against a place. */
    private static final double HIDES = 0.02;

    /** One way, tried. */
    private record Tried(Passage passage, String where, double ratio, double least, double hides, boolean asWanted) {
        boolean reads() {
            return ratio >= least;
        }

        double rank() {
            return (hides > HIDES ? 10 * hides : 0)
                    + (reads() ? 0 : 1)
                    + (asWanted ? 0 : 0.5)
                    - Math.min(ratio / least, 2) / 10;
        }
    }

    /**
     * @param plan with the slot and fit of the file
     * @param slot as it is shown
     * @param kept boxes round what must be seen, px of the file
     * @param wanted the words as somebody typed them
     */
    public static WordSetting of(
            Renderable<InPicture> picture, RenditionPlan plan, Slot slot, List<Box<InSlot>> kept, Passage wanted) {
        Size file = plan.size();
        int density = plan.around().density();
        Box<InSlot> safe = OpenArea.safe(slot.showings(), file);
        double margin = MARGIN * Math.min(safe.width(), safe.height());
        double pad = wanted.behind() == null ? margin : margin + 0.4 * wanted.size() * density;
        Box<InSlot> room = new Box<>(
                safe.x() + pad,
                safe.y() + pad,
                Math.max(0, safe.width() - 2 * pad),
                Math.max(0, safe.height() - 2 * pad));
        if (room.isEmpty()) {
            return new WordSetting(
                    null,
                    "No part of the file is seen in every showing and covered in none; words would be hidden somewhere."
                            + " Put them on the page instead, or choose a taller banner.");
        }
        double least = Math.max(Passage.SMALLEST, leastSize(wanted, slot, file, density));
        for (double size = wanted.size(); ; size *= SMALLER) {
            Passage sized = wanted.sized(Math.max(least, Math.round(size * 10) / 10.0));
            List<Passage> places = places(sized, room, density);
            if (!places.isEmpty()) {
                Pixels under = Rendition.pixels(picture, plan.wordless());
                return best(places, under, slot, kept, room, density, wanted);
            }
            if (size <= least) {
                return new WordSetting(
                        null,
                        "The words are too long: even at " + Said.plain(Inscription.LEAST_PX)
                                + " px on the page they don’t fit where every showing shows them. Shorten them, or put them on the page.");
            }
        }
    }

    /** With which letters are still read in the showing that shows them smallest, px of density 1. */
    private static double leastSize(Passage wanted, Slot slot, Size file, int density) {
        double smallest = Inscription.of(wanted, slot, file, density).stream()
                .mapToDouble(one -> one.sizePx() / wanted.size())
                .min()
                .orElse(1);
        return Math.min(wanted.size(), Math.ceil(10 * Inscription.LEAST_PX / smallest) / 10);
    }

    /** In each of nine positions, with the shortest lines that fit there; none where the room is too small. */
    private static List<Passage> places(Passage sized, Box<InSlot> room, int density) {
        for (double share : WIDTHS) {
            double width = share * room.width();
            Box<InSlot> block =
                    Typeset.of(sized.at(0, 0, width / density, "left"), density).box();
            if (block.width() <= width + 0.5 && block.height() <= room.height()) {
                List<Passage> places = new ArrayList<>();
                for (int row = 0; row < 3; row++) {
                    for (int column = 0; column < 3; column++) {
                        double x = room.x() + column * (room.width() - width) / 2;
                        double y = room.y() + row * (room.height() - block.height()) / 2;
                        places.add(sized.at(
                                tenths(x / density),
                                tenths(y / density),
                                tenths(width / density),
                                Passage.ALIGN.get(column)));
                    }
                }
                return places;
            }
        }
        return List.of();
    }

    private static double tenths(double px) {
        return Math.round(px * 10) / 10.0;
    }

    private static WordSetting best(
            List<Passage> places,
            Pixels under,
            Slot slot,
            List<Box<InSlot>> kept,
            Box<InSlot> room,
            int density,
            Passage wanted) {
        List<Tried> tried = new ArrayList<>();
        for (int i = 0; i < places.size(); i++) {
            String where = WordPlaces.name(i / 3, i % 3);
            for (Colour ink : inks(wanted)) {
                tried.add(tried(
                        places.get(i).inked(ink, wanted.behind()),
                        where,
                        under,
                        slot,
                        kept,
                        density,
                        ink.equals(wanted.ink())));
            }
        }
        Tried best = tried.stream().min(Comparator.comparingDouble(Tried::rank)).orElseThrow();
        boolean boxed = !best.reads() && wanted.outline() == 0;
        if (boxed) {
            Colour ink = best.passage.ink();
            Colour box = Contrast.ratio(ink.rgb(), DARK.rgb()) > Contrast.ratio(ink.rgb(), WHITE.rgb()) ? DARK : WHITE;
            Passage on = best.passage.inked(ink, box);
            // The box needs room of its own where the words stand at the very edge of what is seen.
            Box<InSlot> padded = Typeset.of(on, density).padded();
            Passage inside = on.at(
                    tenths(on.x() + shift(padded.x(), padded.right(), room.x(), room.right()) / density),
                    tenths(on.y() + shift(padded.y(), padded.bottom(), room.y(), room.bottom()) / density),
                    on.width(),
                    on.align());
            best = tried(inside, best.where, under, slot, kept, density, best.asWanted);
        }
        String says = "Set at the " + best.where + ", " + Said.plain(best.passage.size()) + " px"
                + (best.passage.size() < wanted.size() ? " (as large as there is room for)" : "")
                + ": contrast " + Said.plain(Math.floor(best.ratio * 10) / 10) + " : 1 where it is worst"
                + (boxed ? ", on a box, because no ink reads on the picture itself" : "")
                + (best.hides > HIDES
                        ? "; they lie over " + Said.percent(Math.ceil(best.hides * 100) / 100) + " of what must be seen"
                        : "")
                + ".";
        return new WordSetting(best.passage, says);
    }

    private static double shift(double from, double to, double least, double most) {
        return from < least ? least - from : to > most ? most - to : 0;
    }

    /** The one that is wanted counts first; white and dark, where it can't be read. */
    private static List<Colour> inks(Passage wanted) {
        return Stream.of(wanted.ink(), WHITE, DARK).distinct().toList();
    }

    private static Tried tried(
            Passage passage,
            String where,
            Pixels under,
            Slot slot,
            List<Box<InSlot>> kept,
            int density,
            boolean asWanted) {
        Pixels ground = new Words(List.of(passage)).ground(under, density);
        double ratio = Double.MAX_VALUE;
        double least = Contrast.TEXT;
        for (Inscription one : Inscription.of(passage, slot, under.size(), density)) {
            double here = one.lettering().contrastOn(ground);
            if (here / one.lettering().least() < ratio / least) {
                ratio = here;
                least = one.lettering().least();
            }
        }
        Box<InSlot> box = Typeset.of(passage, density).box();
        double hides = kept.stream()
                .filter(each -> !each.isEmpty())
                .mapToDouble(each -> each.intersect(box).area() / each.area())
                .max()
                .orElse(0);
        return new Tried(passage, where, ratio == Double.MAX_VALUE ? 1 : ratio, least, hides, asWanted);
    }
}
