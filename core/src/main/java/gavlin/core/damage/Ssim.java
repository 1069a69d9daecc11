package gavlin.core.damage;

import gavlin.core.raster.Pixels;

/**
 * Structural similarity (Z. Wang, A. C. Bovik, H. R. Sheikh, E. P. Simoncelli 2004, IEEE Trans. Image Process.
 * 13(4):600–612, eq. 13): an 11×11 Gaussian of σ 1.5, K1 0.01, K2 0.03, range 255, on the luma of coded sRGB (ITU-R BT.601
 * weights), averaged over the places where the whole window lies inside the picture.
 *
 * <p>1 is identical. A picture with alpha is compared on black and on white, and the lower value counts. Pictures
 * smaller than the window are compared with as much of the window as they hold.
 */
public final class Ssim {
    private Ssim() {}

    /** @throws IllegalArgumentException when the sizes differ */
    public static double between(Pixels a, Pixels b) {
        if (!a.size().equals(b.size())) {
            throw new IllegalArgumentException("sizes differ: " + a.size() + " and " + b.size());
        }
        double onBlack = Math.min(1, on(0, a, b));
        return a.channels() == 3 && b.channels() == 3 ? onBlack : Math.min(onBlack, on(0xffffff, a, b));
    }

    private static double on(int ground, Pixels a, Pixels b) {
        return new Plane(Plane.luma(a.over(ground)))
                .likeness(Plane.luma(b.over(ground)))
                .ssim();
    }
}
