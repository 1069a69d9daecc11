package gavlin.web.connect;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import java.io.IOException;
import java.net.URI;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How each site is reached, set by its wardens; the one place where keys of sites are opened. */
@Service
public class Connections {
    private static final int LONGEST_NAME = 200;
    private static final int LONGEST_SECRET = 10_000;

    private final ConnectionRepository connections;
    private final KeyBox keys;
    private final Set<String> privateSites;

    Connections(
            ConnectionRepository connections, KeyBox keys, @Value("${gavlin.private-sites}") Set<String> privateSites) {
        this.connections = connections;
        this.keys = keys;
        this.privateSites = privateSites;
    }

    /** As people see it: never with its secret. @param hostKey empty but for SFTP */
    public record View(
            String kind, String says, String address, String user, String hostKey, String setBy, Instant setAt) {
        private static View of(Connection connection) {
            return new View(
                    connection.kind().word(),
                    connection.kind().says(),
                    connection.address(),
                    connection.userName(),
                    connection.hostKey(),
                    connection.setBy(),
                    connection.setAt());
        }
    }

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        connections.findById(site.id()).ifPresent(connections::delete);
    }

    @Transactional(readOnly = true)
    public Optional<View> of(OpenSite site) {
        return connections.findById(site.id()).map(View::of);
    }

    /**
     * Sets how a site is reached, once it answered.
     *
     * @param secret key or password; empty to go on with the one that is set, as long as the address stays
     * @return what answered, in words
     * @throws SiteRefused or {@link SiteUnreachable} when it doesn't answer; then nothing is changed
     */
    public String set(OpenSite site, String kind, String address, String user, String secret) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Kind of = Kind.of(kind);
        URI uri = Reach.uri(address, of.schemes(), privateSites);
        String name = Require.text("user", user, LONGEST_NAME);
        String given = Require.text("secret", secret, LONGEST_SECRET);
        if (of == Kind.SFTP && name.isEmpty()) {
            throw new BadInput("user", "say under which name to sign in");
        }
        if (given.isEmpty()) {
            given = kept(site, of, uri);
        }
        try (Opened opened = open(of, uri, name, given, "")) {
            connections.save(new Connection(
                    site, of, uri.toString(), name, keys.seal(given, purpose(site.id(), of, uri)), opened.hostKey));
            return opened.connector.answered();
        }
    }

    private String kept(OpenSite site, Kind kind, URI uri) {
        Connection now = connections
                .findById(site.id())
                .filter(set -> set.kind() == kind && set.address().equals(uri.toString()))
                .orElseThrow(() -> new BadInput("secret", "give the key or the password for this address"));
        return keys.open(now.secret(), purpose(site.id(), kind, uri));
    }

    private static String purpose(String site, Kind kind, URI uri) {
        return site + " " + kind.word() + " " + uri;
    }

    /** Forgets how a site is reached, its key with it. */
    public void forget(OpenSite site) {
        site.requireChange(OpenSite.WHOLE_SITE);
        connections.findById(site.id()).ifPresent(connections::delete);
    }

    /**
     * Reaches a site.
     *
     * @throws Conflict when nobody said how
     */
    public Connector open(String site) {
        Connection set = connections
                .findById(site)
                .orElseThrow(
                        () -> new Conflict("Gavlin doesn't know how to reach this site yet: set its connection first"));
        URI uri = URI.create(set.address());
        return open(
                        set.kind(),
                        uri,
                        set.userName(),
                        keys.open(set.secret(), purpose(site, set.kind(), uri)),
                        set.hostKey())
                .connector;
    }

    /** @param hostKey that the host has; empty but for SFTP */
    private record Opened(Connector connector, String hostKey) implements AutoCloseable {
        @Override
        public void close() {
            connector.close();
        }
    }

    private Opened open(Kind kind, URI uri, String user, String secret, String hostKey) {
        Reach reach = Reach.of(uri, privateSites);
        try {
            return switch (kind) {
                case SLOTS -> new Opened(new SlotsConnector(reach, secret), "");
                case WEBDAV -> new Opened(new FolderConnector(new WebDavFolder(reach, user, secret)), "");
                case SFTP -> {
                    SftpFolder folder = new SftpFolder(reach, user, secret, hostKey);
                    yield new Opened(new FolderConnector(folder), folder.hostKey());
                }
            };
        } catch (IOException e) {
            throw new SiteUnreachable("the site gave no answer", e);
        }
    }
}
