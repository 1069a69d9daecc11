package gavlin.core.gauge;

import gavlin.core.brief.Slot;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.Rule;
import gavlin.core.weight.Encoding;
import java.util.Locale;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A change that makes a gauge better, or a place where that can be done.
 *
 * @param costs what it costs, in a few words; empty for nothing
 * @param patch a change of the fit document as a JSON merge patch (RFC 7396), or null
 * @param go where else, as {@link Place#word()}, or null
 */
public record Remedy(String id, String says, String costs, ObjectNode patch, String go) {
    private static final JsonMapper JSON = JsonMapper.shared();

    /** Where a person is led. */
    public enum Place {
        /** The site's pictures, as each would be seen in the slot. */
        PICTURES,
        /** The search for the best window. */
        BEST_WINDOW,
        /** The picture's title, description and credit. */
        PICTURE,
        /** What the slot asks. */
        BRIEF,
        /** The veil that is just enough. */
        VEIL,
        /** The words in the file, placed by Gavlin. */
        WORDS,
        /** The file, pixel for pixel. */
        CLOSER;

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    static Remedy change(String id, String says, String costs, String stage, String member, Object value) {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        patch.putObject(stage).set(member, JSON.valueToTree(value));
        return new Remedy(id, says, costs, patch, null);
    }

    static Remedy place(String id, String says, String costs, Place place) {
        return new Remedy(id, says, costs, null, place.word());
    }

    static Remedy anyType(String says) {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        patch.putObject("file").putNull("type").putNull("encoding");
        return new Remedy("type-any", says, "", patch, null);
    }

    static Remedy anyFile() {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        patch.putObject("file").putNull("encoding");
        return new Remedy("file-any", "Let Gavlin choose the file", "", patch, null);
    }

    /** Ends the search for a better one. */
    static Remedy thisFile(Encoding soFar) {
        return change(
                "file-so-far",
                "Take the one so far",
                "Gavlin stops looking for a better file",
                "file",
                "encoding",
                soFar.code());
    }

    static Remedy onWhite() {
        return change("backing-white", "Lay it on white", "no longer transparent", "finish", "backing", "#FFFFFF");
    }

    /** A mark out of its box, as Gavlin would do it: lifted, tightened, and, where marks stand, seated. */
    public static Remedy clean(Slot slot) {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        ObjectNode prepare = patch.putObject("prepare");
        prepare.putObject("lift").put("enclosed", true);
        prepare.putObject("tighten");
        patch.putObject("finish").putNull("backing");
        if (slot.isMark()) {
            patch.putObject("frame")
                    .put("rule", Rule.CONTAIN.word())
                    .put("zoom", 1)
                    .putObject("seat")
                    .put("by", "box");
        }
        return new Remedy(
                "clean", "Clean it", "lifts the flat ground behind it and cuts the empty margin", patch, null);
    }

    /** All of a mark in one ink. @param word how it looks */
    static Remedy ink(String word, Colour colour) {
        ObjectNode patch = JsonNodeFactory.instance.objectNode();
        patch.putObject("prepare").putObject("ink").put("to", colour.toString()).putNull("map");
        return new Remedy("ink-" + word, "All of it in " + word + " ink", "its own inks", patch, null);
    }

    static Remedy anotherPicture(String says, String costs) {
        return place("another-picture", says, costs, Place.PICTURES);
    }

    static Remedy brief(String says) {
        return place("brief", says, "a word with whoever sets the limits", Place.BRIEF);
    }

    static Remedy veil() {
        return place(
                "veil", "Find the veil that is just enough", "the picture under it is paler or darker", Place.VEIL);
    }

    static Remedy placeWords() {
        return place("place-words", "Place the words", "they stand elsewhere, and may be smaller", Place.WORDS);
    }

    static Remedy words(String says) {
        return place("picture-words", says, "", Place.PICTURE);
    }
}
