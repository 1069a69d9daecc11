package gavlin.web.account;

import gavlin.core.BadInput;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of this installation. */
@Service
public class Accounts implements UserDetailsService {
    private final AccountRepository accounts;
    private final PasswordEncoder passwords;

    Accounts(AccountRepository accounts, PasswordEncoder passwords) {
        this.accounts = accounts;
        this.passwords = passwords;
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String name) {
        return accounts.findByName(name)
                .map(account -> new SignedIn(account.viewer(), account.passwordHash()))
                .orElseThrow(() -> new UsernameNotFoundException(name));
    }

    @Transactional
    public Viewer create(String name, String password, boolean everywhere) {
        if (!name.matches("[a-z0-9-]{1,64}")) {
            throw new BadInput("name", "an account's name has lower-case letters, digits and hyphens, at most 64");
        }
        return accounts.save(new Account(name, passwords.encode(password), everywhere))
                .viewer();
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return accounts.count() == 0;
    }
}
