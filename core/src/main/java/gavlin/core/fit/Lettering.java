package gavlin.core.fit;

import gavlin.core.brief.Obstruction;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.Tint;
import gavlin.core.colour.Contrast;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import java.util.Arrays;
import java.util.List;

/**
 * Words that the theme sets over a file in one showing.
 *
 * @param showing its id
 * @param where the showing's name, with its width where it has several
 * @param words what they say, or what they are called
 * @param box the part of the file that lies under them, px; what of them lies beside the file stands on {@code ground}
 * @param uncovered the share of their box that lies beside the file, 0..1
 * @param ground 0xRRGGBB
 * @param ink 0xRRGGBB
 * @param least the contrast ratio that they need
 * @param veil that the theme lays over the file under them, or null
 */
public record Lettering(
        String showing,
        String where,
        String words,
        Box<InSlot> box,
        double uncovered,
        int ground,
        int ink,
        double least,
        Tint veil) {
    /** Large text: CSS px at any weight, and bold (WCAG 2.2, "large scale": 18 pt, and 14 pt bold, at 4/3 px to the point). */
    private static final double LARGE_PX = 24;

    private static final double LARGE_BOLD_PX = 18.66;
    private static final int BOLD = 700;
    /** The worst part of the pixels counts, not the worst pixel: a grain of dust hides no letter. */
    static final double WORST_PART = 0.05;

    /** @param slot in the height and at the position that were chosen */
    static List<Lettering> of(Slot slot, Size file) {
        return slot.showings().stream()
                .flatMap(showing -> showing.looks(file).stream())
                .flatMap(look ->
                        look.obstructions().stream().filter(Obstruction::words).map(words -> of(look, words, file)))
                .filter(lettering -> !lettering.box.isEmpty() || lettering.uncovered > 0)
                .toList();
    }

    /** Of one showing, at the one size that it has. */
    static List<Lettering> of(Showing look, Size file) {
        return look.obstructions().stream()
                .filter(Obstruction::words)
                .map(words -> of(look, words, file))
                .toList();
    }

    private static Lettering of(Showing look, Obstruction words, Size file) {
        Box<InShowing> placed = look.objectFit().place(file, look.box());
        Box<InShowing> seen = words.box().intersect(look.box());
        Box<InShowing> covered = seen.intersect(placed);
        return new Lettering(
                look.id(),
                look.name(),
                words.text().isEmpty() ? words.name() : words.text(),
                covered.isEmpty() ? new Box<>(0, 0, 0, 0) : covered.carry(placed, file.box()),
                seen.isEmpty() ? 0 : 1 - (covered.isEmpty() ? 0 : covered.area() / seen.area()),
                look.background(),
                words.ink(),
                least(words.sizePx(), words.fontWeight()),
                look.veil());
    }

    /** A colour of the file or beside it, as it is seen under the words. */
    int under(int rgb) {
        return veil == null ? rgb : veil.over(rgb);
    }

    /** The same words, did the theme lay no veil. */
    Lettering unveiled() {
        return new Lettering(showing, where, words, box, uncovered, ground, ink, least, null);
    }

    /** As part of a rendition's key: the same as ever where the theme lays none. */
    @Override
    public String toString() {
        return "Lettering[showing=" + showing + ", where=" + where + ", words=" + words + ", box=" + box
                + ", uncovered=" + uncovered + ", ground=" + ground + ", ink=" + ink + ", least=" + least
                + (veil == null ? "" : ", veil=" + veil) + "]";
    }

    /** The contrast ratio that letters of a size need (WCAG 2.2, §1.4.3). @param sizePx CSS px @param weight 1..1000 */
    static double least(double sizePx, int weight) {
        boolean large = sizePx >= LARGE_PX || sizePx >= LARGE_BOLD_PX && weight >= BOLD;
        return large ? Contrast.LARGE_TEXT : Contrast.TEXT;
    }

    /** The first column of pixels under it; {@link #right} is behind the last. */
    int left() {
        return (int) Math.max(0, Math.floor(box.x()));
    }

    int top() {
        return (int) Math.max(0, Math.floor(box.y()));
    }

    int right(Size file) {
        return (int) Math.min(file.width(), Math.ceil(box.right()));
    }

    int bottom(Size file) {
        return (int) Math.min(file.height(), Math.ceil(box.bottom()));
    }

    /** The same words in another ink. */
    Lettering in(int other) {
        return new Lettering(showing, where, words, box, uncovered, ground, other, least, veil);
    }

    /** The contrast ratio that all but the worst 5 % of the pixels under the words reach, 1..21. */
    public double contrastOn(Pixels file) {
        int left = left();
        int right = right(file.size());
        int top = top();
        int bottom = bottom(file.size());
        int count = Math.max(0, right - left) * Math.max(0, bottom - top);
        double[] ratios = new double[count];
        double inkLuminance = Contrast.luminance(ink);
        int n = 0;
        for (int y = top; y < bottom; y++) {
            for (int x = left; x < right; x++) {
                ratios[n++] = Contrast.ratioOf(inkLuminance, Contrast.luminance(under(file.shownOver(x, y, ground))));
            }
        }
        Arrays.sort(ratios);
        double beside = Contrast.ratio(ink, under(ground));
        if (count == 0) {
            return beside;
        }
        double onPicture = ratios[(int) (WORST_PART * count)];
        return uncovered >= WORST_PART ? Math.min(onPicture, beside) : onPicture;
    }
}
