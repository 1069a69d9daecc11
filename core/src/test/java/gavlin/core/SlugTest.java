package gavlin.core;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SlugTest {
    /** Place names, spelled as on maps (BGN for Russian, UNGEGN for Greek, pinyin without tones; from memory). */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Gallery at dusk | gallery-at-dusk",
                "Ærø | aero",
                "Tromsø fyr | tromso-fyr",
                "Straße nach Łódź | strasse-nach-lodz",
                "Þingeyri | thingeyri",
                "Пять маяков | pyat-mayakov",
                "Πειραιάς | peiraias",
                "北京 | bei-jing",
                "Žižkov, ČR | zizkov-cr",
                "keeper's portrait | keeper-s-portrait",
                "Untitled | ''",
                "*** | ''"
            })
    void words_keepWhatTheyCan_ofEveryScript(String words, String slug) {
        assertEquals(slug, Slug.of(words));
    }

    @Test
    void whateverComes_isLettersDigitsAndSingleHyphens_andNotTooLong() {
        for (String words : new String[] {
            "٣ منارات", "ภาพ", "灯台".repeat(60), "a\u0000b", "\uD83D\uDE00 smile", "Ünïcödé ".repeat(20)
        }) {
            String slug = Slug.of(words);
            assertTrue(slug.matches("(?:[a-z0-9]+(?:-[a-z0-9]+)*)?") && slug.length() <= 48, words + ": " + slug);
        }
    }
}
