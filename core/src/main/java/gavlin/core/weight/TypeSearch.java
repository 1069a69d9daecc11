package gavlin.core.weight;

import gavlin.core.damage.Original;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.function.Supplier;

/** Searches the encodings of one type. */
abstract class TypeSearch {
    final Request request;
    final Supplier<Original> original;
    final Trials trials;
    final ByQuality qualities;

    TypeSearch(Request request, Supplier<Original> original) {
        this.request = request;
        this.original = original;
        this.trials = new Trials(request);
        this.qualities = new ByQuality(request, original, trials);
    }

    /** Finds soon what tells about how well this type can do. */
    abstract void run();

    /** Whether more is to be tried, which takes longer. */
    boolean mayBeBettered() {
        return false;
    }

    /** Betters what was found. */
    void refine() {}

    /**
     * Tries what takes too long to be tried where a file of another type is good enough.
     *
     * @param seen the least damage of all that keep the limit; infinite when none does
     */
    void goOn(double seen) {}

    /** All that was encoded. */
    List<Trial> tried() {
        return trials.all();
    }
}
