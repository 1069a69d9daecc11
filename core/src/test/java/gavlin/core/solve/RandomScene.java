package gavlin.core.solve;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.operation.Prepared;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Small problems of every make, by seed: pictures of some tens of px, so that every window of them can be tried. */
final class RandomScene {
    private RandomScene() {}

    static Scene of(long seed) {
        return problem(seed).scene();
    }

    static Problem problem(long seed) {
        Random random = new Random(seed);
        Size picture = new Size(20 + random.nextInt(26), 20 + random.nextInt(26));
        int width = 8 + random.nextInt(18);
        int height = 6 + random.nextInt(16);
        List<KeepArea> areas = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            double across = 0.05 + 0.12 * random.nextDouble();
            double down = 0.05 + 0.12 * random.nextDouble();
            areas.add(new KeepArea(
                    "k" + (i + 1),
                    "area " + i,
                    random.nextInt(3) == 0 ? KeepArea.Shape.ELLIPSE : KeepArea.Shape.RECTANGLE,
                    new Box<>((1 - across) * random.nextDouble(), (1 - down) * random.nextDouble(), across, down),
                    1 + random.nextInt(3)));
        }
        Slot slot = SlotSheetReader.read("""
                        {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"a","name":"A","kind":"banner",
                         "size":{"width":%d,"height":%d},"heights":[%d,%d,%d],"types":["png"],"shape":"%s","showings":[%s]}]}""".formatted(
                                width,
                                height,
                                height,
                                height + 4,
                                2 * height,
                                random.nextInt(8) == 0 ? "circle" : "rectangle",
                                showings(random)))
                .slots()
                .get(0);
        FocalPoint<InPicture> focal = new FocalPoint<>(random.nextDouble(), random.nextDouble());
        return new Problem(slot, Prepared.asIs(picture), areas, focal, null, null);
    }

    private static String showings(Random random) {
        List<String> showings = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) {
            int width = 100 + random.nextInt(300);
            int height = 60 + random.nextInt(200);
            String to = random.nextInt(4) == 0
                    ? ",\"to\":{\"width\":%d,\"height\":%d}"
                            .formatted(width + 50 + random.nextInt(400), 60 + random.nextInt(200))
                    : "";
            List<String> over = new ArrayList<>();
            for (int k = Math.max(0, random.nextInt(4) - 1); k > 0; k--) {
                int w = 10 + random.nextInt(random.nextBoolean() ? width - 10 : width / 4);
                int h = 5 + random.nextInt(height / 4);
                over.add("""
                        {"name":"o%d","kind":"%s","shape":"%s","radius":%d,"box":{"x":%d,"y":%d,"width":%d,"height":%d}}""".formatted(
                                k,
                                random.nextBoolean() ? "words" : "solid",
                                new String[] {"rectangle", "rectangle", "rounded", "circle"}[random.nextInt(4)],
                                random.nextInt(40),
                                random.nextInt(width - w + 1),
                                random.nextInt(height - h + 1),
                                w,
                                h));
            }
            showings.add("""
                    {"id":"s%d","name":"S%d","box":{"width":%d,"height":%d%s},"objectPosition":"%d%% %d%%","obstructions":[%s]}""".formatted(
                            i, i, width, height, to, random.nextInt(101), random.nextInt(101), String.join(",", over)));
        }
        return String.join(",", showings);
    }
}
