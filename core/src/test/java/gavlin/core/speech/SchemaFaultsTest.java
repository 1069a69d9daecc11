package gavlin.core.speech;

import static gavlin.core.speech.PlainSpeech.assertPlain;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.core.BadInput;
import gavlin.core.brief.SlotSheetFaults;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.fit.FitDocument;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

class SchemaFaultsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String SHEET = """
            {"format":"slot-sheet/1","theme":{"name":"T"},
             "variants":[{"id":"v","name":"V","options":[{"id":"a","name":"A"},{"id":"b","name":"B"}]}],
             "slots":[{"id":"top","name":"Masthead","kind":"banner","size":{"width":960,"height":240},"types":["jpeg"],
               "weight":{"limit":300,"unit":"kB","atDensity":{"2":600}},"heights":[240],"densities":[1,2],
               "statements":[{"says":"960 × 240","source":"readme","date":"2026-05-02"}],
               "showings":[{"id":"home","name":"Home","page":"home","box":{"width":640,"height":160},"objectPosition":"50% 50%",
                 "background":"#ffffff","obstructions":[{"name":"menu","kind":"words","box":{"x":0,"y":0,"width":90,"height":20}}]}]}],
             "pages":[{"id":"home","name":"Home","width":1280,"height":800,"slots":[{"slot":"top","showing":"home","x":0,"y":0}]}]}""";

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"width\":960|\"width\":0.5|slot 1 “Masthead”, size, width must be a whole number, or must be at least 1",
                "\"id\":\"top\"|\"id\":\"The Top\"|slot 1 “Masthead”, its id must be lower-case letters, digits and hyphens, such as side-photo",
                "\"background\":\"#ffffff\"|\"background\":\"white\"|slot 1 “Masthead”, showing 1 “Home”, background must be a colour such as #17313A",
                "\"types\":[\"jpeg\"]|\"types\":[\"tiff\"]|slot 1 “Masthead”, type 1 must be jpeg, png, webp, avif, gif or ico",
                "\"theme\":{\"name\":\"T\"}|\"theme\":{}|theme lacks “name”",
                "\"kind\":\"banner\"|\"sort\":\"banner\"|slot 1 “Masthead” lacks “kind”, or has a member “sort”, which is not known here",
            })
    void fault_isSaidWithItsPlaceInWords(String sound, String faulty, String said) {
        SlotSheetFaults faults =
                assertThrows(SlotSheetFaults.class, () -> SlotSheetReader.read(SHEET.replace(sound, faulty)));
        SlotSheetFaults.Fault fault = faults.faults().get(0);
        assertEquals(said, fault.where() + " " + fault.says());
    }

    /** Each member in turn is made each other kind of thing, is left out, and is joined by one that nobody knows. */
    @Test
    void sheetWithAnyMemberWrong_isRefusedInPlainWords() {
        JsonNode sound = JSON.readTree(SHEET);
        SlotSheetReader.read(sound.toString());
        for (String broken : broken(sound)) {
            try {
                SlotSheetReader.read(broken);
            } catch (SlotSheetFaults e) {
                assertPlain(e.getMessage());
                e.faults().forEach(fault -> assertPlain(fault.where() + " " + fault.says()));
            }
        }
    }

    @Test
    void fitDocumentWithAnyMemberWrong_isRefusedInPlainWords() {
        JsonNode sound = JSON.readTree("""
                {"format":"fit/1","picture":"p","prepare":{"turn":{"degrees":2},"grow":{"left":10,"colour":"#112233"}},
                 "frame":{"rule":"cover","focal":{"x":0.5,"y":0.5},"zoom":1,"height":null,"position":{"x":0.5,"y":0.5}},
                 "finish":{"backing":{"colour":"#112233"},"line":{"width":2,"colour":"#112233"}},
                 "file":{"type":"jpeg","encoding":null},"letGo":[]}""");
        for (String broken : broken(sound)) {
            try {
                FitDocument.read(JSON.readTree(broken));
            } catch (BadInput e) {
                assertPlain(e.getMessage());
            }
        }
    }

    private static List<String> broken(JsonNode sound) {
        List<String> all = new ArrayList<>();
        breakIn(sound, sound, all);
        return all;
    }

    private static void breakIn(JsonNode root, JsonNode at, List<String> all) {
        if (at instanceof ObjectNode object) {
            object.put("unheardOf", 1);
            all.add(root.toString());
            object.remove("unheardOf");
            for (String member : List.copyOf(object.propertyNames())) {
                JsonNode was = object.get(member);
                for (String other : List.of(
                        "null", "-1", "0.5", "1e300", "99999999", "\"\"", "\"Ünfit / it\"", "true", "[]", "{}")) {
                    object.set(member, JSON.readTree(other));
                    all.add(root.toString());
                }
                object.remove(member);
                all.add(root.toString());
                object.set(member, was);
                breakIn(root, was, all);
            }
        } else if (at instanceof ArrayNode array) {
            for (int i = 0; i < array.size(); i++) {
                breakIn(root, array.get(i), all);
            }
            array.addNull();
            all.add(root.toString());
            array.remove(array.size() - 1);
        }
    }
}
