package gavlin.core.brief;

import gavlin.core.BadInput;
import gavlin.core.speech.Said;
import java.util.List;

/**
 * Something that a site chooses once and that decides which slots and showings exist: a layout, whether an announcement is
 * switched on, where the logo stands. One option holds at a time.
 *
 * @param usual the id of the option that holds until somebody chooses
 */
public record Variant(String id, String name, List<Option> options, String usual) {
    /** One way it can be. */
    public record Option(String id, String name) {}

    /** @throws BadInput when there is no such option */
    public Option option(String option) {
        return options.stream()
                .filter(o -> o.id().equals(option))
                .findFirst()
                .orElseThrow(() -> new BadInput(
                        id,
                        id + " must be "
                                + Said.either(options.stream().map(Option::id).toList()) + ", was " + option));
    }
}
