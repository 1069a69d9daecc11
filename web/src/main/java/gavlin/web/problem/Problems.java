package gavlin.web.problem;

import gavlin.core.BadInput;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.codec.PictureRefused;
import gavlin.core.decoder.DecodersBusy;
import gavlin.core.raster.DiskFull;
import gavlin.core.speech.FieldNames;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.sql.SQLException;
import java.sql.SQLTransientException;
import java.util.Locale;
import java.util.Set;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.ModelAndView;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every failure's way out: problem details (RFC 9457) for the API, a page with the same words for people. The {@code type}
 * of each kind is stable.
 */
@Component
@ControllerAdvice
public class Problems {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);
    private static final String RETRY_AFTER = "3";
    /** ER_DISK_FULL and ER_RECORD_FILE_FULL, from MariaDB's list of error codes. */
    private static final Set<Integer> DATABASE_FULL = Set.of(1021, 1114);

    private static final String DATABASE_AWAY =
            "Gavlin is busy: its database does not answer just now. Nothing was changed; try again in a moment";

    private static final String TYPE = "urn:gavlin:problem:";

    private final JsonMapper json;

    Problems(JsonMapper json) {
        this.json = json;
    }

    @ExceptionHandler(Exception.class)
    Object answer(Exception failure, HttpServletRequest request, HttpServletResponse response) {
        if (failure instanceof IOException && !isDiskFull(failure) || response.isCommitted()) {
            return null; // the other side has gone, in the middle of an answer
        }
        response.reset(); // a file may have been about to be sent
        ProblemDetail problem = describe(failure);
        if (problem.getStatus() == 503) {
            response.setHeader("Retry-After", RETRY_AFTER);
        }
        if (isApi(request) || isScript(request)) {
            return ResponseEntity.status(problem.getStatus())
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(problem);
        }
        ModelAndView page = new ModelAndView("problem/problem", HttpStatus.valueOf(problem.getStatus()));
        page.addObject("status", problem.getStatus());
        page.addObject("says", problem.getDetail());
        return page;
    }

    /** For filters, which run before any controller. */
    public void write(
            HttpServletRequest request, HttpServletResponse response, HttpStatus status, String kind, String detail)
            throws IOException {
        if (!isApi(request) && !isScript(request)) {
            response.sendError(status.value(), detail); // as a page
            return;
        }
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        response.getWriter().write(json.writeValueAsString(problem(status, kind, detail)));
    }

    /** The database does not answer: no fault of whoever asks. */
    public void writeDatabaseAway(HttpServletRequest request, HttpServletResponse response) throws IOException {
        response.setHeader("Retry-After", RETRY_AFTER);
        write(request, response, HttpStatus.SERVICE_UNAVAILABLE, "busy", DATABASE_AWAY);
    }

    public static boolean isApi(HttpServletRequest request) {
        return request.getRequestURI().startsWith(request.getContextPath() + "/api/");
    }

    /** A page's own script reads problem details; a browser that goes somewhere asks for HTML. */
    public static boolean isScript(HttpServletRequest request) {
        String accepted = request.getHeader("Accept");
        return accepted != null && accepted.startsWith(MediaType.APPLICATION_JSON_VALUE);
    }

    private static ProblemDetail describe(Exception failure) {
        if (failure instanceof SlotSheetFaults faults) {
            ProblemDetail problem = problem(HttpStatus.UNPROCESSABLE_CONTENT, "slot-sheet", faults.getMessage());
            problem.setProperty("faults", faults.faults());
            return problem;
        }
        if (failure instanceof PictureRefused refused) {
            String kind = "picture-"
                    + refused.reason().name().toLowerCase(Locale.ROOT).replace('_', '-');
            return withField(problem(statusOf(refused), kind, refused.getMessage()), refused);
        }
        if (failure instanceof BadInput bad) {
            return withField(problem(HttpStatus.BAD_REQUEST, "bad-input", bad.getMessage()), bad);
        }
        if (failure instanceof NotFound) {
            return problem(HttpStatus.NOT_FOUND, "not-found", failure.getMessage());
        }
        if (failure instanceof Gone) {
            return problem(HttpStatus.GONE, "gone", failure.getMessage());
        }
        if (failure instanceof Forbidden) {
            return problem(HttpStatus.FORBIDDEN, "forbidden", failure.getMessage());
        }
        if (failure instanceof Conflict conflict) {
            ProblemDetail problem = problem(HttpStatus.CONFLICT, "conflict", failure.getMessage());
            if (!conflict.changes().isEmpty()) {
                problem.setProperty("changes", conflict.changes());
            }
            return problem;
        }
        if (failure instanceof StorageFull || isDiskFull(failure)) {
            LOG.error("the disk is full", failure);
            return problem(HttpStatus.INSUFFICIENT_STORAGE, "storage-full", StorageFull.SAID);
        }
        if (failure instanceof Busy || failure instanceof DecodersBusy) {
            return problem(HttpStatus.SERVICE_UNAVAILABLE, "busy", failure.getMessage());
        }
        if (isDatabaseAway(failure)) {
            LOG.warn(
                    "the database does not answer: {}",
                    String.valueOf(failure.getMessage()).lines().findFirst().orElse(""));
            return problem(HttpStatus.SERVICE_UNAVAILABLE, "busy", DATABASE_AWAY);
        }
        if (failure instanceof InvalidParameterException) {
            return problem(
                    HttpStatus.BAD_REQUEST,
                    "bad-input",
                    "the address or the form holds something that is no text, or more fields than Gavlin reads");
        }
        if (failure instanceof MethodArgumentTypeMismatchException mismatch) {
            return problem(
                    HttpStatus.BAD_REQUEST, "bad-input", FieldNames.of(mismatch.getName()) + " can't be what was sent");
        }
        if (failure instanceof TypeMismatchException mismatch) {
            return problem(
                    HttpStatus.BAD_REQUEST,
                    "bad-input",
                    FieldNames.of(mismatch.getPropertyName())
                            + " can't be what was sent"); // such as words where a file belongs
        }
        if (failure instanceof MaxUploadSizeExceededException) {
            return problem(
                    HttpStatus.CONTENT_TOO_LARGE,
                    "picture-too-heavy",
                    "the file is far over the weight allowed (64 MB)");
        }
        if (failure instanceof MultipartException) {
            return problem(HttpStatus.BAD_REQUEST, "bad-input", "the upload broke off or is not a multipart form");
        }
        if (failure instanceof HttpMessageNotReadableException unreadable) {
            return problem(HttpStatus.BAD_REQUEST, "bad-json", Requests.says(unreadable));
        }
        if (failure instanceof ErrorResponse known) {
            return problem(HttpStatus.valueOf(known.getStatusCode().value()), "request", Requests.says(known));
        }
        LOG.error("a request failed by our own fault", failure);
        return problem(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "internal",
                "something went wrong in Gavlin itself; nothing was changed");
    }

    private static boolean isDatabaseAway(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof CannotCreateTransactionException
                    || cause instanceof TransientDataAccessException
                    || cause instanceof DataAccessResourceFailureException
                    || cause instanceof SQLTransientException
                    || cause instanceof SQLException broken && isConnectionLost(broken)) {
                return true;
            }
        }
        return false;
    }

    /** SQLSTATE's class 08 (ISO/IEC 9075-2); a connection that the pool has given up meanwhile has no state. */
    private static boolean isConnectionLost(SQLException failure) {
        return failure.getSQLState() == null
                ? "Connection is closed".equals(failure.getMessage())
                : failure.getSQLState().startsWith("08");
    }

    /** Whether a disk is full, the application's or the database's. */
    private static boolean isDiskFull(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException refused && DATABASE_FULL.contains(refused.getErrorCode())) {
                return true;
            }
        }
        return DiskFull.isSaidBy(failure);
    }

    private static HttpStatus statusOf(PictureRefused refused) {
        return switch (refused.reason()) {
            case TOO_HEAVY -> HttpStatus.CONTENT_TOO_LARGE;
            case NOT_A_PICTURE, UNSUPPORTED -> HttpStatus.UNSUPPORTED_MEDIA_TYPE;
            default -> HttpStatus.UNPROCESSABLE_CONTENT;
        };
    }

    private static ProblemDetail withField(ProblemDetail problem, BadInput bad) {
        problem.setProperty("field", bad.field());
        return problem;
    }

    static ProblemDetail problem(HttpStatus status, String kind, String detail) {
        ProblemDetail problem = ProblemDetail.forStatus(status);
        problem.setType(URI.create(TYPE + kind));
        problem.setTitle(status.getReasonPhrase());
        problem.setDetail(detail);
        return problem;
    }
}
