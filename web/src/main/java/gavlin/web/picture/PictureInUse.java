package gavlin.web.picture;

import gavlin.web.problem.Conflict;
import java.util.List;
import java.util.stream.Collectors;

/** A picture that slots show is only removed by somebody who knows of them. */
public final class PictureInUse extends Conflict {
    private final transient List<PictureUses.Use> uses;

    PictureInUse(String label, List<PictureUses.Use> uses) {
        super(label + " is shown in "
                + uses.stream().map(PictureUses.Use::label).collect(Collectors.joining(", "))
                + ": these would stand empty");
        this.uses = List.copyOf(uses);
    }

    @Override
    public List<PictureUses.Use> changes() {
        return uses;
    }
}
