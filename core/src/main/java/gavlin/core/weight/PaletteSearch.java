package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;

/** PNG and ICO: exact, else the most colours that keep the limit, without dithering and with it. */
final class PaletteSearch {
    /** Of portraits and icons: a photograph this small is soon packed without loss, and may keep its limit so. */
    private static final long SMALL = 60_000;

    private static final int FEWEST = 2;
    private static final int MOST = 256;
    /** A palette's size changes in steps: nearer than this to a limit it hardly comes. */
    private static final double ENOUGH = 0.93;

    private static final int PLAIN_ENCODES = 5;
    /** Dithering makes a file heavier by about so many colours, as measured on logos and gradients. */
    private static final double HEAVIER = 0.5;

    private final Request request;
    private final PictureType type;
    private final Trials trials;

    PaletteSearch(Request request, PictureType type) {
        this.request = request;
        this.type = type;
        this.trials = new Trials(request);
    }

    List<Trial> run() {
        boolean photograph = request.maybeLossy() && !WeightSearch.isArtwork(request.pixels());
        if (photograph && request.pixels().size().pixels() > SMALL) {
            return trials.all(); // as a palette it is heavier or looks worse, and takes long
        }
        Trial exact = trials.make(Encoding.lossless(type));
        if (photograph || trials.keeps(exact)) {
            return trials.all();
        }
        double limit = Math.log(request.maxBytes());
        QualitySearch<Trial> search = new QualitySearch<>(
                x -> trials.make(Encoding.palette(type, colours(x), false)),
                made -> Math.log(made.bytes()),
                limit,
                limit + Math.log(ENOUGH),
                0.01,
                PLAIN_ENCODES);
        search.run(place(64), place(MOST));
        int most = trials.heaviestKeeping(Way.PALETTE)
                .map(trial -> trial.encoding().colours())
                .orElse(FEWEST);
        trials.makeAll(List.of(dithered(most), dithered((int) Math.max(FEWEST, Math.round(HEAVIER * most)))));
        return trials.all();
    }

    private Encoding dithered(int colours) {
        return Encoding.palette(type, colours, true);
    }

    /** Equal steps of the place double the colours. */
    private static int colours(double place) {
        return (int) Math.round(FEWEST * Math.pow((double) MOST / FEWEST, place));
    }

    private static double place(int colours) {
        return Math.log((double) colours / FEWEST) / Math.log((double) MOST / FEWEST);
    }
}
