package gavlin.core;

import java.text.Normalizer;
import java.util.Locale;

/** Words as a part of a file's name, an id or an address: in letters that every server takes. */
public final class Slug {
    private static final int MAX = 48;

    private Slug() {}

    /** Lower-case letters, digits and single hyphens, 48 at most; empty for words that say nothing. */
    public static String of(String words) {
        String plain = Normalizer.normalize(words.replace("ß", "ss"), Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-");
        String cut = plain.length() > MAX ? plain.substring(0, MAX) : plain;
        String slug = cut.replaceAll("^-|-$", "");
        return slug.equals("untitled") ? "" : slug;
    }
}
