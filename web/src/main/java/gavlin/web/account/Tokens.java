package gavlin.web.account;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tokens of programs: each in somebody's name, for some of their sites, to read or to write as well. */
@Service
public class Tokens {
    /** So that one is known for what it is when it turns up where it should not. */
    private static final String PREFIX = "gavlin_";

    private static final int MOST = 50;
    /** Seconds: last use is not written at each request. */
    private static final long FRESH = 60;

    private final AccessTokenRepository tokens;
    private final AccountRepository accounts;

    Tokens(AccessTokenRepository tokens, AccountRepository accounts) {
        this.tokens = tokens;
        this.accounts = accounts;
    }

    /**
     * A token as its owner sees it.
     *
     * @param usedAt null when it never was, exact to a minute
     */
    public record Token(long id, String name, String sites, boolean mayWrite, Instant madeAt, Instant usedAt) {}

    /**
     * @param sites empty for all that the account sees
     * @return the token itself, which is never to be seen again
     */
    @Transactional
    public String make(Viewer owner, String name, Collection<String> sites, boolean mayWrite) {
        if (owner.scope() != null) {
            throw new BadInput("token", "a program's token can't make another: sign in with a password for that");
        }
        String checked = Require.text("name", name, 80);
        if (checked.isEmpty()) {
            throw new BadInput("name", "say what the token is for");
        }
        if (tokens.findByAccountIdAndRevokedFalseOrderById(owner.id()).size() >= MOST) {
            throw new Conflict("there are " + MOST + " tokens already: revoke some first");
        }
        String secret = PREFIX + Secret.make();
        tokens.save(new AccessToken(owner.id(), Secret.hash(secret), checked, sites, mayWrite));
        return secret;
    }

    @Transactional(readOnly = true)
    public List<Token> of(Viewer owner) {
        return tokens.findByAccountIdAndRevokedFalseOrderById(owner.id()).stream()
                .map(AccessToken::view)
                .toList();
    }

    @Transactional
    public void revoke(Viewer owner, long id) {
        AccessToken token = tokens.findById(id)
                .filter(t -> t.accountId() == owner.id() && !t.revoked())
                .orElseThrow(() -> new NotFound("token", Long.toString(id)));
        token.revoke();
    }

    /** Who a token stands for; nobody for one that is unknown, revoked or of a locked account. */
    @Transactional
    Optional<SignedIn> signedIn(String secret, boolean demo) {
        return tokens.findByHash(Secret.hash(secret)).filter(t -> !t.revoked()).flatMap(token -> {
            Account account = accounts.findById(token.accountId()).orElseThrow();
            if (account.locked() || account.demo() && !demo) {
                return Optional.empty();
            }
            Instant now = Instant.now();
            tokens.used(token.id(), now, now.minusSeconds(FRESH));
            return Optional.of(new SignedIn(account.viewer().with(token.scope()), true, null));
        });
    }
}
