package gavlin.core.people;

import gavlin.core.colour.OkLab;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.raster.PixelRows;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.util.Optional;

/**
 * The most telling region of a picture without faces: how far each place's colour lies from the colour of the whole (Achanta, Hemami, Estrada,
 * Süsstrunk, "Frequency-tuned salient region detection", CVPR 2009, from memory; here in OKLab), looked at small. The region is the
 * smallest rectangle of those tried that holds a good part of all that is telling, and what is like it beside it; when that is small enough to say
 * anything, and doesn't reach from edge to edge as sky and ground do.
 */
public final class Saliency {
    private static final int SIDE = 96;
    /** Of all that is telling, so much must be in the region. */
    private static final double ENOUGH = 0.6;
    /** A region of more than this share of the picture says nothing. */
    private static final double LARGEST = 0.4;
    /** A line of pixels beside it that is as telling as this share of the region belongs to it. */
    private static final double ALIKE = 0.5;

    private Saliency() {}

    /** Fractions of the picture; empty when it is even all over, or telling all over. */
    public static Optional<Box<OfPicture>> region(WorkingPicture picture) {
        Size full = picture.size();
        double scale = (double) SIDE / Math.max(full.width(), full.height());
        Size size = new Size((int) Math.max(4, Math.round(full.width() * scale)), (int)
                Math.max(4, Math.round(full.height() * scale)));
        Pixels small = picture.render(new Framing<>(full.box(), size.box()), size);
        double[] sums = sums(telling(small.over(0xffffff)), size);
        return best(sums, size)
                .map(box -> whole(box, sums, size))
                .filter(box -> standsOut(box, size))
                .map(box -> box.carry(size.box(), new Box<>(0, 0, 1, 1)));
    }

    /** By pixel: the squared distance of its surroundings' colour from the mean colour. */
    private static double[] telling(PixelRows rows) {
        int width = rows.size().width();
        int height = rows.size().height();
        float[] lab = new float[width * height * 3];
        float[] line = new float[width * 3];
        double[] mean = new double[3];
        for (int y = 0; y < height; y++) {
            rows.readLinear(y, 0, width, line);
            for (int x = 0; x < width; x++) {
                OkLab.convertLinearToOkLab(line[3 * x], line[3 * x + 1], line[3 * x + 2], lab, (y * width + x) * 3);
            }
        }
        for (int i = 0; i < lab.length; i++) {
            mean[i % 3] += lab[i] * 3.0 / lab.length;
        }
        double[] telling = new double[width * height];
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                double distance = 0;
                for (int c = 0; c < 3; c++) {
                    double d = blurred(lab, x, y, width, height, c) - mean[c];
                    distance += d * d;
                }
                telling[y * width + x] = distance;
            }
        }
        return telling;
    }

    /** Over three by three pixels, binomial. */
    private static double blurred(float[] lab, int x, int y, int width, int height, int c) {
        double sum = 0;
        for (int j = -1; j <= 1; j++) {
            for (int i = -1; i <= 1; i++) {
                int at = Math.max(0, Math.min(height - 1, y + j)) * width + Math.max(0, Math.min(width - 1, x + i));
                sum += (2 - Math.abs(i)) * (2 - Math.abs(j)) * lab[3 * at + c];
            }
        }
        return sum / 16;
    }

    /** By corner: the sum of all above and left of it, so that any rectangle's sum takes four readings. */
    private static double[] sums(double[] values, Size size) {
        int stride = size.width() + 1;
        double[] sums = new double[stride * (size.height() + 1)];
        for (int y = 0; y < size.height(); y++) {
            double row = 0;
            for (int x = 0; x < size.width(); x++) {
                row += values[y * size.width() + x];
                sums[(y + 1) * stride + x + 1] = sums[y * stride + x + 1] + row;
            }
        }
        return sums;
    }

    private static double sum(double[] sums, int stride, int left, int top, int right, int bottom) {
        return sums[bottom * stride + right]
                - sums[top * stride + right]
                - sums[bottom * stride + left]
                + sums[top * stride + left];
    }

    /** Line by line as far as it goes on. */
    private static Box<OfPicture> whole(Box<OfPicture> box, double[] sums, Size size) {
        int left = (int) box.x();
        int top = (int) box.y();
        int right = (int) box.right();
        int bottom = (int) box.bottom();
        int stride = size.width() + 1;
        double least = ALIKE * sum(sums, stride, left, top, right, bottom) / box.area();
        boolean grew = true;
        while (grew) {
            int across = right - left;
            int down = bottom - top;
            grew = false;
            if (left > 0 && sum(sums, stride, left - 1, top, left, bottom) >= least * down) {
                left--;
                grew = true;
            }
            if (right < size.width() && sum(sums, stride, right, top, right + 1, bottom) >= least * down) {
                right++;
                grew = true;
            }
            if (top > 0 && sum(sums, stride, left, top - 1, right, top) >= least * across) {
                top--;
                grew = true;
            }
            if (bottom < size.height() && sum(sums, stride, left, bottom, right, bottom + 1) >= least * across) {
                bottom++;
                grew = true;
            }
        }
        return new Box<>(left, top, right - left, bottom - top);
    }

    private static boolean standsOut(Box<OfPicture> box, Size size) {
        boolean isStrip = box.width() >= size.width() || box.height() >= size.height();
        return !isStrip && box.area() <= LARGEST * size.pixels();
    }

    private static Optional<Box<OfPicture>> best(double[] sums, Size size) {
        int stride = size.width() + 1;
        double all = sums[sums.length - 1];
        Box<OfPicture> best = null;
        for (int h = size.height() / 8; h <= size.height(); h += Math.max(1, size.height() / 24)) {
            for (int w = size.width() / 8; w <= size.width(); w += Math.max(1, size.width() / 24)) {
                double area = (double) w * h;
                if (area > LARGEST * size.pixels() || best != null && area >= best.area()) {
                    continue;
                }
                for (int y = 0; y + h <= size.height(); y++) {
                    for (int x = 0; x + w <= size.width(); x++) {
                        double sum = sum(sums, stride, x, y, x + w, y + h);
                        if (sum >= ENOUGH * all && all > 1e-6 && (best == null || area < best.area())) {
                            best = new Box<>(x, y, w, h);
                        }
                    }
                }
            }
        }
        return Optional.ofNullable(best);
    }
}
