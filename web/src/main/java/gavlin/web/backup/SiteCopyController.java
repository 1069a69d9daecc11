package gavlin.web.backup;

import gavlin.web.account.SignedIn;
import gavlin.web.picture.PictureSettings;
import gavlin.web.problem.Busy;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import gavlin.web.store.Attachment;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** A site as one archive, for another installation or to be kept: what {@code ./gavlin backup FILE --site ID} writes. */
@Controller
class SiteCopyController {
    private final Sites sites;
    private final Backup backup;
    private final Path folder;
    /** A copy may be large and lies on the disk while somebody takes it: a few at a time. */
    private final Semaphore turns = new Semaphore(3);

    SiteCopyController(Sites sites, Backup backup, PictureSettings settings) {
        this.sites = sites;
        this.backup = backup;
        this.folder = settings.cache();
    }

    @GetMapping("/sites/{site}/copy")
    void copy(@AuthenticationPrincipal SignedIn who, @PathVariable String site, HttpServletResponse response)
            throws IOException {
        OpenSite open = sites.open(who.viewer(), site);
        if (!open.warden()) {
            throw new Forbidden("only a warden takes a copy of the whole site");
        }
        if (!turns.tryAcquire()) {
            throw new Busy("other copies are being taken; try again in a while");
        }
        // Written first and sent then: whoever reads slowly holds no moment of the database.
        Path file = folder.resolve("copy-" + UUID.randomUUID() + ".part");
        try {
            backup.write(file, open.id());
            Attachment.announce(response, "application/zip", open.id() + ".zip", Files.size(file));
            Files.copy(file, response.getOutputStream());
        } finally {
            Files.deleteIfExists(file);
            turns.release();
        }
    }
}
