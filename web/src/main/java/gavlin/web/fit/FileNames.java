package gavlin.web.fit;

import gavlin.core.fit.NamePattern;
import gavlin.web.site.OpenSite;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;

/** What the files of a site are called, wherever they are named. */
public final class FileNames {
    private FileNames() {}

    public static String of(OpenSite site, FitState fit, StoredRendition file, int density) {
        Instant made = fit.stored().madeAt();
        return site.names()
                .name(new NamePattern.File(
                        site.id(),
                        fit.slot().id(),
                        fit.picture().nameInFiles(),
                        file.size(),
                        density,
                        LocalDate.ofInstant(made == null ? Instant.now() : made, ZoneOffset.UTC),
                        file.type()));
    }
}
