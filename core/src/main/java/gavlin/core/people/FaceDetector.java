package gavlin.core.people;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds faces, frontal and in profile. The whole picture is looked at twice, the second time at twice the size, because a face under about forty
 * pixels is too small for the net. Costs five times what the first look does, whatever the size of the picture.
 */
public final class FaceDetector {
    /** Less certain ones are as often something else: common practice with this net. */
    private static final double LEAST_SCORE = 0.5;
    /** At twice the size, where there is more to be mistaken. */
    private static final double LEAST_SCORE_CLOSER = 0.6;
    /** The longer side as it is looked at first, px: what the net was taught on. */
    private static final int SMALL = 416;

    /** Two boxes that have more than this of their union in common are one face. */
    private static final double SAME = 0.3;
    /** Width and height of the boxes that a cell begins with, in cells: constants of the net. */
    private static final double[][] ANCHORS = {
        {1.603231, 2.094468}, {6.041143, 7.080126}, {2.882459, 3.518061}, {4.266906, 5.178857}, {9.041765, 10.66308}
    };
    /** The net's boxes end at the eyebrows; a head ends with its hair or hat. Share of the box's height, common practice, no source. */
    private static final double ABOVE = 0.45;

    private static final double BESIDE = 0.08;
    private static final double BELOW = 0.05;
    /** Of the picture's area: to keep all of it would say nothing. */
    private static final double FILLS = 0.8;

    private final FaceNet net = new FaceNet();

    /**
     * @param head around hair and chin, fractions of the picture
     * @param score 0.5..1
     */
    public record Face(Box<OfPicture> head, double score) {}

    /** A box of the net's, before it is a head. */
    private record Found(Box<InPicture> face, double score) {}

    /** The most certain first. */
    public List<Face> find(WorkingPicture picture) {
        Size size = picture.size();
        List<Found> found = new ArrayList<>();
        found.addAll(findAt(SMALL, LEAST_SCORE, picture));
        if (Math.max(size.width(), size.height()) > SMALL) { // else nothing more could be made out
            found.addAll(findAt(2 * SMALL, LEAST_SCORE_CLOSER, picture));
        }
        found.sort(Comparator.comparingDouble(Found::score).reversed());
        List<Found> faces = new ArrayList<>();
        for (Found face : found) {
            if (faces.stream().noneMatch(f -> same(f.face, face.face))) {
                faces.add(face);
            }
        }
        return faces.stream().map(f -> new Face(head(f.face, size), f.score)).toList();
    }

    /** @param longSide of the picture as it is looked at, px */
    private List<Found> findAt(int longSide, double leastScore, WorkingPicture picture) {
        Size size = picture.size();
        double scale = (double) longSide / Math.max(size.width(), size.height());
        Size drawn = new Size((int) Math.max(1, Math.round(size.width() * scale)), (int)
                Math.max(1, Math.round(size.height() * scale)));
        Pixels pixels =
                picture.render(new Framing<>(size.box(), drawn.box()), drawn).over(0x808080);
        int across = cells(drawn.width());
        Size whole = new Size(across * FaceNet.CELL, cells(drawn.height()) * FaceNet.CELL);
        byte[] rgb = new byte[(int) whole.pixels() * 3];
        for (int y = 0; y < drawn.height(); y++) {
            System.arraycopy(pixels.samples(), y * drawn.width() * 3, rgb, y * whole.width() * 3, drawn.width() * 3);
        }
        float[] answers = net.look(rgb, whole);
        double perCell = FaceNet.CELL / scale;
        List<Found> faces = new ArrayList<>();
        for (int i = 0; i < answers.length; i += 5) {
            double score = sigmoid(answers[i + 4]);
            if (score >= leastScore) {
                int cell = i / 5 / FaceNet.ANCHORS;
                double[] anchor = ANCHORS[i / 5 % FaceNet.ANCHORS];
                double width = Math.exp(Math.min(8, answers[i + 2])) * anchor[0] * perCell;
                double height = Math.exp(Math.min(8, answers[i + 3])) * anchor[1] * perCell;
                double x = (cell % across + sigmoid(answers[i])) * perCell - width / 2;
                double y = (cell / across + sigmoid(answers[i + 1])) * perCell - height / 2;
                Box<InPicture> face = new Box<InPicture>(x, y, width, height).intersect(size.box());
                if (!face.isEmpty()) {
                    faces.add(new Found(face, score));
                }
            }
        }
        return faces;
    }

    private static int cells(int px) {
        return (px + FaceNet.CELL - 1) / FaceNet.CELL;
    }

    private static boolean same(Box<InPicture> a, Box<InPicture> b) {
        double common = a.intersect(b).area();
        return common > SAME * (a.area() + b.area() - common) || common > 0.7 * Math.min(a.area(), b.area());
    }

    private static Box<OfPicture> head(Box<InPicture> face, Size size) {
        double w = face.width();
        double h = face.height();
        Box<InPicture> head = new Box<InPicture>(
                        face.x() - BESIDE * w, face.y() - ABOVE * h, w * (1 + 2 * BESIDE), h * (1 + ABOVE + BELOW))
                .intersect(size.box());
        // Where a face fills its picture, hair and ears are cut already.
        return (head.area() > FILLS * size.pixels() ? face : head).carry(size.box(), new Box<>(0, 0, 1, 1));
    }

    private static double sigmoid(double x) {
        return 1 / (1 + Math.exp(-x));
    }
}
