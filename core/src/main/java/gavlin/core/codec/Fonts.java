package gavlin.core.codec;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/**
 * The fonts that ship: the same letters on every machine. Each letter is taken from the first part that has it: the font's own Latin and its
 * extension, Noto Sans for Greek and Cyrillic, and last Liberation Sans, which PDFBox brings along (all SIL Open Font License). The application's
 * build puts the files on the class path; where one is missing its letters come from the next.
 */
public final class Fonts {
    public static final List<String> NAMES =
            List.of("bricolage-grotesque", "atkinson-hyperlegible-next", "spline-sans-mono");
    public static final List<Integer> WEIGHTS = List.of(400, 700);

    private static final List<String> OWN = List.of("latin", "latin-ext");
    private static final List<String> OTHERS = List.of("greek", "greek-ext", "cyrillic", "cyrillic-ext");
    private static final String LAST = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    private static final Map<String, Letters> READ = new ConcurrentHashMap<>();

    private Fonts() {}

    /** @param font one of {@link #NAMES} @param weight one of {@link #WEIGHTS} */
    public static Letters letters(String font, int weight) {
        return READ.computeIfAbsent(font + " " + weight, key -> {
            try {
                return Letters.of(Stream.concat(files(font, weight), Stream.of(LAST))
                        .map(Fonts.class::getResourceAsStream)
                        .filter(Objects::nonNull)
                        .map(InputStream.class::cast)
                        .toList());
            } catch (IOException e) {
                throw new UncheckedIOException("a font is damaged", e);
            }
        });
    }

    /** Where the parts of a font lie on the class path. */
    public static Stream<String> files(String font, int weight) {
        return Stream.concat(
                        OWN.stream().map(part -> font + "-" + part),
                        OTHERS.stream().map(part -> "noto-sans-" + part))
                .map(part -> "/print/" + part + "-" + weight + ".ttf");
    }
}
