package gavlin.standin;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;

/** What each slot holds: what arrived last, what is published, and what pages still show. In memory: a restart is a fresh site. */
final class Holdings {
    /** @param shown what pages show until the cache lets go of it; null for the theme's own */
    private record Held(Picture arrived, Picture published, Picture shown, Instant until) {}

    private final Map<String, Held> bySlot = new HashMap<>();
    private final Trouble trouble;

    Holdings(Trouble trouble) {
        this.trouble = trouble;
    }

    /** A refusal that the sender is to read. */
    static final class Refused extends Exception {
        Refused(String message) {
            super(message);
        }
    }

    /** @return what the site made of it and holds now */
    synchronized Picture put(Slot slot, byte[] bytes) throws Refused, IOException {
        if (bytes.length > slot.maxBytes()) {
            throw new Refused(
                    "The file is too large: " + slot.name() + " takes at most " + slot.maxBytes() + " bytes.");
        }
        Picture picture = Picture.of(bytes);
        if (picture == null || !slot.types().contains(picture.type())) {
            throw new Refused(
                    "This kind of file can't be used here. Allowed: " + String.join(", ", slot.types()) + ".");
        }
        if ((long) picture.width() * picture.height() > Picture.MOST_PIXELS) {
            throw new Refused("The picture has too many pixels.");
        }
        Picture kept = trouble.of("crop") > 0 ? picture.cropped(slot.width(), slot.height()) : picture;
        if (trouble.of("recompress") > 0) {
            kept = kept.recompressed(Math.min(100, trouble.of("recompress")) / 100f);
        }
        Held before = bySlot.get(slot.id());
        Held now = new Held(kept, before == null ? null : before.published, shown(slot), Instant.MIN);
        bySlot.put(slot.id(), now);
        if (trouble.of("publish") == 0) {
            publish(slot);
        }
        return kept;
    }

    synchronized void publish() {
        Slot.ALL.forEach(this::publish);
    }

    private void publish(Slot slot) {
        Held held = bySlot.get(slot.id());
        if (held != null && held.arrived != held.published) {
            bySlot.put(
                    slot.id(),
                    new Held(
                            held.arrived,
                            held.arrived,
                            shown(slot),
                            Instant.now().plus(Duration.ofSeconds(trouble.of("cache")))));
        }
    }

    synchronized void remove(Slot slot) {
        bySlot.remove(slot.id());
    }

    /** Null for the theme's own. */
    synchronized Picture arrived(Slot slot) {
        Held held = bySlot.get(slot.id());
        return held == null ? null : held.arrived;
    }

    /** What a visitor sees: null for the theme's own. */
    synchronized Picture shown(Slot slot) {
        Held held = bySlot.get(slot.id());
        return held == null ? null : Instant.now().isBefore(held.until) ? held.shown : held.published;
    }

    /** {@code empty}, {@code draft} while something is not published, {@code live}. */
    synchronized String state(Slot slot) {
        Held held = bySlot.get(slot.id());
        return held == null ? "empty" : held.arrived == held.published ? "live" : "draft";
    }
}
