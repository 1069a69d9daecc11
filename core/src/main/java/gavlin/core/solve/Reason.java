package gavlin.core.solve;

import gavlin.core.brief.Obstruction;
import gavlin.core.brief.OpenArea;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Says in one sentence why no window shows everything: which areas, in which showing, and by how much. */
final class Reason {
    private final Problem problem;
    private final Lock lock;
    private final Problem.Answer answer;
    private final List<Offer> offers;

    Reason(Problem problem, Lock lock, Problem.Answer answer, List<Offer> offers) {
        this.problem = problem;
        this.lock = lock;
        this.answer = answer;
        this.offers = offers;
    }

    String says() {
        Scene scene = problem.scene();
        for (Sight sight : scene.sights()) {
            Scene alone = scene.seenIn(List.of(sight));
            if (!seen(alone)) {
                List<Kept> areas = fewest(alone);
                return cannot(areas) + " be seen" + (areas.size() == 1 ? " whole" : "") + " on "
                        + sight.showing().name() + ": " + why(alone.with(areas), sight) + ".";
            }
        }
        return cannot(scene.areas()) + " be seen in every showing at once: " + twoShowings(scene) + ".";
    }

    private boolean seen(Scene scene) {
        return Shares.of(scene, WindowSearch.best(scene, lock, List.of()).window())
                .whole();
    }

    /** As few areas as cannot be seen together: one, else a pair, else all. */
    private List<Kept> fewest(Scene scene) {
        List<Kept> areas = scene.areas();
        for (Kept area : areas) {
            if (!seen(scene.with(List.of(area)))) {
                return List.of(area);
            }
        }
        for (int i = 0; i < areas.size(); i++) {
            for (int j = i + 1; j < areas.size(); j++) {
                List<Kept> pair = List.of(areas.get(i), areas.get(j));
                if (!seen(scene.with(pair))) {
                    return pair;
                }
            }
        }
        return areas;
    }

    private static String cannot(List<Kept> areas) {
        List<String> names = areas.stream().map(k -> k.area().name()).toList();
        String all = list(names, "and");
        String both = names.size() == 1 ? " can't" : names.size() == 2 ? " can't both" : " can't all";
        return capital(all) + both;
    }

    /** In source px: what the areas need of the widest window against what it shows; else what covers them, or which edge ends too soon. */
    private String why(Scene scene, Sight sight) {
        Box<InPrepared> need = scene.areas().stream()
                .map(k -> k.region().bounds())
                .reduce(Box::hull)
                .orElseThrow();
        double scale = scene.widest() / scene.slot().width();
        Box<InSlot> seen = OpenArea.alwaysSeen(List.of(sight.showing()), scene.slot());
        Box<InSlot> open = OpenArea.safe(List.of(sight.showing()), scene.slot());
        String them = scene.areas().size() == 1 ? "it" : "them";
        // Against what nothing covers, where that would be wide or high enough; else against all that is seen.
        for (Box<InSlot> room : List.of(open, seen)) {
            double lacksHeight = need.height() - room.height() * scale;
            double lacksWidth = need.width() - room.width() * scale;
            if (lacksHeight > 1 && (lacksWidth <= 1 || room == seen)) {
                return "the window is not high enough for " + them + ", by " + px(lacksHeight);
            }
            if (lacksWidth > 1 && (lacksHeight <= 1 || room == seen)) {
                return "the window is not wide enough for " + them + ", by " + px(lacksWidth);
            }
        }
        List<String> covering = covering(scene, sight);
        String end = offers.stream()
                .filter(o -> o.id().startsWith("grow-") && !o.id().contains("and"))
                .findFirst()
                .map(o -> ", and the picture ends " + px(added(o)) + " too soon at its "
                        + o.id().substring("grow-".length()))
                .orElse("");
        if (!covering.isEmpty()) {
            return list(covering, "and") + (covering.size() == 1 ? " covers " : " cover ") + "part of " + them
                    + " wherever the window stands" + end;
        }
        String edge = nearEdge(scene, need, seen);
        return (edge.isEmpty() ? "no window inside the picture shows " + them + " whole" : edge) + end;
    }

