package gavlin.web.account;

import gavlin.web.problem.Busy;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.time.InstantSource;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.dao.DataAccessException;
import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Name and password, from the form or with a call: braked, and a few at a time, since each check costs a core for some 80 ms. */
final class PasswordCheck implements AuthenticationProvider {
    private static final int AT_ONCE = 2;
    private static final int PATIENCE_SECONDS = 10;

    private final Accounts accounts;
    private final PasswordEncoder passwords;
    private final Brake brake = new Brake(InstantSource.system());
    private final Semaphore checking = new Semaphore(AT_ONCE, true);
    /** What a name without an account is compared with, so that it takes as long. */
    private final String nobody;

    PasswordCheck(Accounts accounts, PasswordEncoder passwords) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.nobody = passwords.encode(Secret.make().substring(0, 40));
    }

    @Override
    public Authentication authenticate(Authentication asked) {
        String name = asked.getName();
        String password = String.valueOf(asked.getCredentials());
        SignedIn account = find(name);
        if (account != null && ((RememberingPasswordEncoder) passwords).remembers(password, account.getPassword())) {
            return signedIn(account, asked); // a program that has just been let in; nothing is guessed by that
        }
        String address = address();
        Duration wait = brake.wait(name, address);
        if (!wait.isZero()) {
            throw new TooManyTries(wait);
        }
        boolean right =
                matches(password, account == null || account.getPassword() == null ? nobody : account.getPassword());
        if (account == null || account.getPassword() == null || !right) {
            brake.failed(name, address);
            throw new BadCredentialsException("no account has this name and password");
        }
        brake.succeeded(name, address);
        return signedIn(account, asked);
    }

    private SignedIn find(String name) {
        try {
            return accounts.loadUserByUsername(name);
        } catch (UsernameNotFoundException e) {
            return null;
        } catch (DataAccessException | org.springframework.transaction.TransactionException e) {
            throw new DatabaseAway(e);
        }
    }

    private static Authentication signedIn(SignedIn account, Authentication asked) {
        if (!account.isAccountNonLocked()) {
            throw new LockedException("this account is locked; whoever looks after this Gavlin can open it again");
        }
        var authentication = UsernamePasswordAuthenticationToken.authenticated(account, null, account.getAuthorities());
        authentication.setDetails(asked.getDetails());
        return authentication;
    }

    private boolean matches(String password, String hash) {
        try {
            if (!checking.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
                throw new Busy();
            }
            try {
                return passwords.matches(password, hash);
            } finally {
                checking.release();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Busy();
        }
    }

    private static String address() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes
                ? address(attributes.getRequest())
                : "";
    }

    private static String address(HttpServletRequest request) {
        return request.getRemoteAddr();
    }

    @Override
    public boolean supports(Class<?> authentication) {
        return UsernamePasswordAuthenticationToken.class.isAssignableFrom(authentication);
    }
}
