package gavlin.web.people;

import gavlin.web.account.SignedIn;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Locale;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.servlet.LocaleResolver;

/** Pages write dates in the language that whoever looks at them has chosen. */
@Configuration
class DateLanguage {
    @Bean
    LocaleResolver localeResolver() {
        return new LocaleResolver() {
            @Override
            public Locale resolveLocale(HttpServletRequest request) {
                Authentication who = SecurityContextHolder.getContext().getAuthentication();
                return who != null && who.getPrincipal() instanceof SignedIn account
                        ? account.viewer().locale()
                        : Locale.UK;
            }

            @Override
            public void setLocale(HttpServletRequest request, HttpServletResponse response, Locale locale) {
                throw new UnsupportedOperationException("the language is a setting of the account");
            }
        };
    }
}
