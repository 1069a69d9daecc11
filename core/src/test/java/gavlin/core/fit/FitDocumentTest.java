package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.grow.Grow;
import gavlin.core.turn.Turn;
import gavlin.core.weight.Encoding;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The fit as one versioned document. */
class FitDocumentTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String PLAIN = """
            {"format":"fit/1","picture":"dusk-3fa2c1","frame":{"rule":"cover","focal":{"x":0.62,"y":0.3},"zoom":1.2}}""";

    @Test
    void absentOperations_changeNothing() {
        Fit fit = read(PLAIN).fit();
        assertTrue(fit.prepare().isEmpty() && fit.finish().isEmpty());
        String withNulls = PLAIN.replace(
                "\"frame\":",
                "\"prepare\":{\"turn\":null,\"grow\":{\"top\":0}},\"finish\":{\"backing\":null},\"frame\":");
        assertEquals(fit, read(withNulls).fit());
    }

    @Test
    void document_readsAsItWrites() {
        Random random = new Random(8);
        for (int i = 0; i < 300; i++) {
            FitDocument document = new FitDocument("picture-" + i, RandomFit.of(random));
            FitDocument again = FitDocument.read(JSON.readTree(document.json().toString()));
            assertEquals(document, again);
            assertEquals(document.json(), again.json());
        }
    }

    @Test
    void document_hasEveryMemberOfTheDesign() {
        Fit fit = Fit.of(new Frame(Rule.COVER, new FocalPoint<>(0.62, 0.3), 1.2, 480, new Position(0.5, 0.4)))
                .with(new Turn(false, 1.5))
                .with(new Grow(212, 0, 0, 0))
                .with(new Backing(new Colour(0x17313a)))
                .with(PictureType.JPEG, Encoding.parse("jpeg-q82-420"))
                .lettingGo(List.of("k3"));
        assertEquals(
                JSON.readTree("""
                        {"format":"fit/1","picture":"dusk",
                         "prepare":{"turn":{"flipped":false,"degrees":1.5},"grow":{"top":212,"right":0,"bottom":0,"left":0,"by":"mirror"}},
                         "frame":{"rule":"cover","focal":{"x":0.62,"y":0.3},"zoom":1.2,"height":480,"position":{"x":0.5,"y":0.4}},
                         "finish":{"backing":"#17313A"},
                         "file":{"type":"jpeg","encoding":"jpeg-q82-420"},
                         "letGo":["k3"]}"""),
                JSON.readTree(new FitDocument("dusk", fit).json().toString()));
    }

    /** A word alone, or an object of which every member may be left out. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "null | null",
                "\"mass\" | {\"by\":\"mass\",\"clear\":0.0,\"visible\":null,\"middle\":null}",
                "{} | {\"by\":\"box\",\"clear\":0.0,\"visible\":null,\"middle\":null}",
                "{\"visible\":48} | {\"by\":\"box\",\"clear\":0.0,\"visible\":48,\"middle\":null}",
                "{\"by\":\"mass\",\"clear\":0.1,\"middle\":{\"x\":0.4,\"y\":0.6}} | {\"by\":\"mass\",\"clear\":0.1,\"visible\":null,\"middle\":{\"x\":0.4,\"y\":0.6}}"
            })
    void seat_inEveryForm_isRead(String said, String read) {
        String seat = new FitDocument(
                        "p",
                        read(PLAIN.replace("\"zoom\":1.2", "\"zoom\":1.2,\"seat\":" + said))
                                .fit())
                .json()
                .at("/frame/seat")
                .toString();
        assertEquals(read.equals("null") ? "" : read, seat);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"zoom\":1.2 | \"zoom\":0.5 | frame.zoom",
                "\"zoom\":1.2 | \"zoom\":1e400 | frame.zoom",
                "\"zoom\":1.2 | \"zoom\":\"1\" | frame.zoom",
                "\"x\":0.62 | \"x\":1.01 | frame.focal.x",
                "\"cover\" | \"stretch\" | frame.rule",
                "\"picture\" | \"pictures\" | picture",
                "\"frame\": | \"prepare\":{\"scissors\":{}},\"frame\": | prepare.scissors",
                "\"frame\": | \"prepare\":{\"lift\":{\"tolerance\":41}},\"frame\": | prepare.lift.tolerance",
                "\"frame\": | \"prepare\":{\"lift\":{\"spots\":[{\"keep\":true,\"along\":[]}]}},\"frame\": | prepare.lift.spots.0.along",
                "\"frame\": | \"prepare\":{\"tighten\":{\"margin\":2}},\"frame\": | prepare.tighten.margin",
                "\"frame\": | \"prepare\":{\"ink\":{\"to\":\"red\"}},\"frame\": | prepare.ink.to",
                "\"zoom\":1.2 | \"zoom\":1.2,\"seat\":{\"clear\":0.6} | frame.seat.clear",
                "\"frame\": | \"prepare\":{\"turn\":{\"degrees\":16}},\"frame\": | prepare.turn.degrees",
                "\"frame\": | \"prepare\":{\"turn\":{\"degree\":1}},\"frame\": | prepare.turn.degree",
                "\"frame\": | \"prepare\":{\"grow\":{\"top\":-1}},\"frame\": | prepare.grow.top",
                "\"frame\": | \"prepare\":{\"grow\":{\"top\":1.5}},\"frame\": | prepare.grow.top",
                "\"frame\": | \"finish\":{\"backing\":\"red\"},\"frame\": | finish.backing",
                "\"frame\": | \"letGo\":[\"the lamp\"],\"frame\": | letGo.0",
                "\"frame\": | \"file\":{\"type\":\"heic\"},\"frame\": | file.type",
                "\"frame\": | \"file\":{\"encoding\":\"jpeg-q999-420\"},\"frame\": | encoding"
            })
    void faultyDocument_isRefusedByItsMember(String instead, String of, String member) {
        BadInput refused = assertThrows(BadInput.class, () -> read(PLAIN.replace(instead, of)));
        assertEquals(member, refused.field(), refused.getMessage());
        assertFalse(refused.getMessage().isBlank());
    }

    @Test
    void documentOfALaterVersion_isNamed() {
        BadInput refused = assertThrows(FitDocument.UnknownFormat.class, () -> read(PLAIN.replace("fit/1", "fit/7")));
        assertEquals("this version of Gavlin reads fit/1, received “fit/7”", refused.getMessage());
        assertThrows(FitDocument.UnknownFormat.class, () -> read("[1]"));
    }

    @Test
    void schema_hasThePartOfEveryOperation() {
        JsonNode schema = JSON.readTree(FitDocument.schemaText());
        Operations.PREPARE.forEach(type -> assertTrue(
                schema.at("/properties/prepare/properties/" + type.id() + "/anyOf/0/description")
                        .isString(),
                type.id()));
        Operations.FINISH.forEach(type -> assertTrue(
                schema.at("/properties/finish/properties/" + type.id() + "/anyOf/0/description")
                        .isString(),
                type.id()));
    }

    /** The cases of RFC 7396, appendix A, that concern objects. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"a\":\"b\"} | {\"a\":\"c\"} | {\"a\":\"c\"}",
                "{\"a\":\"b\"} | {\"b\":\"c\"} | {\"a\":\"b\",\"b\":\"c\"}",
                "{\"a\":\"b\"} | {\"a\":null} | {}",
                "{\"a\":\"b\",\"b\":\"c\"} | {\"a\":null} | {\"b\":\"c\"}",
                "{\"a\":[\"b\"]} | {\"a\":\"c\"} | {\"a\":\"c\"}",
                "{\"a\":\"c\"} | {\"a\":[\"b\"]} | {\"a\":[\"b\"]}",
                "{\"a\":{\"b\":\"c\"}} | {\"a\":{\"b\":\"d\",\"c\":null}} | {\"a\":{\"b\":\"d\"}}",
                "{\"a\":[{\"b\":\"c\"}]} | {\"a\":[1]} | {\"a\":[1]}",
                "{\"e\":null} | {\"a\":1} | {\"e\":null,\"a\":1}",
                "{} | {\"a\":{\"bb\":{\"ccc\":null}}} | {\"a\":{\"bb\":{}}}"
            })
    void mergePatch_isThatOfTheStandard(String target, String patch, String result) {
        JsonNode before = JSON.readTree(target);
        assertEquals(JSON.readTree(result), MergePatch.apply(before, JSON.readTree(patch)));
        assertEquals(JSON.readTree(target), before, "the target is left alone");
    }

    private static FitDocument read(String json) {
        return FitDocument.read(JSON.readTree(json));
    }
}
