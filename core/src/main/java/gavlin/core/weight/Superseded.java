package gavlin.core.weight;

import java.util.concurrent.CancellationException;

/** Nobody needs the file any more that was looked for: it was given up between two encodes. */
public final class Superseded extends CancellationException {
    public Superseded() {
        super("the search was superseded");
    }
}
