package gavlin.core.fit;

import gavlin.core.raster.Pixels;

/**
 * How well the words of one showing can be read over a file.
 *
 * @param showing its id
 * @param where its name
 * @param words what they say
 * @param ratio the contrast that all but the worst 5 % of the pixels under them reach, 1..21
 * @param least the contrast that they need (WCAG 2.2, §1.4.3)
 */
public record Readable(String showing, String where, String words, double ratio, double least) {
    static Readable of(Lettering lettering, Pixels file) {
        return new Readable(
                lettering.showing(),
                lettering.where(),
                lettering.words(),
                Math.round(lettering.contrastOn(file) * 100) / 100.0,
                lettering.least());
    }

    /** 1 and more where they can be read. */
    public double margin() {
        return ratio / least;
    }
}
