package gavlin.web.people;

import gavlin.web.account.Accounts;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** While nobody can sign in, each start leaves a one-time link for the first account in a file that {@code ./gavlin start} shows. */
@Component
class FirstAccount {
    private static final Logger LOG = LoggerFactory.getLogger(FirstAccount.class);

    private final Accounts accounts;
    private final Path file;

    FirstAccount(Accounts accounts, @Value("${gavlin.first-account}") Path file) {
        this.accounts = accounts;
        this.file = file;
    }

    @EventListener(ApplicationReadyEvent.class)
    void invite() throws IOException {
        if (file == null) {
            return; // only a command
        }
        Files.deleteIfExists(file);
        if (accounts.isEmpty()) {
            Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
            Files.writeString(file, "/welcome/" + accounts.linkForFirst() + "\n");
            LOG.info("nobody can sign in yet: the link for the first account is in {}", file);
        }
    }
}
