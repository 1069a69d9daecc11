package gavlin.core.testcard;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Where a card lies along one side of a screenshot.
 *
 * @param start px of the card's edge; may lie outside
 * @param pitch px a cell, above 0
 */
record Axis(double start, double pitch) {
    /** Rows of cells that are tried as a beginning, the longest first. */
    private static final int MOST_SEEDS = 80;

    private static final int MOST_FOUND = 5;
    /** What two places of one edge may differ by, in cells and in px. */
    private static final double OFF = 0.12;

    private static final double OFF_PX = 1.5;

    /** A row of cells and a place in the code that has the same hues. @param first index of the code's edge that its first edge is */
    private record Match(Cells cells, int first, Axis axis) {
        static Match of(Cells cells, int first) {
            Fit fit = new Fit();
            for (int k = 0; k < cells.edges().length; k++) {
                fit.add(first + k, cells.edges()[k]);
            }
            return new Match(cells, first, fit.axis());
        }

        int edges() {
            return cells.edges().length;
        }

        boolean agrees(Axis other) {
            double off = OFF_PX + OFF * other.pitch;
            int last = edges() - 1;
            return Math.abs(other.at(first) - cells.edges()[0]) <= off
                    && Math.abs(other.at(first + last) - cells.edges()[last]) <= off;
        }
    }

    /** Least squares of places on indices. */
    static final class Fit {
        private double n;
        private double i;
        private double ii;
        private double p;
        private double ip;

        void add(double index, double place) {
            n++;
            i += index;
            ii += index * index;
            p += place;
            ip += index * place;
        }

        /** Null unless two indices differ. */
        Axis axis() {
            double spread = n * ii - i * i;
            if (spread <= 0) {
                return null;
            }
            double pitch = (n * ip - i * p) / spread;
            return new Axis((p - pitch * i) / n, pitch);
        }
    }

    /** Whether two cells meet between two places. */
    boolean hasEdge(double from, double to) {
        return Math.floor((from - start) / pitch) != Math.floor((to - start) / pitch);
    }

    double at(double index) {
        return start + pitch * index;
    }

    /** Where rows of cells may belong, the likeliest first. @param code turned so that its rows run along this side */
    static List<Axis> likely(List<Cells> rows, CardCode code) {
        List<Match> matches = new ArrayList<>();
        rows.forEach(row -> addMatches(row, code, matches));
        matches.sort(Comparator.comparingInt(Match::edges).reversed());
        record Scored(Axis axis, int support) {}
        List<Scored> scored = new ArrayList<>();
        for (Match seed : matches.subList(0, Math.min(MOST_SEEDS, matches.size()))) {
            if (scored.stream().noneMatch(known -> seed.agrees(known.axis))) {
                Fit all = new Fit();
                int support = 0;
                for (Match match : matches) {
                    if (match.agrees(seed.axis)) {
                        support += match.edges();
                        for (int k = 0; k < match.edges(); k++) {
                            all.add(match.first + k, match.cells.edges()[k]);
                        }
                    }
                }
                scored.add(new Scored(all.axis(), support));
            }
        }
        return scored.stream()
                .sorted(Comparator.comparingInt(Scored::support).reversed())
                .limit(MOST_FOUND)
                .map(Scored::axis)
                .toList();
    }

    private static void addMatches(Cells cells, CardCode code, List<Match> to) {
        int[] hues = cells.hues();
        for (int row = 0; row < code.rows(); row++) {
            for (int column = 0; column + hues.length <= code.columns(); column++) {
                int k = 0;
                while (k < hues.length && code.at(column + k, row) == hues[k]) {
                    k++;
                }
                if (k == hues.length) {
                    Match match = Match.of(cells, column + 1);
                    if (match.axis.pitch > 0) {
                        to.add(match);
                    }
                }
            }
        }
    }
}
