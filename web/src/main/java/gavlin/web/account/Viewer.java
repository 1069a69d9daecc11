package gavlin.web.account;

import java.io.Serializable;
import java.util.Locale;
import java.util.Set;

/**
 * Who is asking.
 *
 * @param everywhere whether all sites are theirs to look after, and the people of this installation
 * @param language in which dates are written, as a language tag (BCP 47)
 * @param scope what a program's token narrows it to, or null for all of it
 */
public record Viewer(long id, String name, boolean everywhere, String language, Scope scope) implements Serializable {
    /**
     * What a program may do with somebody's account.
     *
     * @param sites empty for all that the account sees
     */
    public record Scope(Set<String> sites, boolean mayWrite) implements Serializable {}

    public Viewer(long id, String name, boolean everywhere) {
        this(id, name, everywhere, "en-GB", null);
    }

    /** Gavlin itself, for work that nobody asked for. */
    public static Viewer ofGavlin() {
        return new Viewer(0, "Gavlin", true);
    }

    /** Whether they may know of a site at all, as far as a token goes. */
    public boolean reaches(String site) {
        return scope == null || scope.sites.isEmpty() || scope.sites.contains(site);
    }

    /** Whether they may change anything, as far as a token goes. */
    public boolean mayWrite() {
        return scope == null || scope.mayWrite;
    }

    /** Whether the people of this installation and its sites as a whole are theirs to look after: never by a token. */
    public boolean looksAfterPeople() {
        return everywhere && scope == null;
    }

    public boolean mayMakeSites() {
        return everywhere && mayWrite() && (scope == null || scope.sites.isEmpty());
    }

    public Locale locale() {
        return Locale.forLanguageTag(language);
    }

    Viewer with(Scope narrower) {
        return new Viewer(id, name, everywhere, language, narrower);
    }
}
