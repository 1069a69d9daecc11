package gavlin.core.weight;

import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.weight.WeightSearch.Request;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;

/**
 * How many colours a large picture's palette may have under a limit, as a part of the picture tells. A part errs: repetitions are
 * found in the whole, and a palette weighs the same beside both. What is made of the whole says by how much.
 */
final class PaletteSample {
    private final Request request;
    private final Sample sample;
    private final PictureType type;
    private final boolean dithered;
    /** The part's bytes by the number of colours. */
    private final Map<Integer, Integer> known = new ConcurrentHashMap<>();
    /** By how much the part was wrong about the logarithm of bytes. */
    private double error;

    PaletteSample(Request request, Sample sample, PictureType type, boolean dithered) {
        this.request = request;
        this.sample = sample;
        this.type = type;
        this.dithered = dithered;
        sample.bands().prepare(encoding(PaletteSearch.MOST));
    }

    /** The most colours that keep the limit, so far as is known. @param usual two numbers of them to begin with */
    Encoding most(int... usual) {
        double at = sample.at(
                IntStream.of(usual).mapToDouble(PaletteSearch::place).toArray(),
                Math.log(request.maxBytes()) - error,
                x -> logBytes(PaletteSearch.colours(x)));
        return encoding(PaletteSearch.colours(at));
    }

    /** Of the whole picture, by what the part weighs. */
    double bytes(int colours) {
        return Math.exp(logBytes(colours) + error);
    }

    void learn(Trial whole) {
        error = Math.log(whole.bytes()) - logBytes(whole.encoding().colours());
    }

    private double logBytes(int colours) {
        Integer bytes = known.get(colours);
        if (bytes == null) {
            Subject bands = sample.bands();
            Palette palette = Palette.of(bands.pixels(), bands.quantiser().coloursAtOnce(colours), dithered);
            bytes = PngWriter.roughly(bands.pixels(), palette.colours(), palette.indices());
            known.put(colours, bytes);
        }
        return Math.log(bytes / sample.share());
    }

    private Encoding encoding(int colours) {
        return Encoding.palette(type, colours, dithered);
    }
}
