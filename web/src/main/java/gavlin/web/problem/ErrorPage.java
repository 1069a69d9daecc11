package gavlin.web.problem;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.servlet.ModelAndView;

/** What failed before or beyond any controller: in a filter, in the server, or on the way out. The same answers as {@link Problems} gives. */
@Controller
class ErrorPage implements ErrorController {
    private static final Map<Integer, String> WORDS = Map.of(
            400,
                    "The request can't be read: something in its address or form is not as it should be. Nothing was changed.",
            401, "You are signed out, or this needs an account: sign in, and do it again.",
            403,
                    "This page was open for too long, or the request came from elsewhere: load it again. Nothing was changed.",
            404, "There is no page at this address.",
            405, "That can't be done at this address.",
            413, "What was sent is larger than Gavlin takes. Nothing was changed.",
            429, "There were too many wrong passwords just before: wait a minute, and try again.",
            503, "Gavlin is busy just now. Nothing was changed; try again in a moment.");

    @RequestMapping("/error")
    Object error(HttpServletRequest request) {
        HttpStatus status = status(request);
        String said = (String) request.getAttribute(RequestDispatcher.ERROR_MESSAGE);
        String says = said != null && !said.isEmpty() && status.value() != 500 && status.value() != 400
                ? said
                : WORDS.getOrDefault(
                        status.value(),
                        status.is4xxClientError()
                                ? "The request can't be answered as it is. Nothing was changed."
                                : "Something went wrong in Gavlin itself; nothing was changed.");
        String path = String.valueOf(request.getAttribute(RequestDispatcher.ERROR_REQUEST_URI));
        if (path.startsWith("/api/") || Problems.isScript(request)) {
            ProblemDetail problem = Problems.problem(status, status.is4xxClientError() ? "request" : "internal", says);
            return ResponseEntity.status(status)
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(problem);
        }
        ModelAndView page = new ModelAndView("problem/problem", status);
        page.addObject("status", status.value());
        page.addObject("says", says);
        return page;
    }

    /** Whoever asks for this page itself finds nothing. */
    private static HttpStatus status(HttpServletRequest request) {
        Integer code = (Integer) request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus known = code == null ? HttpStatus.NOT_FOUND : HttpStatus.resolve(code);
        return known == null ? HttpStatus.INTERNAL_SERVER_ERROR : known;
    }
}
