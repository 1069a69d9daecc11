package gavlin.core.lettered;

import gavlin.core.BadInput;
import gavlin.core.speech.Said;
import java.util.Arrays;
import java.util.Locale;

/** A small set of symbols, drawn for Gavlin: one path each in a box of 100 by 100, holes by the even-odd rule. */
public enum Symbol {
    TOWER(
            "tower",
            "M38 30h24l8 62h8v8H22v-8h8zM44 44l-2 14h16l-2-14zM34 22h32v6H34zM42 8h16v12H42zM50 0l10 6H40zM0 6l32 6v4L0 14zM100 6L68 12v4l32-2z"),
    WAVES(
            "waves",
            "M0 34c12-22 28-22 40-4s28 18 40 0c7-10 14-14 20-14v16c-6 2-9 6-13 12-13 18-33 18-47-2-10-14-20-14-28 2L0 60zM0 74c12-22 28-22 40-4s28 18 40 0c7-10 14-14 20-14v16c-6 2-9 6-13 12-13 18-33 18-47-2-10-14-20-14-28 2L0 100z"),
    SUN(
            "sun",
            "M50 26a24 24 0 1 0 0 48a24 24 0 1 0 0-48zM46 0h8v18h-8zM46 82h8v18h-8zM0 46h18v8H0zM82 46h18v8H82zM12 18l6-6 13 13-6 6zM69 75l6-6 13 13-6 6zM82 12l6 6-13 13-6-6zM25 69l6 6-13 13-6-6z"),
    LEAF(
            "leaf",
            "M100 0C40 0 6 26 6 62c0 8 2 15 6 21L0 94l6 6 12-11c6 4 13 5 20 5C78 94 100 56 100 0zM22 79C36 56 54 38 78 22 58 44 42 60 28 84z"),
    HOUSE("house", "M50 0l50 44-7 8-7-6v54H58V66H42v34H14V46l-7 6-7-8z"),
    CUP(
            "cup",
            "M8 24h68v10h8a16 16 0 0 1 0 38h-12c-4 9-11 16-18 18H30C18 86 8 70 8 50zM76 44v18h6a8 8 0 0 0 0-18zM0 92h84v8H0zM28 0h6c-4 8 6 10 2 20h-6c4-8-6-10-2-20zM48 0h6c-4 8 6 10 2 20h-6c4-8-6-10-2-20z"),
    RING(
            "ring",
            "M50 0a50 50 0 1 0 0 100a50 50 0 1 0 0-100zM50 14a36 36 0 1 1 0 72a36 36 0 1 1 0-72zM50 32a18 18 0 1 0 0 36a18 18 0 1 0 0-36z"),
    PEAKS("peaks", "M0 92L36 20l16 32 12-20 36 60zM36 38l-8 17 8-4 7 5z"),
    BOOK(
            "book",
            "M0 14c18-6 34-4 47 4v76c-13-8-29-10-47-4zM100 14c-18-6-34-4-47 4v76c13-8 29-10 47-4zM10 30v6c10-2 18-1 27 3v-6c-9-4-17-5-27-3zM90 30v6c-10-2-18-1-27 3v-6c9-4 17-5 27-3z"),
    SPARK("spark", "M50 0c4 28 18 44 50 50-32 6-46 22-50 50-4-28-18-44-50-50C32 44 46 28 50 0z");

    private final String word;
    private final String path;

    Symbol(String word, String path) {
        this.word = word;
        this.path = path;
    }

    public String word() {
        return word;
    }

    /** SVG path data. */
    public String path() {
        return path;
    }

    public static Symbol ofWord(String word) {
        return Arrays.stream(values())
                .filter(symbol -> symbol.word.equals(word.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        "symbol",
                        "symbol must be "
                                + Said.either(Arrays.stream(values())
                                        .map(Symbol::word)
                                        .toList()) + ", was " + word));
    }
}
