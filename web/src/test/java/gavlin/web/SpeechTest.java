package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.web.RunningGavlin.Answer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever is asked wrongly is answered in words; each answer is also looked through by {@link PlainSpeech}. */
class SpeechTest {
    private static final String API = "/api/v1/sites";
    private final RunningGavlin gavlin = RunningGavlin.get();

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "GET|/tolvane/nothing|''|404|there is nothing at this address",
                "DELETE|/tolvane/slots|''|405|this address does not take DELETE",
                "POST|''|{|400|the body is not JSON that can be read",
                "POST|''|{\"id\":\"x\",\"nome\":\"y\"}|400|“nome” is not known here; known: ",
                "POST|''|{\"id\":[],\"name\":\"y\"}|400|“id” is of another type than it must be",
                "PUT|/tolvane/slots/masthead/fit|{\"zoom\":0.2}|400|the zoom must be 1 to 64, was 0.2",
                "PUT|/tolvane/slots/masthead/fit|{\"rule\":\"stretch\"}|400|the rule must be cover or contain, was stretch",
                "PUT|/tolvane/slots/masthead/fit|{\"type\":\"tiff\"}|400|expected one of jpeg, png",
                "GET|/tolvane/slots/masthead/rendition?density=7|''|400|the density",
                "GET|/tolvane/slots/masthead/rendition?density=x|''|400|the density can't be what was sent",
                "GET|/tolvane/pictures/none-such|''|404|none-such",
            })
    void wrongRequest_isAnsweredInWords(String method, String path, String body, int status, String says) {
        Answer answer = body.isEmpty() && method.equals("GET")
                ? gavlin.get("warden", API + path)
                : gavlin.json("warden", method, API + path, body);
        assertEquals(status, answer.status(), answer.text());
        String detail = answer.json().path("detail").asString();
        assertTrue(detail.contains(says), detail);
    }

    @Test
    void pageThatIsNotThere_saysSo() {
        Answer page = gavlin.get("warden", "/sites/tolvane/no-such-page");
        assertEquals(404, page.status());
        assertTrue(page.text().contains("there is nothing at this address"), page.text());
    }
}
