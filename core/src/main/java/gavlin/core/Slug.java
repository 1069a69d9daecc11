package gavlin.core;

import com.ibm.icu.text.Transliterator;
import java.util.Locale;

/** Words as a part of a file's name, an id or an address: in letters that every server takes, whatever script they are in. */
public final class Slug {
    private static final int MAX = 48;
    /**
     * As people would spell it (Unicode CLDR's transforms): Cyrillic and Greek as on maps, all else as scholars do, without what is no letter of ours.
     * The soft and the hard sign are left out, not made hyphens.
     */
    private static final String SPELLING =
            "Russian-Latin/BGN; Greek-Latin/UNGEGN; Any-Latin; [\u02B9\u02BA\u2019] Remove; Latin-ASCII";

    private Slug() {}

    /** Its rules take a moment to be read, which not every process needs. */
    private static final class Spelling {
        static final Transliterator LATIN = Transliterator.getInstance(SPELLING);
    }

    /** Lower-case letters, digits and single hyphens, 48 at most; empty for words that say nothing. */
    public static String of(String words) {
        String latin = words.chars().allMatch(c -> c < 128) ? words : Spelling.LATIN.transliterate(words);
        String plain = latin.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
        String cut = plain.length() > MAX ? plain.substring(0, MAX) : plain;
        String slug = cut.replaceAll("^-|-$", "");
        return slug.equals("untitled") ? "" : slug;
    }
}
