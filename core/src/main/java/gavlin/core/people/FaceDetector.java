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
 * Finds faces, frontal and in profile. The whole picture is looked at, and overlapping squares of half its longer side, because a face under
 * about a tenth of what is looked at is too small for the net. Costs one pass of {@link FaceNet} for each.
 */
public final class FaceDetector {
    /** Less certain ones are as often something else: common practice with this net. */
    private static final double LEAST_SCORE = 0.5;
    /** In a part of the picture, where there is more to be mistaken. */
    private static final double LEAST_SCORE_IN_PARTS = 0.6;
    /** Two boxes that have more than this of their union in common are one face. */
    private static final double SAME = 0.3;
    /** Width and height of the boxes that a cell begins with, in cells: constants of the net. */
    private static final double[][] ANCHORS = {
        {1.603231, 2.094468}, {6.041143, 7.080126}, {2.882459, 3.518061}, {4.266906, 5.178857}, {9.041765, 10.66308}
    };
    /** The net's boxes end at the eyebrows; a head does not. Share of the box's height, common practice, no source. */
    private static final double ABOVE = 0.35;

    private static final double BESIDE = 0.08;
    private static final double BELOW = 0.05;

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
        for (Box<InPicture> part : parts(size)) {
            found.addAll(findIn(picture, part));
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

    /** The whole, and squares of half the longer side that overlap by half; px. */
    private static List<Box<InPicture>> parts(Size size) {
        List<Box<InPicture>> parts = new ArrayList<>(List.of(size.box()));
        double side = Math.max(size.width(), size.height()) / 2.0;
        if (side < FaceNet.INPUT / 2.0) {
            return parts; // nothing more could be made out
        }
        int across = (int) Math.max(1, Math.ceil(2 * size.width() / side) - 1);
        int down = (int) Math.max(1, Math.ceil(2 * size.height() / side) - 1);
        for (int i = 0; i < across * down; i++) {
            double x = across == 1 ? 0 : i % across * (size.width() - side) / (across - 1);
            double y = down == 1 ? 0 : i / across * (size.height() - side) / (down - 1);
            parts.add(new Box<InPicture>(Math.max(0, x), Math.max(0, y), side, side).intersect(size.box()));
        }
        return parts;
    }

    private List<Found> findIn(WorkingPicture picture, Box<InPicture> part) {
        double scale = FaceNet.INPUT / Math.max(part.width(), part.height());
        Size drawn = new Size((int) Math.max(1, Math.round(part.width() * scale)), (int)
                Math.max(1, Math.round(part.height() * scale)));
        Pixels pixels = picture.render(new Framing<>(part, drawn.box()), drawn).over(0x808080);
        byte[] square = new byte[FaceNet.INPUT * FaceNet.INPUT * 3];
        for (int y = 0; y < drawn.height(); y++) {
            System.arraycopy(pixels.samples(), y * drawn.width() * 3, square, y * FaceNet.INPUT * 3, drawn.width() * 3);
        }
        float[] answers = net.look(square);
        List<Found> faces = new ArrayList<>();
        for (int i = 0; i < answers.length; i += 5) {
            double score = sigmoid(answers[i + 4]);
            if (score >= (part.equals(picture.size().box()) ? LEAST_SCORE : LEAST_SCORE_IN_PARTS)) {
                int cell = i / 5 / FaceNet.ANCHORS;
                double[] anchor = ANCHORS[i / 5 % FaceNet.ANCHORS];
                double perCell = (double) FaceNet.INPUT / FaceNet.CELLS / scale;
                double width = Math.exp(Math.min(8, answers[i + 2])) * anchor[0] * perCell;
                double height = Math.exp(Math.min(8, answers[i + 3])) * anchor[1] * perCell;
                double x = part.x() + (cell % FaceNet.CELLS + sigmoid(answers[i])) * perCell - width / 2;
                double y = part.y() + (cell / FaceNet.CELLS + sigmoid(answers[i + 1])) * perCell - height / 2;
                Box<InPicture> face = new Box<InPicture>(x, y, width, height)
                        .intersect(picture.size().box());
                if (!face.isEmpty()) {
                    faces.add(new Found(face, score));
                }
            }
        }
        return faces;
    }

    private static boolean same(Box<InPicture> a, Box<InPicture> b) {
        double common = a.intersect(b).area();
        return common > SAME * (a.area() + b.area() - common) || common > 0.7 * Math.min(a.area(), b.area());
    }

    private static Box<OfPicture> head(Box<InPicture> face, Size size) {
        double w = face.width();
        double h = face.height();
        return new Box<InPicture>(
                        face.x() - BESIDE * w, face.y() - ABOVE * h, w * (1 + 2 * BESIDE), h * (1 + ABOVE + BELOW))
                .intersect(size.box())
                .carry(size.box(), new Box<>(0, 0, 1, 1));
    }

    private static double sigmoid(double x) {
        return 1 / (1 + Math.exp(-x));
    }
}