    /** What is seen through the narrowest window, pushed to each edge of the picture in turn; empty where none ends too soon. */
    private static String nearEdge(Scene scene, Box<InPrepared> need, Box<InSlot> seen) {
        Size picture = scene.picture();
        double scale = scene.narrowest() / scene.slot().width();
        double[] lacks = {
            seen.x() * scale - need.x(),
            need.right() - picture.width() + (scene.slot().width() - seen.right()) * scale,
            seen.y() * scale - need.y(),
            need.bottom() - picture.height() + (scene.slot().height() - seen.bottom()) * scale
        };
        String[] edges = {"left", "right", "upper", "lower"};
        for (int i = 0; i < edges.length; i++) {
            if (lacks[i] > 1) {
                return (scene.areas().size() == 1 ? "it lies " : "they lie ") + px(lacks[i])
                        + " too near the picture's " + edges[i] + " edge";
            }
        }
        return "";
    }

    private double added(Offer offer) {
        var before = problem.prepared().steps().get(Grow.TYPE);
        var after = offer.growth();
        return after.top()
                + after.right()
                + after.bottom()
                + after.left()
                - before.top()
                - before.right()
                - before.bottom()
                - before.left();
    }

    /** What lies over the areas in the best window that there is for this showing alone. */
    private List<String> covering(Scene scene, Sight sight) {
        Box<InPrepared> window = WindowSearch.best(scene, lock, List.of()).window();
        double scale = scene.slot().width() / window.width();
        List<String> names = new ArrayList<>();
        List<Obstruction> over = sight.showing().obstructions();
        for (Sight.Piece piece : sight.pieces()) {
            for (int i = 0; i < piece.hidden().size() && piece.hidden().size() == over.size(); i++) {
                Box<InPrepared> hidden = piece.hidden().get(i).bounds();
                String name = "the " + over.get(i).name();
                boolean covers = scene.areas().stream()
                        .map(k -> k.region().seenFrom(window.x(), window.y(), scale))
                        .anyMatch(r -> r.areaWithin(hidden.x(), hidden.y(), hidden.right(), hidden.bottom())
                                > 0.002 * r.area());
                if (covers && !names.contains(name)) {
                    names.add(name);
                }
            }
        }
        return names;
    }

    private String twoShowings(Scene scene) {
        List<Shares.Hidden> hidden = answer.shares().hidden();
        for (Shares.Hidden worst : hidden) {
            Sight one = sight(scene, worst);
            for (Sight other : scene.sights()) {
                if (other != one && !seen(scene.seenIn(List.of(one, other)))) {
                    return "what " + one.showing().name() + " needs hides part of it on "
                            + other.showing().name();
                }
            }
        }
        return "the best window still hides " + percent(1 - answer.shares().worst()) + " of "
                + hidden.get(0).area().name() + " on " + hidden.get(0).showing().name();
    }

    private static Sight sight(Scene scene, Shares.Hidden hidden) {
        return scene.sights().stream()
                .filter(s -> s.showing().id().equals(hidden.showing().id()))
                .findFirst()
                .orElseThrow();
    }

    private static String px(double length) {
        return String.format(Locale.ROOT, "%.0f px", Math.max(1, Math.ceil(length)));
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.0f %%", 100 * share);
    }

    private static String capital(String text) {
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }

    /** {@code the lamp}, {@code the lamp and the boat}, {@code the lamp, the boat and the keeper}. */
    static String list(List<String> names, String and) {
        int last = names.size() - 1;
        return last <= 0
                ? String.join("", names)
                : String.join(", ", names.subList(0, last)) + " " + and + " " + names.get(last);
    }
}
