package gavlin.web.bench;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Turn;
import gavlin.web.fit.FitState;
import gavlin.web.site.OpenSite;

/**
 * What a small drawing of a window needs.
 *
 * @param view where the picture is read
 * @param window px of the turned picture
 */
record WindowView(String view, Box window, Turn turn, Size picture, Size turned) {
    static WindowView of(OpenSite site, FitState state) {
        Turn turn = state.plan().turn();
        Size picture = state.picture().size();
        return new WindowView(
                "/sites/" + site.id() + "/pictures/" + state.picture().id() + "/view?width=640",
                state.plan().framing().window(),
                turn,
                picture,
                turn.of(picture));
    }
}
