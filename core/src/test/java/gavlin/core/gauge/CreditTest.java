package gavlin.core.gauge;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Creative Commons' CC0 1.0 legal code and Public Domain Mark 1.0: nobody has to be named. All its other licences say BY. */
class CreditTest {
    @ParameterizedTest
    @CsvSource({
        "'', CC0, none due",
        "'', CC0 1.0, none due",
        "'', cc-zero, none due",
        "'', https://creativecommons.org/publicdomain/zero/1.0/, none due",
        "'', https://creativecommons.org/publicdomain/mark/1.0/, none due",
        "'', Public domain, none due",
        "'', own work, none due",
        "No credit due, '', none due",
        "none due, CC BY 4.0, none due",
        "Ada Merrow, CC0, Ada Merrow",
        "'', CC BY 4.0, ''",
        "'', not our own work, ''",
        "'', '', ''",
    })
    void whatIsSaid_followsFromLineAndLicence(String line, String licence, String said) {
        assertEquals(said, Credit.said(line, licence));
    }

    @ParameterizedTest
    @CsvSource({"none due, ''", "Ada Merrow, Ada Merrow"})
    void noneDue_isNeverPrinted(String line, String printed) {
        assertEquals(printed, Credit.printed(line));
    }
}
