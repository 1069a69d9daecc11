package gavlin.web.problem;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import gavlin.core.raster.DiskFull;
import java.io.IOException;
import java.sql.SQLException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.UncategorizedSQLException;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.web.multipart.MultipartException;
import tools.jackson.databind.json.JsonMapper;

/** What went wrong around Gavlin, and what is said of it. */
class ProblemsTest {
    private final Problems problems = new Problems(new JsonMapper());

    /** Messages as Linux and MariaDB give them: seen on a file system that was full, and in MariaDB's list of error codes. */
    static Stream<Arguments> failures() {
        return Stream.of(
                arguments(507, new IOException("No space left on device")),
                arguments(507, new MultipartException("no parts", new IOException("No space left on device"))),
                arguments(507, new StorageFull(new DiskFull("no room"))),
                arguments(507, sql("(conn=5) The table 'stored_chunk' is full", "HY000", 1114)),
                arguments(507, sql("Disk full (/tmp/#sql-1); waiting for someone to free some space", "HY000", 1021)),
                arguments(503, sql("(conn=5) Server shutdown in progress", "08S01", 1053)),
                arguments(503, sql("Connection is closed", null, 0)),
                arguments(503, new Busy()),
                arguments(500, sql("(conn=5) You have an error in your SQL syntax", "42000", 1064)));
    }

    @ParameterizedTest
    @MethodSource("failures")
    void whatIsWrongAroundIt_isToldFromWhatIsWrongInIt(int status, Exception failure) {
        assertEquals(status, answer(failure).getStatusCode().value());
    }

    @Test
    void whoHasGone_isNotAnswered() {
        assertNull(problems.answer(new IOException("Broken pipe"), asked(), new MockHttpServletResponse()));
    }

    private ResponseEntity<?> answer(Exception failure) {
        return (ResponseEntity<?>) problems.answer(failure, asked(), new MockHttpServletResponse());
    }

    private static MockHttpServletRequest asked() {
        return new MockHttpServletRequest("PUT", "/api/v1/sites/tolvane/slots/masthead/fit");
    }

    private static Exception sql(String message, String state, int code) {
        return new UncategorizedSQLException("a change", null, new SQLException(message, state, code));
    }
}
