package gavlin.web.account;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Base64;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * BCrypt, with a short memory of what matched: an API client sends its password with every call, and each check costs
 * some 80 ms by design. Remembered is only a keyed hash of password and stored hash together, under a key that lives and
 * dies with the process; a changed password has another stored hash and so is never found here.
 */
final class RememberingPasswordEncoder implements PasswordEncoder {
    private static final int REMEMBERED = 500;

    private final PasswordEncoder bcrypt = new BCryptPasswordEncoder();
    private final SecretKeySpec key;
    private final Cache<String, Boolean> matched =
            Caffeine.newBuilder().maximumSize(REMEMBERED).build();

    RememberingPasswordEncoder() {
        byte[] random = new byte[32];
        new SecureRandom().nextBytes(random);
        key = new SecretKeySpec(random, "HmacSHA256");
    }

    @Override
    public String encode(CharSequence password) {
        return bcrypt.encode(password);
    }

    /** Whether this password was right for this hash lately. */
    boolean remembers(CharSequence password, String stored) {
        return matched.getIfPresent(seal(password + "\0" + stored)) != null;
    }

    @Override
    public boolean matches(CharSequence password, String stored) {
        String seal = seal(password + "\0" + stored);
        if (matched.getIfPresent(seal) != null) {
            return true;
        }
        boolean matches = bcrypt.matches(password, stored);
        if (matches) {
            matched.put(seal, true);
        }
        return matches;
    }

    private String seal(String text) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            return Base64.getEncoder().encodeToString(mac.doFinal(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every JDK has HmacSHA256", e);
        }
    }
}
