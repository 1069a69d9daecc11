package gavlin.core.veil;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import java.util.List;

/** How strong a veil is at each pixel of a file, 0..1 of its strength. It falls off without a visible edge anywhere. */
public final class Weights {
    /** A hole is clear within the ellipse through its keep area's corners: half its box times this. */
    private static final double CLEAR = Math.sqrt(2);
    /** And back at full strength at so many times that. */
    private static final double FADED = 1.7;

    private final double[] across;
    private final double[] down;
    private final double[] holes;

    Weights(Veil veil, Size file, List<Box<InSlot>> kept) {
        across = ramp(file.width(), veil, Veil.From.LEFT, Veil.From.RIGHT);
        down = ramp(file.height(), veil, Veil.From.TOP, Veil.From.BOTTOM);
        holes = new double[kept.size() * 4];
        for (int k = 0; k < kept.size(); k++) {
            Box<InSlot> box = kept.get(k);
            holes[4 * k] = box.x() + box.width() / 2;
            holes[4 * k + 1] = box.y() + box.height() / 2;
            holes[4 * k + 2] = 2 / (box.width() * CLEAR);
            holes[4 * k + 3] = 2 / (box.height() * CLEAR);
        }
    }

    /** Of the pixel's middle. */
    public double at(int x, int y) {
        double weight = across[x] * down[y];
        for (int k = 0; k < holes.length && weight > 0; k += 4) {
            double dx = (x + 0.5 - holes[k]) * holes[k + 2];
            double dy = (y + 0.5 - holes[k + 1]) * holes[k + 3];
            double far = dx * dx + dy * dy;
            if (far < FADED * FADED) {
                weight *= smooth((Math.sqrt(far) - 1) / (FADED - 1));
            }
        }
        return weight;
    }

    private static double[] ramp(int length, Veil veil, Veil.From start, Veil.From end) {
        double[] ramp = new double[length];
        for (int i = 0; i < length; i++) {
            double along = (i + 0.5) / (length * veil.reach());
            double back = (length - i - 0.5) / (length * veil.reach());
            ramp[i] = veil.from() == start ? 1 - smooth(along) : veil.from() == end ? 1 - smooth(back) : 1;
        }
        return ramp;
    }

    /** 0 below 0, 1 above 1, and level at both: 3t² − 2t³. */
    private static double smooth(double t) {
        double within = Math.max(0, Math.min(1, t));
        return within * within * (3 - 2 * within);
    }
}
