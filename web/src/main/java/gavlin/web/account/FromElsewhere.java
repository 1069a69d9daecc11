package gavlin.web.account;

import gavlin.web.problem.Problems;
import gavlin.web.problem.UnreadBody;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses changes that a browser sends for another site's page with Basic credentials that it knows. */
final class FromElsewhere extends OncePerRequestFilter {
    private final Problems problems;

    FromElsewhere(Problems problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (Requests.changes(request) && Requests.isFromElsewhere(request)) {
            UnreadBody.leave(request, response);
            problems.write(
                    request, response, HttpStatus.FORBIDDEN, "forbidden", "the request came from another site's page");
            return;
        }
        chain.doFilter(request, response);
    }
}
