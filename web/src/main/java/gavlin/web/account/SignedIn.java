package gavlin.web.account;

import java.util.Collection;
import java.util.List;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** An account in the security framework's terms. The hash is dropped before anything is kept in a session. */
public record SignedIn(Viewer viewer, String passwordHash) implements UserDetails {
    @Override
    public Collection<? extends GrantedAuthority> getAuthorities() {
        return List.of();
    }

    @Override
    public String getPassword() {
        return passwordHash;
    }

    @Override
    public String getUsername() {
        return viewer.name();
    }
}
