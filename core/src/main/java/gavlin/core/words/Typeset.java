package gavlin.core.words;

import gavlin.core.codec.Fonts;
import gavlin.core.codec.LetterMask;
import gavlin.core.codec.Letters;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Space.InSlot;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A passage set in lines. Where lines are broken they are as even as so many lines allow: a last word alone is hard to read.
 *
 * @param lines where each stands
 * @param box around all of them, their ascenders and descenders, px of the file
 */
public record Typeset(List<LetterMask.Placed> lines, Box<InSlot> box) {
    /** From one base line to the next, over the size of the letters. */
    private static final double LEADING = 1.25;
    /** From a base line to what lies below it, over the size. */
    private static final double BELOW = 0.27;

    private static final int HALVINGS = 10;

    /** @param scale px of the file for one of density 1 */
    public static Typeset of(Passage passage, double scale) {
        Letters letters = Fonts.letters(passage.font(), passage.weight());
        double size = passage.size() * scale;
        double place = passage.width() * scale;
        List<String> broken = new ArrayList<>();
        passage.text().lines().forEach(line -> broken.addAll(evenly(line.strip(), place, letters, size, passage)));
        List<LetterMask.Placed> lines = new ArrayList<>();
        double left = Double.MAX_VALUE;
        double right = -Double.MAX_VALUE;
        double capital = letters.capHeight() * size;
        double top = passage.y() * scale;
        for (int i = 0; i < broken.size(); i++) {
            double long_ = letters.advance(broken.get(i), size, passage.tracking());
            double idle = passage.tracking() * size; // after the last letter
            double room = place - long_ + idle;
            double x = passage.x() * scale
                    + switch (passage.align()) {
                        case "middle" -> room / 2;
                        case "right" -> room;
                        default -> 0;
                    };
            lines.add(new LetterMask.Placed(
                    letters, broken.get(i), size, passage.tracking(), x, top + capital + i * LEADING * size));
            left = Math.min(left, x);
            right = Math.max(right, x + long_ - idle);
        }
        double height = capital + (broken.size() - 1) * LEADING * size + BELOW * size;
        return new Typeset(lines, new Box<>(left, top, Math.max(0, right - left), height));
    }

    /** The box behind them, with room around. */
    public Box<InSlot> padded() {
        double room = lines.isEmpty() ? 0 : 0.4 * lines.get(0).size();
        return new Box<>(box.x() - room, box.y() - room, box.width() + 2 * room, box.height() + 2 * room);
    }

    /** The fewest lines that keep the width, and of those the evenest: broken at the least width that gives as few. */
    private static List<String> evenly(String text, double width, Letters letters, double size, Passage passage) {
        String[] words = text.split("\\s+");
        double[] lengths = Arrays.stream(words)
                .mapToDouble(word -> letters.advance(word, size, passage.tracking()))
                .toArray();
        double space = letters.advance(" ", size, passage.tracking());
        List<String> fewest = greedily(words, lengths, space, width);
        double low = width / 2;
        double high = width;
        for (int i = 0; i < HALVINGS && fewest.size() > 1; i++) {
            double middle = (low + high) / 2;
            List<String> narrower = greedily(words, lengths, space, middle);
            if (narrower.size() == fewest.size()) {
                high = middle;
                fewest = narrower;
            } else {
                low = middle;
            }
        }
        return fewest;
    }

    /** Each line as long as the width allows; a word that is longer stands alone. */
    private static List<String> greedily(String[] words, double[] lengths, double space, double width) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder(words[0]);
        double length = lengths[0];
        for (int i = 1; i < words.length; i++) {
            if (length + space + lengths[i] > width) {
                lines.add(line.toString());
                line = new StringBuilder(words[i]);
                length = lengths[i];
            } else {
                line.append(' ').append(words[i]);
                length += space + lengths[i];
            }
        }
        lines.add(line.toString());
        return lines;
    }
}
