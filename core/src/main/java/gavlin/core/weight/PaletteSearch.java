package gavlin.core.weight;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.List;
import java.util.function.Supplier;

/** PNG and ICO: exact, else the most colours that keep the limit, without dithering and with it. */
final class PaletteSearch extends TypeSearch {
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

    /** Shares of a file made without loss and with little effort: the least that effort makes of it (0.71 to 1.08 as measured), and a palette that doesn't look bad. */
    private static final double EXACT_AT_LEAST = 0.5;

    private static final double PALETTE_AT_LEAST = 0.15;

    /** A lossy file of the same weight is better than one whose damage is so great. */
    private static final double LOOKS_BAD = 1.5 * Damage.NOT_SEEN;

    private static final double LEAST_STEP = 0.01;

    private final PictureType type;
    /** Of a large picture of much detail; 0 of all others. */
    private int quick;
    /** Whether palettes are left until it is known what the other types can do: of a large picture they take seconds. */
    private boolean isPutOff;

    PaletteSearch(Request request, PictureType type, Supplier<Original> original) {
        super(request, original);
        this.type = type;
    }

    @Override
    void run() {
        boolean photograph = request.maybeLossy() && !WeightSearch.isArtwork(request.pixels());
        if (photograph && request.pixels().size().pixels() > SMALL) {
            return; // as a palette it is heavier or looks worse, and takes long
        }
        // Of a large picture only what may keep the limit is made.
        int roughly = request.roughly(PngWriter::roughly);
        quick = request.isOfMuchDetail(roughly) ? roughly : 0;
        if (roughly * EXACT_AT_LEAST <= request.maxBytes() || Palette.exact(request.pixels()) != null) {
            Trial exact = trials.make(Encoding.lossless(type));
            if (photograph || trials.keeps(exact)) {
                return;
            }
        }
        isPutOff = request.maybeLossy() && !request.soonTried();
        if (!isPutOff) {
            fewerColours();
        }
    }

    @Override
    boolean mayBeBettered() {
        return isPutOff;
    }

    /** A drawing's palette may look better than anything but an exact file; that of much detail hardly than what shows no damage. */
    @Override
    void goOn(double seen) {
        boolean mayLookBetter = quick == 0 || seen > Damage.NOT_SEEN && quick * PALETTE_AT_LEAST <= request.maxBytes();
        if (isPutOff && mayLookBetter) {
            fewerColours();
        }
    }

    private void fewerColours() {
        Sample sample = quick == 0 ? null : trials.sample();
        if (sample == null) {
            fewerColoursOfAll();
        } else {
            fewerColours(sample);
        }
    }

    private void fewerColoursOfAll() {
        boolean soon = request.soonTried();
        search(false, soon ? PLAIN_ENCODES : FEW_ENCODES, 64, MOST);
        int most = trials.heaviestKeeping(Way.PALETTE)
                .map(trial -> trial.encoding().colours())
                .orElse(FEWEST);
        search(true, soon ? trials.left() : 2, Math.max(FEWEST, LIGHTER * most), most);
    }

    /** A part tells how many colours go in: the whole is made of them, and dithered; not beside a lossy file when they look bad. */
    private void fewerColours(Sample sample) {
        double at = sample.around(
                        new double[] {place(64), place(MOST)},
                        Math.log(request.maxBytes()),
                        0,
                        x -> request.write(Encoding.palette(type, colours(x), false), sample.bands()).length)[0];
        Encoding plain = Encoding.palette(type, colours(at), false);
        Encoding dithered = Encoding.palette(type, (int) Math.max(FEWEST, LIGHTER * plain.colours()), true);
        if (!request.maybeLossy() || looks(plain, sample.bands()) <= LOOKS_BAD) {
            trials.makeAll(List.of(plain, dithered));
        }
        if (!request.maybeLossy() && trials.heaviestKeeping(Way.PALETTE).isEmpty()) {
            search(false, FEW_ENCODES, Math.max(FEWEST, 0.5 * plain.colours()), plain.colours());
        }
    }

    private double looks(Encoding encoding, Subject bands) {
        return new Original(bands.pixels())
                .damage(OwnFile.pixels(request.write(encoding, bands)))
                .seen();
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
