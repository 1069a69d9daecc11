package gavlin.standin;

import java.util.List;

/**
 * A place of a theme that takes a picture, with what the site refuses.
 *
 * @param id the same words as in the theme's handbook
 * @param types media types that are taken
 * @param maxBytes of a file
 */
record Slot(String theme, String id, String name, int width, int height, List<String> types, int maxBytes) {
    private static final String JPEG = "image/jpeg";
    private static final String PNG = "image/png";
    private static final String WEBP = "image/webp";

    static final List<Slot> ALL = List.of(
            new Slot("breakwater", "masthead", "Masthead", 1920, 480, List.of(JPEG, WEBP), 300_000),
            new Slot("breakwater", "header-mark", "Header mark", 400, 96, List.of(PNG), 60_000),
            new Slot("breakwater", "section-header", "Section header", 1600, 400, List.of(JPEG, WEBP), 200_000),
            new Slot("breakwater", "slide-lamp-room", "Slide: the lamp room", 1400, 400, List.of(JPEG, PNG), 250_000),
            new Slot("breakwater", "keeper", "Keeper's portrait", 150, 150, List.of(JPEG, PNG, WEBP), 50_000),
            new Slot("breakwater", "framed-photo", "Framed photo", 260, 278, List.of(JPEG), 40_000),
            new Slot("breakwater", "wide-view", "Wide view", 1600, 400, List.of(JPEG, WEBP), 184_320),
            new Slot("breakwater", "footer-mark", "Footer mark", 400, 96, List.of(PNG, WEBP), 60_000),
            new Slot("spindrift", "front", "Front banner", 2000, 400, List.of(JPEG, WEBP), 100_000),
            new Slot("spindrift", "sign", "Shop sign", 300, 100, List.of(PNG, WEBP), 30_000),
            new Slot("spindrift", "story", "Story", 1200, 500, List.of(JPEG, WEBP), 160_000),
            new Slot("spindrift", "face", "Face", 128, 128, List.of(JPEG, WEBP), 30_000));

    String page() {
        return "/" + theme + "/";
    }
}
