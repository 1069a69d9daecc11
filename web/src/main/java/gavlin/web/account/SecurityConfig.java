package gavlin.web.account;

import gavlin.web.problem.Problems;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.SecurityFilterChain;

/** Who gets in: people by a form and a session, programs by HTTP Basic. Everything else is decided per object. */
@Configuration
class SecurityConfig {
    private static final String CONTENT_POLICY =
            "default-src 'self'; object-src 'none'; base-uri 'none'; " + "frame-ancestors 'none'; form-action 'self'";

    @Bean
    PasswordEncoder passwordEncoder() {
        return new RememberingPasswordEncoder();
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http, Problems problems) throws Exception {
        AuthenticationEntryPoint unauthorised = (request, response, failure) -> {
            response.setHeader("WWW-Authenticate", "Basic realm=\"Gavlin\", charset=\"UTF-8\"");
            problems.write(response, HttpStatus.UNAUTHORIZED, "unauthorised", "sign in with an account of this Gavlin");
        };
        http.authorizeHttpRequests(paths -> paths.requestMatchers(
                                "/sign-in",
                                "/gavlin.css",
                                "/fonts/**",
                                "/scripts/**",
                                "/marks/**",
                                "/favicon.ico",
                                "/schemas/**",
                                "/v3/api-docs/**",
                                "/actuator/health/**",
                                "/error")
                        .permitAll()
                        .anyRequest()
                        .authenticated())
                .formLogin(form -> form.loginPage("/sign-in").defaultSuccessUrl("/"))
                .logout(logout -> logout.logoutUrl("/sign-out").logoutSuccessUrl("/sign-in?out"))
                .httpBasic(basic -> basic.authenticationEntryPoint(unauthorised))
                .csrf(csrf -> csrf.ignoringRequestMatchers(SecurityConfig::carriesItsOwnProof))
                .exceptionHandling(failures -> failures.defaultAuthenticationEntryPointFor(
                                unauthorised, Problems::isApi)
                        .accessDeniedHandler((request, response, failure) -> problems.write(
                                response,
                                HttpStatus.FORBIDDEN,
                                "forbidden",
                                "this page was open for too long, or the request came from elsewhere; load it again")))
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(referrer -> referrer.policy(
                                org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                                        .ReferrerPolicy.SAME_ORIGIN)));
        return http.build();
    }

    /**
     * A request with credentials of its own needs no token against forgery, unless a browser says that another site sent
     * it: browsers repeat Basic credentials that they know.
     */
    private static boolean carriesItsOwnProof(HttpServletRequest request) {
        String from = request.getHeader("Sec-Fetch-Site");
        return request.getHeader("Authorization") != null
                && (from == null || from.equals("same-origin") || from.equals("none"));
    }
}
