package gavlin.web.dispatch;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.web.dispatch.Credits.Line;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CreditsTest {
    /** Addresses as Creative Commons gives them (creativecommons.org/share-your-work/cclicenses); from memory. */
    @ParameterizedTest
    @CsvSource({
        "CC BY 4.0, https://creativecommons.org/licenses/by/4.0/",
        "cc-by-sa 3.0, https://creativecommons.org/licenses/by-sa/3.0/",
        "CC BY-NC-ND 4.0, https://creativecommons.org/licenses/by-nc-nd/4.0/",
        "CC0, https://creativecommons.org/publicdomain/zero/1.0/",
        "CC0 1.0, https://creativecommons.org/publicdomain/zero/1.0/"
    })
    void licenceThatIsKnown_leadsToItsTerms(String licence, String address) {
        assertEquals(
                "  <li>Sea: I. Moor, <a rel=\"license\" href=\"" + address + "\">" + licence + "</a></li>",
                new Line("Sea", "I. Moor", licence).html());
    }

    @Test
    void otherLicence_orNone_isOnlySaid_andNothingIsMarkup() {
        assertEquals("  <li>Sea: I. Moor, by leave</li>", new Line("Sea", "I. Moor", "by leave").html());
        assertEquals("  <li>&lt;b&gt;: A &amp; B</li>", new Line("<b>", "A & B", "").html());
        assertEquals("Sea: I. Moor", new Line("Sea", "I. Moor", "").text());
    }

    @Test
    void nobodyToName_isNoList() {
        assertEquals("", new Credits(List.of()).html());
    }
}
