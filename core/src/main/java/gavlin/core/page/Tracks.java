package gavlin.core.page;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The widths of a grid's columns as far as they follow from their list alone (CSS Grid 2, §7.2 and §12): lengths, percentages,
 * fractions, {@code minmax} and {@code repeat}. A track that its content decides counts as a fraction.
 */
final class Tracks {
    private static final Pattern REPEAT = Pattern.compile("repeat\\(\\s*(\\d{1,2}|auto-fi(?:ll|t))\\s*,\\s*(.*)\\)");
    private static final Pattern MINMAX =
            Pattern.compile("minmax\\(\\s*([^,()]+|min\\([^()]*\\))\\s*,\\s*([^,()]+)\\)");
    private static final Pattern FRACTION = Pattern.compile("(\\d+\\.?\\d*|\\.\\d+)fr");
    private static final Pattern NAMES = Pattern.compile("\\[[^\\]]*\\]");
    private static final int LONGEST = 400;
    private static final int MOST = 60;

    private final double room;
    private final double gap;
    private final Screen screen;

    private Tracks(double room, double gap, Screen screen) {
        this.room = room;
        this.gap = gap;
        this.screen = screen;
    }

    /** @param least px that it has at least @param fraction of what is left, 0 for a fixed one */
    private record Track(double least, double fraction) {}

    /** One at least. @param list as declared, or null @param room px */
    static double[] widths(String list, double room, double gap, Screen screen) {
        List<Track> tracks = list == null || list.length() > LONGEST || list.isBlank() || list.equals("none")
                ? List.of(new Track(0, 1))
                : new Tracks(room, gap, screen).read(NAMES.matcher(list).replaceAll(" "));
        return sizes(tracks, room, gap);
    }

    private List<Track> read(String list) {
        List<Track> tracks = new ArrayList<>();
        for (String part : parts(list)) {
            Matcher repeat = REPEAT.matcher(part);
            if (repeat.matches()) {
                List<Track> each = read(repeat.group(2));
                int times = repeat.group(1).startsWith("auto") ? asManyAsFit(each) : Integer.parseInt(repeat.group(1));
                for (int i = 0; i < times && tracks.size() < MOST; i++) {
                    tracks.addAll(each);
                }
            } else if (tracks.size() < MOST) {
                tracks.add(track(part));
            }
        }
        return tracks.isEmpty() ? List.of(new Track(0, 1)) : tracks;
    }

    private int asManyAsFit(List<Track> each) {
        double width = each.stream().mapToDouble(track -> track.least + gap).sum();
        return (int) Math.max(1, Math.min(MOST, Math.floor((room + gap) / Math.max(1, width))));
    }

    private Track track(String part) {
        Matcher fraction = FRACTION.matcher(part);
        if (fraction.matches()) {
            return new Track(0, Double.parseDouble(fraction.group(1)));
        }
        Matcher between = MINMAX.matcher(part);
        if (between.matches()) {
            double least = Lengths.px(between.group(1).strip(), room, screen).orElse(0);
            Track most = track(between.group(2).strip());
            return new Track(Math.max(least, most.fraction > 0 ? 0 : Math.min(most.least, room)), most.fraction);
        }
        OptionalDouble px = Lengths.px(part, room, screen);
        return px.isPresent() ? new Track(px.getAsDouble(), 0) : new Track(0, 1);
    }

    /** §12.7: fractions share what the fixed ones leave; one that needs more than its share is fixed at that. */
    private static double[] sizes(List<Track> tracks, double room, double gap) {
        double[] widths = new double[tracks.size()];
        boolean[] fixed = new boolean[tracks.size()];
        for (boolean again = true; again; ) {
            again = false;
            double left = room - gap * (tracks.size() - 1);
            double fractions = 0;
            for (int i = 0; i < widths.length; i++) {
                Track track = tracks.get(i);
                if (track.fraction == 0 || fixed[i]) {
                    left -= track.least;
                } else {
                    fractions += track.fraction;
                }
            }
            double one = Math.max(0, left) / Math.max(1, fractions);
            for (int i = 0; i < widths.length; i++) {
                Track track = tracks.get(i);
                boolean flexible = track.fraction > 0 && !fixed[i];
                widths[i] = flexible ? one * track.fraction : track.least;
                if (flexible && widths[i] < track.least) {
                    fixed[i] = true;
                    again = true;
                }
            }
        }
        return widths;
    }

    /** At spaces that stand in no brackets. */
    static List<String> parts(String list) {
        List<String> parts = new ArrayList<>();
        StringBuilder part = new StringBuilder();
        int depth = 0;
        for (char c : list.strip().toCharArray()) {
            depth += c == '(' ? 1 : c == ')' ? -1 : 0;
            if (Character.isWhitespace(c) && depth == 0) {
                if (!part.isEmpty()) {
                    parts.add(part.toString());
                    part.setLength(0);
                }
            } else {
                part.append(c);
            }
        }
        if (!part.isEmpty()) {
            parts.add(part.toString());
        }
        return parts;
    }
}
