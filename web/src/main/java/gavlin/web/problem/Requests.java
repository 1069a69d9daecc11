package gavlin.web.problem;

import gavlin.core.speech.FieldNames;
import gavlin.core.speech.Said;
import java.util.Arrays;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.ErrorResponse;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.MissingRequestHeaderException;
import org.springframework.web.bind.MissingServletRequestParameterException;
import org.springframework.web.multipart.support.MissingServletRequestPartException;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** What is wrong with a request that no controller was asked to answer, in words. */
final class Requests {
    private Requests() {}

    /** The member at fault, in the caller's own word for it. */
    static String says(HttpMessageNotReadableException failure) {
        if (failure.getCause() instanceof UnrecognizedPropertyException unknown) {
            return "“" + unknown.getPropertyName() + "” is not known here"
                    + (unknown.getKnownPropertyIds() == null
                            ? ""
                            : "; known: "
                                    + Said.either(unknown.getKnownPropertyIds().stream()
                                            .map(known -> "“" + known + "”")
                                            .toList()));
        }
        if (failure.getCause() instanceof DatabindException wrong
                && !wrong.getPath().isEmpty()) {
            String member = wrong.getPath().stream()
                    .map(JacksonException.Reference::getPropertyName)
                    .filter(Objects::nonNull)
                    .collect(Collectors.joining(", "));
            return member.isEmpty()
                    ? "one of the entries sent is of another type than it must be"
                    : "“" + member + "” is of another type than it must be";
        }
        return "the body is not JSON that can be read";
    }

    static String says(ErrorResponse failure) {
        if (failure instanceof MissingServletRequestParameterException missing) {
            return FieldNames.of(missing.getParameterName()) + " is missing";
        }
        if (failure instanceof MissingServletRequestPartException missing) {
            return FieldNames.of(missing.getRequestPartName()) + " is missing";
        }
        if (failure instanceof MissingRequestHeaderException missing) {
            return "the header " + missing.getHeaderName() + " is missing";
        }
        if (failure instanceof HttpRequestMethodNotSupportedException method) {
            String[] known = method.getSupportedMethods();
            return "this address does not take " + method.getMethod()
                    + (known == null ? "" : "; it takes " + Said.either(Arrays.asList(known)));
        }
        return switch (HttpStatus.valueOf(failure.getStatusCode().value())) {
            case NOT_FOUND -> "there is nothing at this address";
            case NOT_ACCEPTABLE -> "this can't be answered in the type that was asked for";
            case UNSUPPORTED_MEDIA_TYPE -> "what was sent is of a type that is not read here";
            case CONTENT_TOO_LARGE -> "what was sent is larger than anything that is read here";
            default -> "the request can't be read";
        };
    }
}
