package gavlin.core.solve;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What a remedy costs, in words: how much of the file would be made up, what would still be cut, what would stand there twice. */
final class Costs {
    private final Problem problem;

    Costs(Problem problem) {
        this.problem = problem;
    }

    /** The same with its costs. */
    Offer told(Offer offer) {
        List<String> costs = new ArrayList<>();
        if (offer.growth() != null) {
            costs.add(madeUp(offer));
        }
        if (offer.height() != null) {
            costs.add("the banner is " + offer.height() + " px high instead of "
                    + problem.size().height());
        }
        if (!offer.letGo().isEmpty() && offer.growth() == null && offer.height() == null) {
            costs.add(stillSeen(offer));
        }
        if (offer.picture() != null) {
            costs.add("this one has " + problem.prepared().picture().label() + " px");
        }
        List<String> twice = seenTwice(offer).stream().map(KeepArea::name).toList();
        if (!twice.isEmpty()) {
            costs.add("shows part of " + Reason.list(twice, "and") + " a second time, mirrored");
        }
        return offer.costing(String.join("; ", costs));
    }

    private String madeUp(Offer offer) {
        Grow before = problem.prepared().steps().get(Grow.TYPE);
        Box<InPrepared> grown = problem.with(offer.growth()).prepared().size().box();
        Grow all = offer.growth();
        Box<InPrepared> own = new Box<>(
                all.left(),
                all.top(),
                grown.width() - all.left() - all.right(),
                grown.height() - all.top() - all.bottom());
        double share = 1 - offer.window().intersect(own).area() / offer.window().area();
        return String.format(
                Locale.ROOT,
                "%d px of picture are made up, %.0f %% of the file",
                sum(all) - sum(before),
                Math.max(1, share * 100));
    }

    private static int sum(Grow g) {
        return g.top() + g.right() + g.bottom() + g.left();
    }

    private String stillSeen(Offer offer) {
        Shares then = problem.shares(offer.window());
        List<String> words = new ArrayList<>();
        for (int k = 0; k < then.areas().size(); k++) {
            KeepArea area = then.areas().get(k);
            if (offer.letGo().contains(area.id())) {
                words.add(String.format(
                        Locale.ROOT,
                        "of %s %.0f %% are seen where it is worst",
                        area.name(),
                        Math.floor(then.worst(k) * 100)));
            }
        }
        return String.join(", ", words);
    }

    /** What must be seen and lies in the strip that is mirrored into what is grown: a person would stand there twice. */
    List<KeepArea> seenTwice(Offer offer) {
        if (offer.growth() == null) {
            return List.of();
        }
        Grow before = problem.prepared().steps().get(Grow.TYPE);
        Size own = problem.prepared().before(Grow.TYPE);
        Grow then = offer.growth();
        return problem.scene().areas().stream()
                .filter(kept -> !offer.letGo().contains(kept.area().id()))
                .filter(kept -> {
                    Box<InPrepared> at = kept.region().bounds().moved(-before.left(), -before.top());
                    return then.top() > before.top() && at.y() < then.top()
                            || then.left() > before.left() && at.x() < then.left()
                            || then.bottom() > before.bottom() && at.bottom() > own.height() - then.bottom()
                            || then.right() > before.right() && at.right() > own.width() - then.right();
                })
                .map(Kept::area)
                .toList();
    }
}
