package gavlin.web.people;

import gavlin.core.BadInput;
import gavlin.web.account.Accounts;
import gavlin.web.account.Person;
import gavlin.web.account.Sessions;
import gavlin.web.account.Viewer;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who may do what: look after the installation, be warden of sites, keep sections. Written as words: {@code installation},
 * {@code warden:SITE}, {@code keeper:SITE/SECTION}.
 */
@Service
public class Roles {
    static final String INSTALLATION = "installation";

    private final Accounts accounts;
    private final Sites sites;
    private final Sessions sessions;

    Roles(Accounts accounts, Sites sites, Sessions sessions) {
        this.accounts = accounts;
        this.sites = sites;
        this.sessions = sessions;
    }

    /** @throws Forbidden unless the people are theirs to look after */
    static void requireThePeople(Viewer viewer) {
        if (!viewer.looksAfterPeople()) {
            throw new Forbidden("only those who look after this Gavlin see its people");
        }
    }

    List<String> of(Person person) {
        List<String> roles = new ArrayList<>();
        if (person.everywhere()) {
            roles.add(INSTALLATION);
        }
        sites.entrustedTo(person.id())
                .forEach((site, sections) ->
                        sections.stream().sorted().forEach(section -> roles.add(word(site, section))));
        return roles;
    }

    private static String word(String site, String section) {
        return section.equals(OpenSite.WHOLE_SITE) ? "warden:" + site : "keeper:" + site + "/" + section;
    }

    /**
     * Gives somebody these roles and no others; every session of theirs ends.
     *
     * @throws BadInput for a role that is none
     */
    @Transactional
    void assign(Viewer warden, String name, Collection<String> roles) {
        requireThePeople(warden);
        Person person = accounts.person(name);
        Map<String, Set<String>> sections = new HashMap<>();
        for (String role : roles) {
            String[] parts = role.split("[:/]", 3);
            if (role.startsWith("warden:") && parts.length == 2) {
                sections.computeIfAbsent(parts[1], s -> new HashSet<>()).add(OpenSite.WHOLE_SITE);
            } else if (role.startsWith("keeper:") && parts.length == 3) {
                sections.computeIfAbsent(parts[1], s -> new HashSet<>()).add(parts[2]);
            } else if (!role.equals(INSTALLATION)) {
                throw new BadInput(
                        "roles", "a role is installation, warden:SITE or keeper:SITE/SECTION, received " + role);
            }
        }
        for (String site : sections.keySet()) {
            sites.open(warden, site); // there must be one
        }
        for (OpenSite site : sites.openAll(warden)) {
            sites.entrust(site, person.id(), sections.getOrDefault(site.id(), Set.of()));
        }
        accounts.entrust(name, roles.contains(INSTALLATION));
        sessions.endAll(name, null);
    }
}
