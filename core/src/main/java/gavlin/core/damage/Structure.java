package gavlin.core.damage;

import gavlin.core.raster.Pixels;
import java.util.ArrayList;
import java.util.List;

/**
 * Multi-scale structural similarity (Z. Wang, E. P. Simoncelli, A. C. Bovik 2003, Asilomar Conf. Signals, Systems and
 * Computers, eq. 7, with its weights): fine grain counts little, forms much. Scales in which a window no longer fits are
 * left out, and the weights of the others made to add up to 1.
 */
final class Structure {
    private static final double[] WEIGHTS = {0.0448, 0.2856, 0.3001, 0.2363, 0.1333};
    /** So many scales are told apart by place: at a coarser one a window is wider than what it is asked about. */
    private static final int LOCAL = 3;

    private final List<Plane> scales = new ArrayList<>();

    /**
     * @param ssim at the picture's own scale
     * @param overall over all scales, 0..1
     * @param cells the same by place, over the finest scales
     */
    record Likeness(double ssim, double overall, Cells cells) {}

    Structure(Pixels original) {
        float[][] luma = Plane.luma(original);
        scales.add(new Plane(luma));
        while (scales.size() < WEIGHTS.length && Math.min(luma.length, luma[0].length) >= 2 * Plane.WINDOW) {
            luma = Plane.halved(luma);
            scales.add(new Plane(luma));
        }
    }

    Likeness likeness(Pixels other) {
        float[][] luma = Plane.luma(other);
        double[] weights = weights(scales.size());
        double[] localWeights = weights(Math.min(LOCAL, scales.size()));
        Cells cells = Cells.of(other.size(), 1);
        double ssim = 0;
        double overall = 1;
        for (int scale = 0; scale < scales.size(); scale++) {
            luma = scale == 0 ? luma : Plane.halved(luma);
            Plane.Likeness likeness = scales.get(scale).likeness(luma);
            ssim = scale == 0 ? likeness.ssim() : ssim;
            boolean last = scale == scales.size() - 1;
            overall *= power(last ? likeness.ssim() : likeness.structure(), weights[scale]);
            if (scale < localWeights.length) {
                Cells means = Cells.means(other.size(), likeness.windows(), 1 << scale);
                double weight = localWeights[scale];
                cells = cells.with(means, (all, mean) -> all * power(mean, weight));
            }
        }
        return new Likeness(ssim, overall, cells);
    }

    private static double power(double likeness, double weight) {
        return Math.pow(Math.max(0, likeness), weight);
    }

    private static double[] weights(int scales) {
        double sum = 0;
        for (int i = 0; i < scales; i++) {
            sum += WEIGHTS[i];
        }
        double[] weights = new double[scales];
        for (int i = 0; i < scales; i++) {
            weights[i] = WEIGHTS[i] / sum;
        }
        return weights;
    }
}
