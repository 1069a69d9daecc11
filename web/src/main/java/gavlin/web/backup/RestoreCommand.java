package gavlin.web.backup;

import gavlin.core.BadInput;
import gavlin.web.command.Commands.Command;
import gavlin.web.fit.Housekeeping;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;

/** {@code ./gavlin restore FILE}: what the archive holds, everything or one site. */
@Component
class RestoreCommand implements Command {
    private final Restore restore;
    private final Housekeeping housekeeping;

    RestoreCommand(Restore restore, Housekeeping housekeeping) {
        this.housekeeping = housekeeping;
        this.restore = restore;
    }

    @Override
    public String word() {
        return "restore";
    }

    @Override
    public String run(List<String> words) throws Exception {
        if (words.size() != 1) {
            throw new BadInput("restore", "usage: ./gavlin restore FILE or FOLDER");
        }
        long began = System.nanoTime();
        String said = restore.read(Path.of(words.get(0)));
        double seconds = (System.nanoTime() - began) / 1e9;
        return "%s in %.1f s; %d files were made again".formatted(said, seconds, housekeeping.makeMissing());
    }
}
