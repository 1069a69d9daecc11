package gavlin.core.words;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import gavlin.core.BadInput;
import gavlin.core.codec.LetterMask;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Over;
import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;

/**
 * Words in the file itself, for slots whose theme sets none: over the veil, under the line.
 *
 * @param passages the later over the earlier, {@value #MOST} at most
 */
public record Words(List<Passage> passages) implements Finish {
    public static final int MOST = 6;
    public static final Words NONE = new Words(List.of());
    public static final OperationType<Words> TYPE = new OperationType<>("words", 30, Words.class, NONE);

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public Words {
        passages = passages == null ? List.of() : List.copyOf(passages);
        if (passages.size() > MOST) {
            throw new BadInput("words", "a file has words in at most " + MOST + " places, this has " + passages.size());
        }
    }

    @JsonValue
    public List<Passage> passages() {
        return passages;
    }

    @Override
    public OperationType<Words> type() {
        return TYPE;
    }

    /** They stand where this slot has room. */
    @Override
    public Words carried() {
        return null;
    }

    @Override
    public String changeFrom(Operation before) {
        if (changesNothing()) {
            return "words taken away";
        }
        String first = passages.get(passages.size() - 1).text().replace("\n", " ");
        return "words “" + (first.length() > 40 ? first.substring(0, 39) + "…" : first) + "”";
    }

    @Override
    public Pixels finish(Pixels pixels, Surroundings around) {
        byte[] samples = pixels.samples().clone();
        for (Passage passage : passages) {
            Typeset set = Typeset.of(passage, around.density());
            double outline = passage.outline() * around.density();
            if (passage.behind() != null) {
                fill(samples, pixels, set.padded(), passage.behind());
            }
            if (outline > 0) {
                letters(samples, pixels, set, outline, passage.outlineInk());
            }
            letters(samples, pixels, set, 0, passage.ink());
        }
        return new Pixels(pixels.size(), pixels.channels(), samples);
    }

    /** What the letters of each passage stand on: the file with their boxes, and with their outlines' ink where they have one, but without letters. */
    public Pixels ground(Pixels pixels, int density) {
        byte[] samples = pixels.samples().clone();
        for (Passage passage : passages) {
            Typeset set = Typeset.of(passage, density);
            if (passage.outline() > 0) {
                fill(samples, pixels, set.box(), passage.outlineInk());
            } else if (passage.behind() != null) {
                fill(samples, pixels, set.padded(), passage.behind());
            }
        }
        return new Pixels(pixels.size(), pixels.channels(), samples);
    }

    private static void fill(byte[] samples, Pixels pixels, Box<InSlot> box, Colour ink) {
        Box<InSlot> seen = box.intersect(pixels.size().box());
        for (int y = (int) Math.round(seen.y()); y < Math.round(seen.bottom()); y++) {
            for (int x = (int) Math.round(seen.x()); x < Math.round(seen.right()); x++) {
                Over.lay(samples, (y * pixels.size().width() + x) * pixels.channels(), pixels.channels(), ink.rgb(), 1);
            }
        }
    }

    private static void letters(byte[] samples, Pixels pixels, Typeset set, double outline, Colour ink) {
        Box<InSlot> box = set.box();
        double room =
                outline + set.box().height(); // letters may reach beyond their advance, and marks above their capitals
        Box<InSlot> seen = new Box<InSlot>(
                        box.x() - room, box.y() - room, box.width() + 2 * room, box.height() + 2 * room)
                .intersect(pixels.size().box());
        if (seen.isEmpty()) {
            return;
        }
        int left = (int) Math.floor(seen.x());
        int top = (int) Math.floor(seen.y());
        Size size = new Size((int) Math.ceil(seen.right()) - left, (int) Math.ceil(seen.bottom()) - top);
        List<LetterMask.Placed> there = new ArrayList<>();
        set.lines()
                .forEach(line -> there.add(new LetterMask.Placed(
                        line.letters(), line.text(), line.size(), line.tracking(), line.x() - left, line.y() - top)));
        byte[] covered = LetterMask.of(size, there, outline);
        for (int y = 0, i = 0; y < size.height(); y++) {
            int row = ((y + top) * pixels.size().width() + left) * pixels.channels();
            for (int x = 0; x < size.width(); x++, i++) {
                if (covered[i] != 0) {
                    Over.lay(
                            samples,
                            row + x * pixels.channels(),
                            pixels.channels(),
                            ink.rgb(),
                            (covered[i] & 0xff) / 255.0);
                }
            }
        }
    }
}
