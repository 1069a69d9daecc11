package gavlin.core.jpeg;

import gavlin.core.Require;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Component.Plane;
import gavlin.core.raster.Pixels;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A picture ready to be written as JPEG, progressively, in JFIF, at any quality: grey ones as one component, others as three.
 * Its cosines are kept, two bytes each: 2 bytes a pixel of grey, 3 to 6 of colour. Several threads may write.
 */
public final class JpegEncoder {
    private static final int START = 0xd8;
    private static final int END = 0xd9;
    private static final int JFIF = 0xe0;
    private static final int TABLES = 0xdb;
    private static final int PROGRESSIVE = 0xc2;
    static final int CODES = 0xc4;
    static final int SCAN = 0xda;

    /** Ways to tell a component's cosines: each costs a header and a table more than the one before, and saves where there are many. */
    static final List<List<AcScan>> WAYS = List.of(
            List.of(new AcScan(1, 63, 0, false)),
            List.of(new AcScan(1, 5, 0, false), new AcScan(6, 63, 0, false)),
            List.of(new AcScan(1, 63, 1, false), new AcScan(1, 63, 0, true)),
            List.of(
                    new AcScan(1, 5, 2, false),
                    new AcScan(6, 63, 2, false),
                    new AcScan(1, 63, 1, true),
                    new AcScan(1, 63, 0, true)));

    /** Bytes of a scan besides its table and its bits. */
    private static final int SCAN_HEADERS = 14;
    /** So many blocks are more than finding the way may cost. */
    private static final int SAMPLED = 6_000;

    private static final int SAMPLE_STRETCH = 100;
    private static final int SAMPLE_EVERY = 6;

    /** What a cosine and a block take, as a mean over photographs, artwork and lettering at qualities 10 to 96. */
    private static final double BITS_OF_COSINE = 6.1;

    private static final double BITS_OF_BLOCK = 1.9;

    private final Size size;
    private final List<Component> components;

    /** @param pixels without alpha */
    public JpegEncoder(Pixels pixels, Chroma chroma) {
        if (pixels.channels() != 3) {
            throw new IllegalArgumentException("JPEG has no transparency: flatten the picture over a colour first");
        }
        size = pixels.size();
        components = pixels.isGrey()
                ? List.of(new Component(pixels, Plane.Y, 1, 1))
                : List.of(
                        new Component(pixels, Plane.Y, 1, 1),
                        new Component(pixels, Plane.CB, chroma.across, chroma.down),
                        new Component(pixels, Plane.CR, chroma.across, chroma.down));
    }

    /**
     * About how many bytes the picture takes at a quality, headers not counted: in proportion to the cosines that are not rounded to
     * nothing (Z. He, S. K. Mitra: A Unified Rate-Distortion Analysis Framework for Transform Coding, IEEE Trans. CSVT 11, 2001; from
     * memory). Mostly within a tenth of a file of some kB, in a hundredth of the time of writing it.
     *
     * @param quality 1..100
     */
    public double estimate(double quality) {
        double bits = 0;
        for (int i = 0; i < components.size(); i++) {
            Component component = components.get(i);
            bits += BITS_OF_COSINE * component.told(Steps.of(i == 0, quality).written());
            bits += BITS_OF_BLOCK * component.blocks();
        }
        return bits / 8;
    }

    /** One of a component's scans. */
    private record Part(AcScan scan, byte[] bytes) {}

    /** @param quality 1..100, fractions allowed: the scale of the example tables of T.81 Annex K */
    public byte[] write(double quality) {
        return write(quality, WAYS);
    }

    /** @param ways of which each component takes the shortest */
    byte[] write(double quality, List<List<AcScan>> ways) {
        Require.range("quality", quality, 1, 100, "");
        Output out = new Output();
        out.marker(START);
        segment(out, JFIF, 'J', 'F', 'I', 'F', 0, 1, 1, 0, 0, 1, 0, 1, 0, 0);
        Steps[] steps = {Steps.of(true, quality), Steps.of(false, quality)};
        int[] tables = new int[(1 + Cosines.BLOCK) * Math.min(2, components.size())];
        for (int at = 0, table = 0; at < tables.length; at += 1 + Cosines.BLOCK, table++) {
            tables[at] = table;
            System.arraycopy(steps[table].written(), 0, tables, at + 1, Cosines.BLOCK);
        }
        segment(out, TABLES, tables);
        frame(out);
        List<Rounded> rounded = IntStream.range(0, components.size())
                .parallel()
                .mapToObj(i -> Rounding.of(components.get(i), steps[table(i)]))
                .toList();
        new DcScan(components, rounded).write(out);
        List<Part> parts = IntStream.range(0, components.size())
                .parallel()
                .boxed()
                .flatMap(i -> shortest(ways, rounded.get(i)).stream().map(scan -> written(i, scan, rounded.get(i))))
                .toList();
        // What is coarse of all comes before what is fine of one.
        parts.stream()
                .sorted(Comparator.comparingInt(part -> -part.scan.low()))
                .forEach(part -> out.octets(part.bytes));
        out.marker(END);
        return out.toBytes();
    }

    private static int table(int component) {
        return Math.min(component, 1);
    }

    /** Of many blocks the way is found on one row in {@value #SAMPLE_EVERY}, about. */
    private static List<AcScan> shortest(List<List<AcScan>> ways, Rounded rounded) {
        Rounded judged = rounded.ends.length < SAMPLED ? rounded : rounded.sample(SAMPLE_STRETCH, SAMPLE_EVERY);
        return ways.stream()
                .min(Comparator.comparingLong(way ->
                        way.stream().mapToLong(scan -> bits(scan, judged)).sum()))
                .orElseThrow();
    }

    private static long bits(AcScan scan, Rounded rounded) {
        Tokens tokens = scan.tokens(rounded);
        HuffmanCode code = new HuffmanCode(tokens.counts());
        return tokens.bits(code) + 8L * (SCAN_HEADERS + code.tableBytes());
    }

    private void frame(Output out) {
        int[] body = new int[6 + 3 * components.size()];
        body[0] = 8;
        body[1] = size.height() >> 8;
        body[2] = size.height();
        body[3] = size.width() >> 8;
        body[4] = size.width();
        body[5] = components.size();
        Component last = components.get(components.size() - 1);
        for (int i = 0; i < components.size(); i++) {
            body[6 + 3 * i] = i + 1;
            body[7 + 3 * i] = last.across / components.get(i).across << 4 | last.down / components.get(i).down;
            body[8 + 3 * i] = table(i);
        }
        segment(out, PROGRESSIVE, body);
    }

    private static Part written(int component, AcScan scan, Rounded rounded) {
        Output out = new Output();
        Tokens tokens = scan.tokens(rounded);
        HuffmanCode code = new HuffmanCode(tokens.counts());
        out.marker(CODES);
        out.pair(2 + code.tableBytes());
        code.writeTable(0x10, out);
        int high = scan.refines() ? scan.low() + 1 : 0;
        segment(out, SCAN, 1, component + 1, 0, scan.from(), scan.to(), high << 4 | scan.low());
        tokens.write(code, out);
        out.endBits();
        return new Part(scan, out.toBytes());
    }

    static void segment(Output out, int marker, int... body) {
        out.marker(marker);
        out.pair(2 + body.length);
        for (int octet : body) {
            out.octet(octet);
        }
    }
}
