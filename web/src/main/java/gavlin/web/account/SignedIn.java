package gavlin.web.account;

import java.util.Collection;
import java.util.List;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.userdetails.UserDetails;

/** An account in the security framework's terms. Its password's hash is never kept in a session. */
public final class SignedIn implements UserDetails {
    private final Viewer viewer;
    private final boolean open;
    private final transient String passwordHash;

    /** @param open whether it may be signed in to */
    SignedIn(Viewer viewer, boolean open, String passwordHash) {
        this.viewer = viewer;
        this.open = open;
        this.passwordHash = passwordHash;
    }

    public Viewer viewer() {
        return viewer;
    }

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

    @Override
    public boolean isAccountNonLocked() {
        return open;
    }
}
