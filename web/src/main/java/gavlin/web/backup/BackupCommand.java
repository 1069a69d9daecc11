package gavlin.web.backup;

import gavlin.core.BadInput;
import gavlin.web.command.Commands.Command;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** {@code ./gavlin backup FILE}, or a folder, or one site: {@code backup FILE --site ID}. */
@Component
class BackupCommand implements Command {
    private final Backup backup;

    BackupCommand(Backup backup) {
        this.backup = backup;
    }

    @Override
    public String word() {
        return "backup";
    }

    @Override
    public String run(List<String> words) throws Exception {
        boolean one = words.size() == 3 && words.get(1).equals("--site");
        if (words.size() != 1 && !one) {
            throw new BadInput("backup", "usage: ./gavlin backup FILE or FOLDER [--site ID]");
        }
        long began = System.nanoTime();
        Backup.Written written = backup.write(Path.of(words.get(0)), one ? words.get(2) : null);
        double seconds = (System.nanoTime() - began) / 1e9;
        return "%s: %d originals of %.1f MB written in %.1f s"
                .formatted(written.archive(), written.added(), written.bytes() / 1e6, seconds);
    }
}
