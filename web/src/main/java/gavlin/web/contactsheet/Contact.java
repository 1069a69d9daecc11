package gavlin.web.contactsheet;

import gavlin.core.gauge.Credit;
import gavlin.web.board.Phrases;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.picture.StoredPicture;
import java.util.List;
import java.util.stream.Collectors;

/** One picture on the contact sheet, in its true proportions. */
record Contact(
        String href,
        String view,
        long drawnWidth,
        String alt,
        boolean transparent,
        String title,
        String facts,
        String used,
        String serves,
        String creditState,
        String credit) {
    private static final int DRAWN_HEIGHT = 168;
    private static final int MAX_DRAWN_WIDTH = 400;
    private static final int LISTED = 4;
    private static final int MOST_OFFERED = 200;

    static Contact of(StoredPicture picture, List<Entry> used, List<Entry> serves) {
        return of(picture, used, serves, 640);
    }

    static Contact large(StoredPicture picture, List<Entry> used) {
        return of(picture, used, List.of(), 1600);
    }

    private static Contact of(StoredPicture picture, List<Entry> used, List<Entry> serves, int width) {
        String base = "/sites/" + picture.siteId() + "/pictures/" + picture.id();
        double proportion = (double) picture.size().width() / picture.size().height();
        String credit = picture.words().creditSaid();
        return new Contact(
                base,
                base + "/view?width=" + width,
                Math.min(MAX_DRAWN_WIDTH, Math.max(1, Math.round(DRAWN_HEIGHT * proportion))),
                picture.words().description().isEmpty()
                        ? picture.label()
                        : picture.words().description(),
                picture.transparent(),
                picture.label(),
                picture.size().label() + " " + picture.type().label() + " " + Phrases.weight(picture.bytes()),
                used.isEmpty() ? "not used yet" : "in " + listed(used),
                serves.isEmpty() ? "" : "could serve " + listed(serves),
                credit.isEmpty() ? "look" : "fits",
                credit.isEmpty() ? "no credit" : credit.equals(Credit.NONE_DUE) ? "no credit due" : credit);
    }

    /** The credit lines in use, each once, to choose from. */
    static List<String> credits(List<StoredPicture> pictures) {
        return pictures.stream()
                .map(picture -> picture.words().creditPrinted())
                .filter(line -> !line.isEmpty())
                .distinct()
                .sorted()
                .limit(MOST_OFFERED)
                .toList();
    }

    private static String listed(List<Entry> entries) {
        String names = entries.stream()
                .limit(LISTED)
                .map(e -> e.number() + " " + e.slot().name())
                .collect(Collectors.joining(", "));
        return entries.size() > LISTED ? names + " and " + (entries.size() - LISTED) + " more" : names;
    }
}
