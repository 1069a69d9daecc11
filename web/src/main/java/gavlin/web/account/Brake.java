package gavlin.web.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Slows guessing down: after some wrong passwords the next try has to wait, twice as long each time, up to a minute, by account from one
 * address, by address, and by account from anywhere. The last does not hold for an address from which the account was signed in to
 * before, so that nobody is locked out by strangers. Each node counts for itself.
 */
final class Brake {
    private static final Logger LOG = LoggerFactory.getLogger(Brake.class);
    private static final int TRIES_OF_ONE = 5;
    private static final int TRIES_OF_ADDRESS = 20;
    private static final int TRIES_OF_ACCOUNT = 50;
    private static final Duration LONGEST = Duration.ofSeconds(60);
    private static final Duration FORGOTTEN = Duration.ofMinutes(30);
    private static final int REMEMBERED = 50_000;

    private final InstantSource clock;
    private final Cache<String, Failures> failures = Caffeine.newBuilder()
            .maximumSize(REMEMBERED)
            .expireAfterWrite(FORGOTTEN)
            .build();
    private final Cache<String, Boolean> known =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    private record Failures(int count, Instant last) {}

    Brake(InstantSource clock) {
        this.clock = clock;
    }

    /** How long whoever tries now has to wait first; zero when they needn't. */
    Duration wait(String account, String address) {
        Duration longest = max(left(pair(account, address), TRIES_OF_ONE), left("@" + address, TRIES_OF_ADDRESS));
        return known.getIfPresent(pair(account, address)) != null
                ? longest
                : max(longest, left(account, TRIES_OF_ACCOUNT));
    }

    void failed(String account, String address) {
        Failures of = add(pair(account, address));
        add("@" + address);
        add(account);
        if (of.count % TRIES_OF_ONE == 0) {
            LOG.warn("{} wrong passwords for {} from {}", of.count, printable(account), address);
        }
    }

    void succeeded(String account, String address) {
        failures.invalidate(pair(account, address));
        known.put(pair(account, address), true);
    }

    private Failures add(String key) {
        Instant now = clock.instant();
        return failures.asMap().merge(key, new Failures(1, now), (a, b) -> new Failures(a.count + 1, now));
    }

    private Duration left(String key, int free) {
        Failures of = failures.getIfPresent(key);
        if (of == null || of.count < free) {
            return Duration.ZERO;
        }
        long seconds = Math.min(LONGEST.toSeconds(), 1L << Math.min(6, of.count - free));
        Duration left = Duration.between(clock.instant(), of.last.plusSeconds(seconds));
        return left.isNegative() ? Duration.ZERO : left;
    }

    private static String pair(String account, String address) {
        return account + "@" + address;
    }

    private static Duration max(Duration a, Duration b) {
        return a.compareTo(b) >= 0 ? a : b;
    }

    /** A name that anybody may have typed, for a line of the log. */
    private static String printable(String name) {
        return name.replaceAll("[^A-Za-z0-9._@-]", "?").replaceFirst("(.{64}).*", "$1…");
    }
}
