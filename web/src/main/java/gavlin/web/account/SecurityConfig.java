package gavlin.web.account;

import gavlin.web.problem.Busy;
import gavlin.web.problem.Problems;
import gavlin.web.problem.UnreadBody;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.core.env.Environment;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.config.observation.SecurityObservationSettings;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.www.BasicAuthenticationFilter;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.savedrequest.NullRequestCache;

/**
 * Who gets in: people by a form and a session, programs by HTTP Basic or a token with each call and without any session. Everything else
 * is decided per object.
 */
@Configuration
class SecurityConfig {
    private static final String CONTENT_POLICY =
            "default-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";

    private static final String[] FOR_ANYBODY = {
        "/sign-in",
        "/welcome/*",
        "/proof/**",
        "/gavlin.css",
        "/fonts/**",
        "/scripts/**",
        "/marks/**",
        "/favicon.ico",
        "/schemas/**",
        "/v3/api-docs/**",
        "/actuator/health/**",
        "/error"
    };

    private final Problems problems;

    SecurityConfig(Problems problems) {
        this.problems = problems;
    }

    @Bean
    PasswordEncoder passwordEncoder() {
        return new RememberingPasswordEncoder();
    }

    /** Requests are observed as wholes; each of their thirty filters, twice, would cost as much as a question to the database. */
    @Bean
    SecurityObservationSettings filtersUnobserved() {
        return SecurityObservationSettings.noObservations();
    }

    /** Metrics and the state of this node have an address of their own, on this machine alone, and no accounts. */
    @Bean
    @Order(0)
    SecurityFilterChain operation(HttpSecurity http, Environment environment) throws Exception {
        return http.securityMatcher(request -> Integer.toString(request.getLocalPort())
                        .equals(environment.getProperty("local.management.port")))
                .authorizeHttpRequests(paths -> paths.anyRequest().permitAll())
                .csrf(AbstractHttpConfigurer::disable)
                .build();
    }

    /** Calls with credentials of their own. They leave no session behind. */
    @Bean
    @Order(1)
    SecurityFilterChain programs(
            HttpSecurity http,
            Accounts accounts,
            Tokens tokens,
            PasswordEncoder passwords,
            @Value("${gavlin.demo}") boolean demo)
            throws Exception {
        shared(http.securityMatcher(Requests::isProgram));
        http.authenticationManager(passwordCheck(accounts, passwords))
                .csrf(AbstractHttpConfigurer::disable)
                .sessionManagement(sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .httpBasic(basic -> basic.authenticationEntryPoint(this::unauthorised))
                .addFilterBefore(new FromElsewhere(problems), BasicAuthenticationFilter.class)
                .addFilterBefore(new TokenFilter(tokens, problems, demo), BasicAuthenticationFilter.class)
                .exceptionHandling(failures -> failures.authenticationEntryPoint(this::unauthorised));
        return http.build();
    }

    @Bean
    @Order(2)
    SecurityFilterChain people(HttpSecurity http, Accounts accounts, PasswordEncoder passwords) throws Exception {
        shared(http);
        http.authenticationManager(passwordCheck(accounts, passwords))
                .formLogin(form -> form.loginPage("/sign-in")
                        .successHandler(SecurityConfig::welcome)
                        .failureHandler(SecurityConfig::tellWhy))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .csrf(csrf -> csrf.csrfTokenRepository(forgeryTokens()))
                .addFilterBefore(new BodiesOfNobody(problems), CsrfFilter.class)
                .exceptionHandling(failures -> failures.authenticationEntryPoint(this::signInFirst)
                        .accessDeniedHandler((request, response, failure) -> problems.write(
                                request,
                                response,
                                HttpStatus.FORBIDDEN,
                                "forbidden",
                                "this page was open for too long, or the request came from elsewhere; load it again")));
        return http.build();
    }

    /** In a cookie, which no script reads: a session would be kept for everybody who only looks at the sign-in page. */
    private static CookieCsrfTokenRepository forgeryTokens() {
        CookieCsrfTokenRepository tokens = new CookieCsrfTokenRepository();
        tokens.setCookieName("gavlin-form");
        tokens.setHeaderName("X-CSRF-TOKEN");
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Lax"));
        return tokens;
    }

    private AuthenticationManager check;

    /** One for both, so that they brake together, and nothing behind it that looks at passwords unbraked. */
    private synchronized AuthenticationManager passwordCheck(Accounts accounts, PasswordEncoder passwords) {
        if (check == null) {
            check = new ProviderManager(new PasswordCheck(accounts, passwords));
        }
        return check;
    }

    private static void shared(HttpSecurity http) throws Exception {
        http.authorizeHttpRequests(paths -> paths.requestMatchers(FOR_ANYBODY)
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .requestCache(cache -> cache.requestCache(new NullRequestCache()))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN)));
    }

    private void unauthorised(HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        if (failure instanceof DatabaseAway) {
            problems.writeDatabaseAway(request, response);
            return;
        }
        UnreadBody.leave(request, response);
        if (failure instanceof TooManyTries tries) {
            response.setHeader("Retry-After", Long.toString(tries.seconds()));
            problems.write(request, response, HttpStatus.TOO_MANY_REQUESTS, "too-many-tries", tries.getMessage());
            return;
        }
        response.setHeader("WWW-Authenticate", "Basic realm=\"Gavlin\", charset=\"UTF-8\"");
        String says =
                failure instanceof LockedException ? failure.getMessage() : "sign in with an account of this Gavlin";
        problems.write(request, response, HttpStatus.UNAUTHORIZED, "unauthorised", says);
    }

    /** A page leads to the form and back; a call is told. */
    private void signInFirst(HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        if (Problems.isApi(request) || Problems.isScript(request) || Requests.changes(request)) {
            unauthorised(request, response, failure);
            return;
        }
        String query = request.getQueryString() == null ? "" : "?" + request.getQueryString();
        String here = request.getRequestURI() + query;
        String next = here.equals("/") || !Requests.isPathHere(here)
                ? ""
                : "?next=" + URLEncoder.encode(here, StandardCharsets.UTF_8);
        response.sendRedirect(request.getContextPath() + "/sign-in" + next);
    }

    private static void welcome(
            HttpServletRequest request,
            HttpServletResponse response,
            org.springframework.security.core.Authentication who)
            throws IOException {
        request.getSession().setAttribute(Sessions.PROGRAM, Browser.named(request.getHeader("User-Agent")));
        String next = request.getParameter("next");
        response.sendRedirect(Requests.isPathHere(next) ? next : "/");
    }

    private static void tellWhy(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException failure)
            throws IOException {
        String why = failure instanceof TooManyTries tries
                ? "wait=" + tries.seconds()
                : failure instanceof LockedException
                        ? "locked"
                        : failure instanceof DatabaseAway || failure.getCause() instanceof Busy ? "busy" : "error";
        String next = request.getParameter("next");
        String back = Requests.isPathHere(next) ? "&next=" + URLEncoder.encode(next, StandardCharsets.UTF_8) : "";
        response.sendRedirect(request.getContextPath() + "/sign-in?" + why + back);
    }
}
