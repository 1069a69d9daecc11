package gavlin.core.gauge;

import gavlin.core.codec.PictureType;
import gavlin.core.damage.Damage;
import gavlin.core.fit.Readable;
import gavlin.core.fit.Standing;
import gavlin.core.weight.Encoding;
import java.util.Collection;
import java.util.List;

/**
 * What was measured on a finished file.
 *
 * @param damage what compression did to it; null in what earlier versions measured
 * @param words how well the theme's words can be read over it, or null where that was not measured
 * @param grounds how a mark stands out where it is shown, likewise
 * @param vanishing the share of a small mark that is finer than a pixel, 0..1, likewise
 * @param soFar the encoding of a file that would do, while better ones are looked for; null for the one that was chosen
 */
public record Measured(
        PictureType type,
        long bytes,
        Damage damage,
        int transparentPixels,
        List<Readable> words,
        List<Standing> grounds,
        Double vanishing,
        Encoding soFar) {
    public Measured(PictureType type, long bytes, Damage damage, int transparentPixels) {
        this(type, bytes, damage, transparentPixels, List.of(), List.of(), 0.0, null);
    }

    /** Only what is read in showings that exist. */
    public Measured in(Collection<String> showings) {
        return new Measured(
                type,
                bytes,
                damage,
                transparentPixels,
                words == null
                        ? null
                        : words.stream()
                                .filter(one -> showings.contains(one.showing()))
                                .toList(),
                grounds == null
                        ? null
                        : grounds.stream()
                                .filter(one -> showings.contains(one.showing()))
                                .toList(),
                vanishing,
                soFar);
    }
}
