package gavlin.core.brief;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Sound slot sheets of every make, by seed. */
public final class RandomSheet {
    private static final String[] KINDS = {"banner", "logo", "slide", "avatar", "icon", "tile", "photo"};

    private RandomSheet() {}

    public static SlotSheet of(long seed) {
        return SlotSheetReader.read(json(new Random(seed)));
    }

    private static String json(Random random) {
        int count = 1 + random.nextInt(12);
        List<String> slots = new ArrayList<>();
        List<String> places = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            slots.add(slot(random, i));
            if (random.nextBoolean()) {
                places.add("{\"slot\":\"s%d\",\"showing\":\"a\",\"x\":%d,\"y\":%d}"
                        .formatted(i, random.nextInt(400), random.nextInt(2000)));
            }
        }
        return """
                {"format":"slot-sheet/1","theme":{"name":"Random"},
                 "variants":[{"id":"layout","name":"Layout","options":[{"id":"tall","name":"tall"},{"id":"low","name":"low"}]},
                             {"id":"notice","name":"Notice","options":[{"id":"on","name":"on"},{"id":"off","name":"off"}],"usual":"off"}],
                 "sections":[{"id":"north","name":"North"},{"id":"south","name":"South"},{"id":"east","name":"East"}],
                 "slots":[%s],
                 "pages":[{"id":"home","name":"Home","width":1280,"height":2400,"slots":[%s]},
                          {"id":"inner","name":"Inner","width":390,"height":1200}]}
                """.formatted(String.join(",", slots), String.join(",", places));
    }

    private static String slot(Random random, int i) {
        String exists = random.nextInt(3) > 0
                ? ""
                : random.nextBoolean()
                        ? ",\"exists\":{\"layout\":\"" + (random.nextBoolean() ? "tall" : "low") + "\"}"
                        : ",\"exists\":{\"notice\":true}";
        // Only earlier slots stand in, so that there is no circle.
        String standsIn = i > 0 && random.nextInt(3) == 0 ? ",\"standsInFor\":\"s" + random.nextInt(i) + "\"" : "";
        int width = 16 + random.nextInt(2000);
        int height = 16 + random.nextInt(800);
        int narrow = 100 + random.nextInt(400);
        int low = 50 + random.nextInt(300);
        String to = random.nextBoolean()
                ? ",\"to\":{\"width\":%d,\"height\":%d}"
                        .formatted(narrow + 1 + random.nextInt(2200), 50 + random.nextInt(600))
                : "";
        int left = random.nextInt(2) * random.nextInt(narrow / 2);
        int top = random.nextInt(2) * random.nextInt(low / 2);
        String over = """
                [{"name":"bar","kind":"solid","box":{"x":%d,"y":%d,"width":%d,"height":%d}}]""".formatted(
                        left,
                        top,
                        random.nextBoolean() ? narrow - left : 1 + random.nextInt(narrow - left),
                        random.nextBoolean() ? low - top : 1 + random.nextInt(low - top));
        return """
                {"id":"s%d","name":"Slot %d","kind":"%s","size":{"width":%d,"height":%d},"types":["png"]%s%s,
                 "sections":"%s",
                 "showings":[{"id":"a","name":"A","page":"%s","box":{"width":%d,"height":%d%s},
                              "objectPosition":"%d%% %d%%","obstructions":%s}]}""".formatted(
                        i,
                        i,
                        KINDS[random.nextInt(KINDS.length)],
                        width,
                        height,
                        exists,
                        standsIn,
                        random.nextBoolean() ? "may-override" : "site-only",
                        random.nextBoolean() ? "home" : "inner",
                        narrow,
                        low,
                        to,
                        random.nextInt(101),
                        random.nextInt(101),
                        over);
    }
}
