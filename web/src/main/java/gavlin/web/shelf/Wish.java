package gavlin.web.shelf;

import gavlin.core.colour.Colour;
import gavlin.core.traits.Traits;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What somebody looks for on the shelf: "wide, calm, room at the left, sea". Words for what a picture looks like count as those; all others must
 * stand in what is said of it.
 *
 * @param looks words that {@link Traits#words} gives
 * @param said words, plain
 * @param colour or null
 */
record Wish(List<String> looks, List<String> said, Colour colour) {
    /** Farther than this in CIEDE2000, a picture does not have the colour. */
    private static final double NEAR = 20;

    private static final Pattern ROOM =
            Pattern.compile("\\b(?:room|space|place) (?:at|on|in|to) the (left|right|middle|top|bottom)\\b");
    /** Other words for the same. */
    private static final List<List<String>> LOOKS = List.of(
            List.of("wide", "panorama", "panoramic"),
            List.of("broad"),
            List.of("tall", "upright"),
            List.of("square"),
            List.of("calm", "quiet"),
            List.of("lively", "busy"),
            List.of("clear", "transparent"));

    static Wish of(String text, Colour colour) {
        String rest = plain(text);
        List<String> looks = new ArrayList<>();
        Matcher room = ROOM.matcher(rest);
        while (room.find()) {
            looks.add("room at the " + room.group(1));
        }
        List<String> said = new ArrayList<>();
        for (String word : room.replaceAll(" ").split("[\\s,;]+")) {
            LOOKS.stream()
                    .filter(same -> same.contains(word))
                    .findFirst()
                    .ifPresentOrElse(same -> looks.add(same.get(0)), () -> {
                        if (!word.isBlank()) {
                            said.add(word);
                        }
                    });
        }
        return new Wish(looks, said, colour);
    }

    boolean isEmpty() {
        return looks.isEmpty() && said.isEmpty() && colour == null;
    }

    /** @param looksLike what the picture looks like @param says all that is said of it */
    boolean isMetBy(List<String> looksLike, String says, Traits traits) {
        String plain = plain(says);
        return looks.stream().allMatch(look -> looksLike.stream().anyMatch(word -> word.startsWith(look)))
                && said.stream().allMatch(plain::contains)
                && (colour == null || traits.distanceTo(colour) <= NEAR);
    }

    /** In small letters, without accents. */
    private static String plain(String text) {
        return Normalizer.normalize(text == null ? "" : text, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
    }

    /** As it was understood. */
    String says() {
        List<String> all = new ArrayList<>(looks);
        all.addAll(said.stream().map(word -> "“" + word + "”").toList());
        if (colour != null) {
            all.add("near " + colour);
        }
        return String.join(", ", all);
    }
}
