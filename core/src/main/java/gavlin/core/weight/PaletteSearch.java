package gavlin.core.weight;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.weight.Encoding.Way;
import gavlin.core.weight.WeightSearch.Request;
import java.util.function.Supplier;
import java.util.stream.Stream;

/** PNG and ICO: exact, else the most colours that keep the limit, without dithering and with it. */
final class PaletteSearch extends TypeSearch {
    /** Of portraits and icons: a photograph this small is soon packed without loss, and may keep its limit so. */
    private static final long SMALL = 60_000;

    private static final int FEWEST = 2;
    static final int MOST = 256;
    /** A palette's size changes in steps: nearer than this to a limit it hardly comes. */
    private static final double ENOUGH = 0.93;

    /** Of a large picture, whose palettes take long. */
    private static final double NEAR_ENOUGH = 0.95;

    private static final int PLAIN_ENCODES = 7;
    private static final int FEW_ENCODES = 4;
    /** Of a large picture with so many colours as its sample tells: what the first weighs corrects that. */
    private static final int WHOLE_ENCODES = 3;
    /** Dithered, a file is as heavy as one of twice as many colours, as measured on logos and gradients. */
    private static final double LIGHTER = 0.5;
    /** Where even then it is so much heavier, as of drawings with flat grounds, it would be left with too few colours. */
    private static final double MUCH_HEAVIER = 1.5;

    /** Shares of a file made without loss and with little effort: the least that effort makes of it (0.71 to 1.08 as measured), and a palette that doesn't look bad. */
    private static final double EXACT_AT_LEAST = 0.65;

    private static final double PALETTE_AT_LEAST = 0.15;
    /** A part that is packed alone weighs some percent more than its share of the whole, or less. */
    private static final double PART_TELLS = 1.15;

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
        int roughly = request.roughly(PngWriter::roughly);
        quick = request.isOfMuchDetail(roughly) ? roughly : 0;
        if (mayBeExact(roughly)) {
            Trial exact = trials.make(Encoding.lossless(type));
            if (photograph || trials.keeps(exact)) {
                return;
            }
        }
        isPutOff = request.maybeLossy() && !request.soonTried();
        if (!isPutOff) {
            fewerColours(Double.POSITIVE_INFINITY);
        }
    }

    /** Of a large picture only what may keep the limit is made: a quick file tells, and in doubt a part made with all effort. */
    private boolean mayBeExact(int roughly) {
        if (roughly * EXACT_AT_LEAST > request.maxBytes()) {
            return Palette.exact(request.pixels()) != null;
        }
        Sample sample = trials.sample();
        if (quick <= request.maxBytes() || sample == null) {
            return true;
        }
        int part = request.write(Encoding.lossless(type), sample.bands()).length;
        return part / sample.share() <= PART_TELLS * request.maxBytes();
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
            fewerColours(seen);
        }
    }

    /** @param seen the least damage of what there is */
    private void fewerColours(double seen) {
        Sample sample = request.soonTried() ? null : trials.sample();
        if (sample == null) {
            fewerColoursOfAll();
        } else {
            fewerColours(sample, seen);
        }
    }

    private void fewerColoursOfAll() {
        search(false, PLAIN_ENCODES, 64, MOST);
        int most = trials.heaviestKeeping(Way.PALETTE)
                .map(trial -> trial.encoding().colours())
                .orElse(FEWEST);
        search(true, trials.left(), Math.max(FEWEST, LIGHTER * most), most);
    }

    /** A part tells how many colours go in: the whole is made of them, and dithered; not when the part looks worse than what there is. */
    private void fewerColours(Sample sample, double seen) {
        PaletteSample plain = new PaletteSample(request, sample, type, false);
        Encoding most = plain.most(64, MOST);
        if (seen < Double.POSITIVE_INFINITY && looks(most, sample.bands()) > seen) {
            return;
        }
        PaletteSample dithered = new PaletteSample(request, sample, type, true);
        int fewer = (int) Math.max(FEWEST, LIGHTER * most.colours());
        boolean mayDither =
                most.colours() == MOST || dithered.bytes(fewer) <= MUCH_HEAVIER * plain.bytes(most.colours());
        Stream<Runnable> ways =
                Stream.of(() -> make(plain, most), () -> make(dithered, dithered.most(fewer, 2 * fewer)));
        trials.prepare(most);
        ways.limit(mayDither ? 2 : 1).parallel().forEach(Runnable::run);
        if (!isPutOff && trials.heaviestKeeping(Way.PALETTE).isEmpty()) {
            search(false, FEW_ENCODES, FEWEST, Math.max(2 * FEWEST, most.colours()));
        }
    }

    /** And again while what it weighs corrects the part. */
    private void make(PaletteSample told, Encoding first) {
        Encoding most = first;
        for (int i = 0; i < WHOLE_ENCODES; i++) {
            Trial whole = trials.make(most);
            boolean near = whole.bytes() >= NEAR_ENOUGH * request.maxBytes() || most.colours() == MOST;
            if (trials.keeps(whole) && near) {
                return;
            }
            told.learn(whole);
            most = told.most(Math.max(FEWEST, most.colours() / 2), most.colours());
        }
    }

    private double looks(Encoding encoding, Subject bands) {
        return new Original(bands.pixels())
                .damage(OwnFile.pixels(request.write(encoding, bands)))
                .seen();
    }

    private void search(boolean dithered, int encodes, double few, double many) {
        double limit = Math.log(request.maxBytes());
        trials.prepare(Encoding.palette(type, MOST, dithered));
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
    static int colours(double place) {
        return (int) Math.round(FEWEST * Math.pow((double) MOST / FEWEST, place));
    }

    static double place(double colours) {
        return Math.log(colours / FEWEST) / Math.log((double) MOST / FEWEST);
    }
}
