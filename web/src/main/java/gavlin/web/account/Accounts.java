package gavlin.web.account;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The accounts of this installation. Whoever looks after it makes them; their owners choose their passwords by a link that works once.
 * What somebody may do changes at once: every session of theirs ends.
 */
@Service
public class Accounts implements UserDetailsService {
    /** How long a one-time link works. */
    public static final Duration LINK_LASTS = Duration.ofDays(3);

    private static final int SHORTEST_PASSWORD = 10;
    /** BCrypt looks at no more bytes. */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    /** What is said of a link that opens nothing. */
    public static final String OVER =
            "this link was used, or is older than three days: ask whoever gave it to you for another";

    private static final String NAME = "[a-z0-9-]{1,64}";

    private final AccountRepository accounts;
    private final OneTimeLinkRepository links;
    private final PasswordEncoder passwords;
    private final Sessions sessions;
    private final boolean demo;

    Accounts(
            AccountRepository accounts,
            OneTimeLinkRepository links,
            PasswordEncoder passwords,
            Sessions sessions,
            @Value("${gavlin.demo}") boolean demo) {
        this.accounts = accounts;
        this.links = links;
        this.passwords = passwords;
        this.sessions = sessions;
        this.demo = demo;
    }

    @Override
    @Transactional(readOnly = true)
    public SignedIn loadUserByUsername(String name) {
        return accounts.findByName(name)
                .map(account -> new SignedIn(
                        account.viewer(), !account.locked() && (demo || !account.demo()), account.passwordHash()))
                .orElseThrow(() -> new UsernameNotFoundException(name));
    }

    /** Makes an account that nobody can sign in to yet. */
    @Transactional
    public Person add(String name, String fullName, boolean everywhere) {
        if (name == null || !name.matches(NAME)) {
            throw new BadInput(
                    "name",
                    "a name to sign in with has lower-case letters, digits and hyphens, at most 64, received " + name);
        }
        if (accounts.findByName(name).isPresent()) {
            throw new Conflict("there is an account " + name + " already");
        }
        Account account = new Account(name, Require.text("full name", fullName, 120));
        account.everywhere(everywhere);
        return accounts.saveAndFlush(account).person();
    }

    /** Makes one of the demo's accounts, whose password everybody knows. */
    @Transactional
    public Viewer addToDemo(String name, String fullName, String password, boolean everywhere) {
        add(name, fullName, everywhere);
        Account account = named(name);
        account.password(passwords.encode(password));
        account.belongsToDemo();
        return account.viewer();
    }

    /** Whether nobody can sign in: there is no account, or only the demo's without the demo. */
    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return demo ? accounts.count() == 0 : accounts.countByDemoFalse() == 0;
    }

    @Transactional(readOnly = true)
    public List<Person> all() {
        return accounts.findAllByOrderByName().stream().map(Account::person).toList();
    }

    @Transactional(readOnly = true)
    public Person person(String name) {
        return named(name).person();
    }

    @Transactional(readOnly = true)
    public Viewer viewer(String name) {
        return named(name).viewer();
    }

    /** Where they left off, or null. */
    @Transactional(readOnly = true)
    public String lastSite(Viewer viewer) {
        return accounts.findById(viewer.id()).map(Account::lastSite).orElse(null);
    }

    @Transactional
    public void leaveOffAt(Viewer viewer, String site) {
        accounts.leaveOffAt(viewer.id(), site);
    }

    /** @param language of dates, as a language tag */
    @Transactional
    public Person describe(String name, String fullName, String language) {
        if (language == null || Locale.forLanguageTag(language).getLanguage().isEmpty() || language.length() > 16) {
            throw new BadInput("language", "a language is a tag such as en-GB or de, received " + language);
        }
        Account account = named(name);
        account.change(Require.text("full name", fullName, 120), language);
        return account.person();
    }

    /**
     * A link's secret by which they choose a password, once; links of before no longer work.
     *
     * @see #LINK_LASTS
     */
    @Transactional
    public String link(String name) {
        Account account = named(name);
        links.deleteOf(account.id(), Instant.now());
        return kept(account.id());
    }

    /** The same for the first account, while there is none. */
    @Transactional
    public String linkForFirst() {
        links.deleteForFirst();
        return kept(null);
    }

    private String kept(Long account) {
        String secret = Secret.make();
        links.save(new OneTimeLink(Secret.hash(secret), account, Instant.now().plus(LINK_LASTS)));
        return secret;
    }

    /** @param person null for the first account, which the link's owner names */
    public record Invitation(Person person) {}

    /** Whom this link invites; empty when it was used, has expired or never was. */
    @Transactional(readOnly = true)
    public Optional<Invitation> invitation(String secret) {
        return open(secret)
                .map(link -> new Invitation(
                        link.accountId() == null
                                ? null
                                : accounts.findById(link.accountId())
                                        .orElseThrow()
                                        .person()));
    }

    private Optional<OneTimeLink> open(String secret) {
        return links.findById(Secret.hash(secret))
                .filter(link -> !link.isOver())
                .filter(link -> link.accountId() != null || isEmpty());
    }

    /** Uses a link up. @param name of the first account; of no account otherwise */
    @Transactional
    public Person follow(String secret, String name, String fullName, String password) {
        OneTimeLink link = open(secret).orElseThrow(() -> new BadInput("link", OVER));
        String hash = encoded(password);
        if (links.use(Secret.hash(secret)) == 0) {
            throw new BadInput("link", OVER); // somebody else followed it a moment ago
        }
        Account account = link.accountId() == null
                ? named(add(name, fullName, true).name())
                : accounts.findById(link.accountId()).orElseThrow();
        account.password(hash);
        sessions.endAll(account.name(), null);
        return account.person();
    }

    /** @param session which stays open */
    @Transactional
    public void changePassword(Viewer viewer, String old, String password, String session) {
        Account account = named(viewer.name());
        if (!passwords.matches(old, account.passwordHash())) {
            throw new BadInput("old", "the password of before is another one");
        }
        account.password(encoded(password));
        sessions.endAll(account.name(), session);
    }

    private String encoded(String password) {
        if (password == null || password.length() < SHORTEST_PASSWORD) {
            throw new BadInput("password", "a password has at least " + SHORTEST_PASSWORD + " characters");
        }
        if (password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES) {
            throw new BadInput("password", "a password has at most " + LONGEST_PASSWORD_BYTES + " bytes");
        }
        return passwords.encode(password);
    }

    /** Lets them look after the installation, or no longer. */
    @Transactional
    public void entrust(String name, boolean everywhere) {
        Account account = named(name);
        if (!everywhere) {
            requireAnother(account);
        }
        account.everywhere(everywhere);
        sessions.endAll(name, null);
    }

    /** Nobody signs in to it any more, or somebody does again. */
    @Transactional
    public void lock(String name, boolean locked) {
        Account account = named(name);
        if (locked) {
            requireAnother(account);
        }
        account.lock(locked);
        sessions.endAll(name, null);
    }

    /** Somebody must be left who can let others in. */
    private void requireAnother(Account account) {
        List<Account> wardens = accounts.lockEverywhere();
        boolean one = wardens.stream().anyMatch(a -> !a.id().equals(account.id()) && !a.locked());
        if (wardens.stream().anyMatch(a -> a.id().equals(account.id())) && !one) {
            throw new Forbidden(
                    account.name() + " is the only one who looks after this Gavlin: let somebody else do so first");
        }
    }

    private Account named(String name) {
        return accounts.findByName(name).orElseThrow(() -> new NotFound("account", name));
    }
}
