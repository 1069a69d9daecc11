package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.web.command.Commands.Command;
import java.util.List;
import org.springframework.stereotype.Component;

/** {@code ./gavlin collect}: what the daily collection would take now; {@code collect --really} takes it. */
@Component
class CollectCommand implements Command {
    private final Housekeeping housekeeping;

    CollectCommand(Housekeeping housekeeping) {
        this.housekeeping = housekeeping;
    }

    @Override
    public String word() {
        return "collect";
    }

    @Override
    public String run(List<String> words) {
        if (!words.isEmpty() && !words.equals(List.of("--really"))) {
            throw new BadInput("collect", "usage: ./gavlin collect [--really]");
        }
        String would = String.join("\n", housekeeping.wouldGo());
        if (words.isEmpty()) {
            return "Would go:\n" + would;
        }
        housekeeping.daily();
        return "Gone:\n" + would;
    }
}
