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

    private static final int PLAIN_ENCODES = 7;
    /** Of a large picture, whose palettes take long. */
    private static final int FEW_ENCODES = 4;
    /** Dithered, a file is as heavy as one of twice as many colours, as measured on logos and gradients. */
    private static final double LIGHTER = 0.5;

    private static final double LEAST_STEP = 0.01;

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
        boolean soon = request.soonTried();
        search(false, soon ? PLAIN_ENCODES : FEW_ENCODES, 64, MOST);
        int most = trials.heaviestKeeping(Way.PALETTE)
                .map(trial -> trial.encoding().colours())
                .orElse(FEWEST);
        search(true, soon ? trials.left() : 2, Math.max(FEWEST, LIGHTER * most), most);
        return trials.all();
    }

    private void search(boolean dithered, int encodes, double few, double many) {
        double limit = Math.log(request.maxBytes());
        QualitySearch<Trial> search = new QualitySearch<>(
                x -> trials.make(Encoding.palette(type, colours(x), dithered)),
                made -> Math.log(made.bytes()),
                limit,
                limit + Math.log(ENOUGH),
                LEAST_STEP,
                encodes);
        search.run(place(few), place(many));
    }

    /** Equal steps of the place double the colours. */
    private static int colours(double place) {
        return (int) Math.round(FEWEST * Math.pow((double) MOST / FEWEST, place));
    }

    private static double place(double colours) {
        return Math.log(colours / FEWEST) / Math.log((double) MOST / FEWEST);
    }
}
