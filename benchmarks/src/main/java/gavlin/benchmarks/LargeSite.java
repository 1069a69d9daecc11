package gavlin.benchmarks;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * The slot sheet of a large site, by seed: 400 slots of all kinds on 60 page plans, 80 sections, variants, stand-ins,
 * statements that differ, showings with obstructions and ranges of widths.
 */
final class LargeSite {
    static final int SLOTS = 400;
    static final int PAGES = 60;
    static final int SECTIONS = 80;
    static final int PICTURES = 3_000;

    /** Kind, width, height, types: the usual asks, in the proportions in which sites have them. */
    private static final String[][] KINDS = {
        {"photo", "800", "500", "\"jpeg\",\"webp\""},
        {"photo", "260", "278", "\"jpeg\""},
        {"banner", "1600", "400", "\"jpeg\",\"webp\""},
        {"slide", "1400", "400", "\"jpeg\""},
        {"photo", "600", "600", "\"jpeg\""},
        {"avatar", "150", "150", "\"jpeg\",\"png\""},
        {"logo", "400", "96", "\"png\""},
        {"tile", "240", "240", "\"png\",\"jpeg\""},
    };

    private final Random random;
    private final String theme;

    private LargeSite(long seed, String theme) {
        this.random = new Random(seed);
        this.theme = theme;
    }

    static String sheet(long seed, String theme) {
        return new LargeSite(seed, theme).sheet();
    }

    private String sheet() {
        List<String> sections = new ArrayList<>();
        for (int i = 0; i < SECTIONS; i++) {
            sections.add("{\"id\":\"section-%d\",\"name\":\"Section %d\"}".formatted(i, i));
        }
        List<List<String>> places = new ArrayList<>();
        int[] foot = new int[PAGES];
        for (int i = 0; i < PAGES; i++) {
            places.add(new ArrayList<>());
        }
        List<String> slots = new ArrayList<>();
        for (int i = 0; i < SLOTS; i++) {
            slots.add(slot(i, places, foot));
        }
        List<String> pages = new ArrayList<>();
        for (int i = 0; i < PAGES; i++) {
            pages.add("{\"id\":\"page-%d\",\"name\":\"Page %d\",\"width\":%d,\"height\":%d,\"slots\":[%s]}"
                    .formatted(i, i, width(i), foot[i] + 200, String.join(",", places.get(i))));
        }
        return """
                {"format":"slot-sheet/1","theme":{"name":"%s","version":"1"},
                 "variants":[{"id":"layout","name":"Layout","options":[{"id":"tall","name":"tall"},{"id":"low","name":"low"}]}],
                 "sections":[%s],"slots":[%s],"pages":[%s]}""".formatted(theme, String.join(",", sections), String.join(",", slots), String.join(",", pages));
    }

    private static int width(int page) {
        return page % 2 == 0 ? 1280 : 390;
    }

    private String slot(int i, List<List<String>> places, int[] foot) {
        String[] kind = KINDS[random.nextInt(KINDS.length)];
        double scale = 0.8 + 0.4 * random.nextDouble();
        int width = (int) (Integer.parseInt(kind[1]) * scale);
        int height = (int) (Integer.parseInt(kind[2]) * scale);
        int page = random.nextInt(PAGES);
        double shown = Math.min(1, width(page) / (double) width);
        int boxWidth = (int) (width * shown);
        int boxHeight = Math.max(8, (int) (height * shown * (0.8 + 0.2 * random.nextDouble())));
        places.get(page).add("{\"slot\":\"slot-%d\",\"showing\":\"a\",\"x\":0,\"y\":%d}".formatted(i, foot[page]));
        foot[page] += boxHeight + 30;
        String more = "";
        if (random.nextInt(10) == 0) {
            more += ",\"exists\":{\"layout\":\"low\"}";
        }
        if (i > 0 && random.nextInt(12) == 0) {
            more += ",\"standsInFor\":\"slot-" + random.nextInt(i) + "\"";
        }
        if (random.nextInt(4) == 0) {
            more += ",\"sections\":\"may-override\"";
        }
        if (random.nextInt(5) == 0) {
            more +=
                    ",\"statements\":[{\"says\":\"%d×%d\",\"source\":\"handbook\"},{\"says\":\"%d×%d\",\"source\":\"help page\"}]"
                            .formatted(width, height, width + random.nextInt(2) * 8, height);
        }
        String over = random.nextBoolean()
                ? ",\"obstructions\":[{\"name\":\"menu bar\",\"kind\":\"solid\",\"box\":{\"x\":0,\"y\":0,\"width\":%d,\"height\":%d}}]"
                        .formatted(boxWidth, Math.max(1, boxHeight / 5))
                : "";
        return String.format(
                Locale.ROOT,
                "{\"id\":\"slot-%d\",\"name\":\"Slot %d, %s\",\"kind\":\"%s\",\"size\":{\"width\":%d,\"height\":%d},\"types\":[%s],"
                        + "\"weight\":{\"limit\":300,\"unit\":\"kB\"}%s,\"showings\":["
                        + "{\"id\":\"a\",\"name\":\"Page %d\",\"page\":\"page-%d\",\"box\":{\"width\":%d,\"height\":%d}%s},"
                        + "{\"id\":\"b\",\"name\":\"Any screen\",\"box\":{\"width\":320,\"height\":180,\"to\":{\"width\":1920,\"height\":400}}}]}",
                i,
                i,
                kind[0],
                kind[0],
                width,
                height,
                kind[3],
                more,
                page,
                page,
                boxWidth,
                boxHeight,
                over);
    }
}
