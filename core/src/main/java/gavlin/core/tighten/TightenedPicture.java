package gavlin.core.tighten;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/** A part of a picture; clear where it reaches beyond. */
record TightenedPicture(Renderable<InPrepared> before, Tighten tighten, Box<InPrepared> box)
        implements Renderable<InPrepared> {
    @Override
    public Size size() {
        return tighten.of(before.size());
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Box<InPrepared> window = framing.window().moved(box.x(), box.y());
        Box<InPrepared> inside = window.intersect(before.size().box());
        if (inside.isEmpty()) {
            return new Pixels(out, 4, new byte[(int) out.pixels() * 4]);
        }
        return before.render(new Framing<>(inside, inside.carry(window, framing.placed())), out);
    }
}
