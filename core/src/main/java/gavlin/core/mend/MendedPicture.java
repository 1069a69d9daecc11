package gavlin.core.mend;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;

/** A picture with spots of it filled: each rendition copies in its own size, so that what is filled is as sharp as the rest. */
record MendedPicture(Renderable<InPrepared> before, Mend mend) implements Renderable<InPrepared> {
    @Override
    public Size size() {
        return before.size();
    }

    @Override
    public boolean hasAlpha() {
        return before.hasAlpha();
    }

    @Override
    public Pixels render(Framing<InPrepared> framing, Size out) {
        Pixels plain = before.render(framing, out);
        byte[] samples = plain.samples().clone();
        boolean touched = false;
        for (Spot spot : mend.spots()) {
            touched |= fill(spot, framing, out, plain.channels(), samples);
        }
        return touched ? new Pixels(out, plain.channels(), samples) : plain;
    }

    private boolean fill(Spot spot, Framing<InPrepared> framing, Size out, int channels, byte[] samples) {
        Box<InPrepared> whole = before.size().box();
        if (!whole.contains(spot.from(), 0)) {
            return false; // the picture is smaller than it was when this was asked for
        }
        Box<InPrepared> seen = spot.box().intersect(framing.window());
        if (seen.isEmpty()) {
            return false;
        }
        Box<InSlot> at = seen.<InSlot>carry(framing.window(), framing.placed()).intersect(out.box());
        int left = (int) Math.floor(at.x());
        int top = (int) Math.floor(at.y());
        int right = Math.min(out.width(), (int) Math.ceil(at.right()));
        int bottom = Math.min(out.height(), (int) Math.ceil(at.bottom()));
        if (right <= left || bottom <= top) {
            return false;
        }
        Size size = new Size(right - left, bottom - top);
        Box<InPrepared> there =
                new Box<InSlot>(left, top, size.width(), size.height()).carry(framing.placed(), framing.window());
        double shiftX = spot.fromX() - spot.x();
        double shiftY = spot.fromY() - spot.y();
        Pixels copy = before.render(new Framing<>(there.moved(shiftX, shiftY), size.box()), size);
        Tone tone = Tone.of(before, spot);
        for (int y = 0; y < size.height(); y++) {
            double py = there.y() + (y + 0.5) * there.height() / size.height();
            for (int x = 0; x < size.width(); x++) {
                double px = there.x() + (x + 0.5) * there.width() / size.width();
                double weight = spot.weight(px, py);
                if (weight > 0) {
                    int from = (y * size.width() + x) * copy.channels();
                    int to = ((top + y) * out.width() + left + x) * channels;
                    for (int c = 0; c < channels; c++) {
                        double over = c < copy.channels() ? copy.samples()[from + c] & 0xff : 255;
                        over += c < 3 ? tone.at((px - spot.x()) / spot.width(), (py - spot.y()) / spot.height(), c) : 0;
                        int under = samples[to + c] & 0xff;
                        samples[to + c] =
                                (byte) Math.round(Math.max(0, Math.min(255, under + weight * (over - under))));
                    }
                }
            }
        }
        return true;
    }
}
