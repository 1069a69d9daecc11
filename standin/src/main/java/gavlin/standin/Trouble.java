package gavlin.standin;

import java.util.LinkedHashMap;
import java.util.Map;

/** The kinds of trouble that the site makes, each off at first: a number, 0 for off. */
final class Trouble {
    /** What each does, for the page on which they are switched. */
    static final Map<String, String> KINDS = new LinkedHashMap<>();

    static {
        KINDS.put("crop", "1: a picture of another size is cut from its middle and scaled to the slot");
        KINDS.put("recompress", "1 to 100: JPEGs are compressed again at this quality");
        KINDS.put("publish", "1: what arrives is seen only after it is published");
        KINDS.put("cache", "seconds for which pages go on showing the former picture");
        KINDS.put("slow", "milliseconds that every answer of the interface takes longer");
        KINDS.put("fail", "every how many requests of the interface one is answered with 503");
        KINDS.put("drop", "every how many requests of the interface one breaks off without an answer");
        KINDS.put("header", "1: the menu bar lies over the banner");
    }

    private static final int MOST = 100_000;

    private final Map<String, Integer> now = new LinkedHashMap<>();

    synchronized int of(String kind) {
        return now.getOrDefault(kind, 0);
    }

    synchronized Map<String, Integer> all() {
        Map<String, Integer> all = new LinkedHashMap<>();
        KINDS.keySet().forEach(kind -> all.put(kind, now.getOrDefault(kind, 0)));
        return all;
    }

    /** @throws IllegalArgumentException in words, for a kind that is none or a number that can't be */
    synchronized void set(String kind, String value) {
        if (!KINDS.containsKey(kind)) {
            throw new IllegalArgumentException("there is no trouble called " + kind);
        }
        if (!value.matches("\\d{1,6}") || Integer.parseInt(value) > MOST) {
            throw new IllegalArgumentException(kind + " must be a number from 0 to " + MOST);
        }
        now.put(kind, Integer.parseInt(value));
    }
}
