package gavlin.web.people;

import java.util.List;
import java.util.Locale;

/** The languages that dates can be written in, with a date in each, so that one sees what one chooses. */
record Languages(String tag, String name) {
    static final List<Languages> ALL =
            List.of("en-GB", "en-US", "cs", "da", "de", "es", "fi", "fr", "it", "nb", "nl", "pl", "pt", "sv").stream()
                    .map(tag -> new Languages(tag, named(Locale.forLanguageTag(tag))))
                    .toList();

    private static String named(Locale locale) {
        return locale.getDisplayName(Locale.ENGLISH);
    }
}
