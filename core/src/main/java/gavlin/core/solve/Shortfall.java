package gavlin.core.solve;

import java.util.List;

/**
 * That no window shows everything, why, and what would do.
 *
 * @param says such as {@code The lamp and the keeper's head can't both be seen on Home, phone: the window is not high enough for them, by 212 px.}
 * @param offers each checked by solving again; empty when nothing that Gavlin knows would do
 */
public record Shortfall(String says, List<Offer> offers) {}
