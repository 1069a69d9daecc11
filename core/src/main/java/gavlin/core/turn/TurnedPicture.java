package gavlin.core.turn;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/** A picture as a turn leaves it; its pixels are found anew for each rendition, so that none is found between pixels twice. */
record TurnedPicture(Renderable<InPrepared> before, Turn turn) implements Renderable<InPrepared> {
    @Override
    public Size size() {
        return turn.of(before.size());
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Box<InPrepared> window = framing.window();
        return Pixels.filling(framing.placed(), out, size -> TurnedRendering.render(before, turn, window, size));
    }
}
