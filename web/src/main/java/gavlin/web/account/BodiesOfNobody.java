package gavlin.web.account;

import gavlin.web.problem.Problems;
import gavlin.web.problem.UnreadBody;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * What somebody without an account sends is not read: they are asked to sign in before a byte of a body is taken. Only the short forms
 * by which one signs in are, and no more than a few at a time, so that slow ones don't hold every thread.
 */
final class BodiesOfNobody extends OncePerRequestFilter {
    private static final int AT_ONCE = 20;
    private static final int LONGEST_FORM = 20_000;

    private final Semaphore forms = new Semaphore(AT_ONCE);
    private final Problems problems;

    BodiesOfNobody(Problems problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!Requests.changes(request) || isSignedIn()) {
            chain.doFilter(request, response);
            return;
        }
        UnreadBody.leave(request, response);
        boolean form = request.getRequestURI().matches("/(sign-in|welcome/[\\w-]+|proof/[\\w-]+/remarks)")
                && request.getContentLengthLong() <= LONGEST_FORM
                && "application/x-www-form-urlencoded".equals(request.getContentType());
        if (!form) {
            problems.write(
                    request,
                    response,
                    HttpStatus.UNAUTHORIZED,
                    "unauthorised",
                    "sign in with an account of this Gavlin");
            return;
        }
        if (!forms.tryAcquire()) {
            problems.write(
                    request,
                    response,
                    HttpStatus.SERVICE_UNAVAILABLE,
                    "busy",
                    "many are signing in just now; try again");
            return;
        }
        try {
            chain.doFilter(request, response);
        } finally {
            forms.release();
        }
    }

    private static boolean isSignedIn() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who != null && who.isAuthenticated() && who.getPrincipal() instanceof SignedIn;
    }
}
