package gavlin.core.codec;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.Deflater;

/**
 * Makes a PNG's rows as small as they go: filters them in several ways (PNG §9 and §12.7), deflates each with usual effort, and
 * the smallest with as much as {@link DeflateEffort} allows. Which way wins can only be tried; large pictures get fewer tries.
 */
final class PngPacker {
    /** How a row's filter is chosen. */
    private enum Choice {
        /** No filter: best for palettes and drawings of few colours. */
        NONE(0),
        /** The least sum of magnitudes: the usual guess. */
        SUM(-1),
        /** The fewest different pairs of neighbouring bytes, as deflate looks for strings: best for photographs. */
        PAIRS(-1),
        /** The least entropy of single bytes, as Huffman's codes see them. */
        ENTROPY(-1),
        /** The difference to the left everywhere: best for smooth drawings. */
        LEFT(1),
        /** Paeth's predictor everywhere. */
        PAETH(4);

        /** PNG's number of the only filter used, or −1. */
        private final int onlyKind;

        Choice(int onlyKind) {
            this.onlyKind = onlyKind;
        }
    }

    private static final List<Choice> FOR_INDICES = List.of(Choice.NONE, Choice.PAIRS);
    private static final List<Choice> FOR_LARGE = List.of(Choice.NONE, Choice.LEFT, Choice.SUM, Choice.ENTROPY);

    /** Above this all ways together would take too long. */
    private static final int LARGE_BYTES = 2_000_000;

    /** Up to here every way is deflated with full effort: it takes no time. */
    private static final int SMALL_BYTES = 100_000;

    private static final int QUICK = 4;
    /** Of zlib: tells the ways apart at a fraction of the cost. */
    private static final int SCREENING = 6;

    private PngPacker() {}

    /**
     * @param rowBytes of a row of samples
     * @param distance bytes from one pixel to the next
     * @return a zlib stream
     */
    static byte[] packed(byte[] samples, int rowBytes, int distance) {
        return packed(samples, rowBytes, distance, samples.length > LARGE_BYTES ? FOR_LARGE : List.of(Choice.values()));
    }

    /** In one way, with little effort. */
    static byte[] packedAtOnce(byte[] samples, int rowBytes, int distance) {
        return deflate(filtered(samples, rowBytes, distance, Choice.SUM), Deflater.DEFAULT_STRATEGY, QUICK);
    }

    /** Bytes of the smaller of two ways, with usual effort: the whole of it saves a quarter of that at most. */
    static int roughly(byte[] samples, int rowBytes, int distance) {
        return Stream.of(Choice.NONE, Choice.SUM)
                .parallel()
                .mapToInt(choice -> deflate(
                                filtered(samples, rowBytes, distance, choice), Deflater.DEFAULT_STRATEGY, SCREENING)
                        .length)
                .min()
                .orElseThrow();
    }

    /** Of indices into a palette, whose differences mean nothing. */
    static byte[] packedIndices(byte[] samples, int rowBytes) {
        return packed(samples, rowBytes, 1, FOR_INDICES);
    }

    /** Bytes without a filter, with usual effort. */
    static int roughlyIndices(byte[] samples, int rowBytes) {
        return deflate(filtered(samples, rowBytes, 1, Choice.NONE), Deflater.DEFAULT_STRATEGY, SCREENING).length;
    }

    private record Packed(byte[] rows, int strategy, byte[] deflated) {}

    private static byte[] packed(byte[] samples, int rowBytes, int distance, List<Choice> choices) {
        boolean small = samples.length <= SMALL_BYTES;
        Packed best = choices.parallelStream()
                .flatMap(choice -> {
                    byte[] rows = filtered(samples, rowBytes, distance, choice);
                    boolean once = choice == Choice.NONE || samples.length > LARGE_BYTES;
                    return Stream.of(Deflater.DEFAULT_STRATEGY, Deflater.FILTERED)
                            .limit(once ? 1 : 2)
                            .map(strategy -> new Packed(
                                    rows,
                                    strategy,
                                    deflate(rows, strategy, small ? Deflater.BEST_COMPRESSION : SCREENING)));
                })
                .min(Comparator.comparingInt((Packed one) -> one.deflated.length)
                        .thenComparing(Packed::deflated, Arrays::compare))
                .orElseThrow();
        if (small) {
            return best.deflated;
        }
        byte[] hard = deflate(best.rows, best.strategy, DeflateEffort.level(best.rows));
        return hard.length < best.deflated.length ? hard : best.deflated;
    }

    private static byte[] filtered(byte[] samples, int rowBytes, int distance, Choice choice) {
        int rows = samples.length / rowBytes;
        byte[] out = new byte[rows * (rowBytes + 1)];
        byte[] above = new byte[rowBytes];
        byte[] row = new byte[rowBytes];
        byte[][] tries = new byte[PngFilters.KINDS][rowBytes + 1];
        PairCounter pairs = new PairCounter();
        for (int y = 0; y < rows; y++) {
            System.arraycopy(samples, y * rowBytes, row, 0, rowBytes);
            int best = 0;
            double least = Double.MAX_VALUE;
            for (int kind = 0; kind < PngFilters.KINDS; kind++) {
                if (choice.onlyKind >= 0 && choice.onlyKind != kind) {
                    continue;
                }
                long sum = PngFilters.apply(kind, row, above, distance, tries[kind]);
                double cost = switch (choice) {
                    case PAIRS -> pairs.different(tries[kind]);
                    case ENTROPY -> entropy(tries[kind]);
                    default -> sum;
                };
                if (cost < least) {
                    least = cost;
                    best = kind;
                }
            }
            System.arraycopy(tries[best], 0, out, y * (rowBytes + 1), rowBytes + 1);
            byte[] swap = above;
            above = row;
            row = swap;
        }
        return out;
    }

    /** Bits, by Shannon's formula, of a row's bytes after the first, which names the filter. */
    private static double entropy(byte[] row) {
        int[] counts = new int[256];
        for (int i = 1; i < row.length; i++) {
            counts[row[i] & 0xff]++;
        }
        double bits = 0;
        for (int count : counts) {
            bits -= count == 0 ? 0 : count * Math.log(count / (double) (row.length - 1));
        }
        return bits;
    }

    /** Counts pairs of bytes without clearing 65,536 places for each row. */
    private static final class PairCounter {
        private final int[] seenIn = new int[65_536];
        private int turn;

        int different(byte[] row) {
            turn++;
            int count = 0;
            for (int i = 1; i + 1 < row.length; i++) {
                int pair = (row[i] & 0xff) << 8 | row[i + 1] & 0xff;
                if (seenIn[pair] != turn) {
                    seenIn[pair] = turn;
                    count++;
                }
            }
            return count;
        }
    }

    private static byte[] deflate(byte[] data, int strategy, int level) {
        Deflater deflater = new Deflater(level);
        try {
            deflater.setStrategy(strategy);
            deflater.setInput(data);
            deflater.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream(data.length / 3 + 64);
            byte[] buffer = new byte[65_536];
            while (!deflater.finished()) {
                out.write(buffer, 0, deflater.deflate(buffer));
            }
            return out.toByteArray();
        } finally {
            deflater.end();
        }
    }
}
