package gavlin.web.account;

import gavlin.web.problem.Problems;
import gavlin.web.problem.UnreadBody;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets programs in by a personal token (RFC 6750), to the API alone. */
final class TokenFilter extends OncePerRequestFilter {
    private static final String BEARER = "Bearer ";

    private final Tokens tokens;
    private final Problems problems;
    private final boolean demo;

    TokenFilter(Tokens tokens, Problems problems, boolean demo) {
        this.tokens = tokens;
        this.problems = problems;
        this.demo = demo;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String authorization = request.getHeader("Authorization");
        if (authorization == null || !authorization.regionMatches(true, 0, BEARER, 0, BEARER.length())) {
            chain.doFilter(request, response);
            return;
        }
        Optional<SignedIn> who;
        try {
            who = tokens.signedIn(authorization.substring(BEARER.length()).strip(), demo);
        } catch (DataAccessException | org.springframework.transaction.TransactionException e) {
            problems.writeDatabaseAway(request, response);
            return;
        }
        if (who.isEmpty() || !Problems.isApi(request)) {
            response.setHeader("WWW-Authenticate", "Bearer error=\"invalid_token\"");
            UnreadBody.leave(request, response);
            problems.write(
                    request,
                    response,
                    HttpStatus.UNAUTHORIZED,
                    "unauthorised",
                    "this token is unknown or revoked; tokens open the API alone");
            return;
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(who.get(), null, java.util.List.of()));
        SecurityContextHolder.setContext(context);
        chain.doFilter(request, response);
    }
}
