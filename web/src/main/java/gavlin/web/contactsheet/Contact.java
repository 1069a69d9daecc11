package gavlin.web.contactsheet;

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

    static Contact of(StoredPicture picture, List<Entry> used, List<Entry> serves) {
        return of(picture, used, serves, 640);
    }

    static Contact large(StoredPicture picture, List<Entry> used) {
        return of(picture, used, List.of(), 1600);
    }

    private static Contact of(StoredPicture picture, List<Entry> used, List<Entry> serves, int width) {
        String base = "/sites/" + picture.siteId() + "/pictures/" + picture.id();
        double proportion = (double) picture.size().width() / picture.size().height();
        boolean credited = !picture.words().credit().isEmpty();
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
                credited ? "fits" : "look",
                credited ? picture.words().credit() : "no credit");
    }

    private static String listed(List<Entry> entries) {
        String names = entries.stream()
                .limit(LISTED)
                .map(e -> e.number() + " " + e.slot().name())
                .collect(Collectors.joining(", "));
        return entries.size() > LISTED ? names + " and " + (entries.size() - LISTED) + " more" : names;
    }
}
