package gavlin.web.proof;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Space.InShowing;
import gavlin.core.solve.Shares;
import gavlin.core.speech.Said;
import gavlin.web.board.PlacedSlot;
import gavlin.web.fit.FitState;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * How banners and slides move on a page, as many themes have them do.
 *
 * @param times how many times as large a picture becomes that slowly grows about its middle, {@value #LEAST} to {@value #MOST}
 */
public record Motion(Way way, double times) {
    static final double LEAST = 1.02;
    static final double MOST = 2;
    static final Motion NONE = new Motion(Way.STILL, 1.2);

    public enum Way {
        STILL("still"),
        GROWS("slowly growing"),
        LARGEST("at their largest"),
        HELD("held while the page scrolls");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public String words() {
            return words;
        }
    }

    /** @throws BadInput for a way that there is not, or a size out of range */
    static Motion of(String way, double times) {
        Require.range("times", times, LEAST, MOST, "");
        for (Way each : Way.values()) {
            if (each.word().equals(way)) {
                return new Motion(each, times);
            }
        }
        throw new BadInput(
                "motion",
                "the motion must be "
                        + Said.either(
                                List.of(Way.values()).stream().map(Way::word).toList()));
    }

    public List<Way> ways() {
        return List.of(Way.values());
    }

    public boolean grows() {
        return way == Way.GROWS || way == Way.LARGEST;
    }

    boolean moves(Slot slot) {
        return way != Way.STILL && (slot.kind() == Slot.Kind.BANNER || slot.kind() == Slot.Kind.SLIDE);
    }

    /** What is still seen of a place when its picture is at its largest, px of its box as it began. */
    Box<InShowing> left(Box<InShowing> box) {
        return new Box<>(
                box.width() * (1 - 1 / times) / 2,
                box.height() * (1 - 1 / times) / 2,
                box.width() / times,
                box.height() / times);
    }

    /** Where a picture lies when it is at its largest. */
    Box<InShowing> largest(Box<InShowing> image, Box<InShowing> box) {
        return new Box<>(
                box.width() / 2 + (image.x() - box.width() / 2) * times,
                box.height() / 2 + (image.y() - box.height() / 2) * times,
                image.width() * times,
                image.height() * times);
    }

    /** What must be seen and isn't any more when the picture is at its largest, in words. */
    List<String> hides(PlacedSlot placed) {
        FitState fit = placed.fit();
        if (!grows()
                || fit == null
                || !moves(placed.entry().slot())
                || fit.fit().rule() == Rule.CONTAIN) {
            return List.of();
        }
        Shares before = shares(fit, placed.showing());
        Shares after = shares(fit, placed.showing().enlargedBy(times));
        List<String> hidden = new ArrayList<>();
        for (int k = 0; k < after.areas().size(); k++) {
            if (after.worst(k) < Math.min(Shares.WHOLE, before.worst(k))) {
                hidden.add(after.areas().get(k).name() + " in "
                        + placed.entry().slot().name() + ": "
                        + percent(after.worst(k)) + " of it is seen, of "
                        + percent(before.worst(k)));
            }
        }
        return hidden;
    }

    private static String percent(double share) {
        return (int) Math.floor(100 * share + 1e-9) + " %";
    }

    private static Shares shares(FitState fit, Showing showing) {
        return fit.fit()
                .problem(
                        fit.present().with(List.of(showing)),
                        fit.picture().size(),
                        fit.picture().keepAreas().areas(),
                        fit.picture().keepAreas().focal())
                .shares(fit.plan().framing().window());
    }
}
