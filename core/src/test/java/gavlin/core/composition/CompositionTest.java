package gavlin.core.composition;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.Reference;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.drawing.KnownParts;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.made.MadeKinds;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

class CompositionTest {
    private static final Size SIZE = Size.parse("400x200");

    @Test
    void gradient_runsFromOneColourToTheOther_andNothingIsUncovered() throws IOException {
        Pixels drawn =
                drawn("{'kind':'composition','width':400,'height':200,'ground':{'colour':'#000000','to':'#FFFFFF'}}");
        assertEquals(0, drawn.transparentPixels());
        assertTrue(red(drawn, 3, 100) < 12 && red(drawn, 396, 100) > 243);
        assertEquals(127, red(drawn, 200, 20), 4);
        assertEquals(red(drawn, 77, 5), red(drawn, 77, 195), "across, not down");
    }

    /** A piece that is red at its left and blue at its right, 20 px wide for 10 px of height. */
    @Test
    void piece_standsWhereItWasPut_andMirroredTheOtherWayRound() throws IOException {
        String plain =
                "{'kind':'composition','width':400,'height':200,'ground':{'colour':'#FFFFFF'},'pieces':[{'picture':'p','x':100,'y':50,'height':80,'mirrored':%s}]}";
        Pixels drawn = drawn(String.format(plain, "false"));
        assertTrue(red(drawn, 110, 90) > 200 && red(drawn, 250, 90) < 30, "160 px wide");
        assertEquals(255, red(drawn, 95, 90));
        assertEquals(255, red(drawn, 266, 90));
        Pixels mirrored = drawn(String.format(plain, "true"));
        assertTrue(red(mirrored, 110, 90) < 30 && red(mirrored, 250, 90) > 200);
    }

    @Test
    void words_beginWhereTheyAreAligned_asOutlines() throws IOException {
        for (String align : Composition.WordsAt.ALIGN) {
            Pixels drawn = drawn(
                    "{'kind':'composition','width':400,'height':200,'ground':{'colour':'#FFFFFF'},'words':[{'text':'HIH','size':60,'x':200,'y':120,'align':'"
                            + align + "'}]}");
            int first = 400;
            int last = 0;
            for (int x = 0; x < 400; x++) {
                if (red(drawn, x, 100) < 128) {
                    first = Math.min(first, x);
                    last = Math.max(last, x);
                }
            }
            int expected = align.equals("left") ? first : align.equals("right") ? last + 1 : (first + last + 1) / 2;
            assertEquals(200, expected, 1.5, align);
        }
    }

    /** From 2000×400 to a narrow slot of 400×200: a fifth as large, about the middle; nothing is lost or squashed. */
    @Test
    void laidOutForANarrowSlot_allOfItIsStillThere() {
        Composition wide = (Composition)
                read(
                        "{'kind':'composition','width':2000,'height':400,'ground':{'colour':'#17313A'},"
                                + "'pieces':[{'picture':'p','x':1500,'y':100,'height':200,'mirrored':true}],"
                                + "'words':[{'text':'Five lights','size':10,'x':100,'y':200,'align':'middle'}],'line':{'width':16}}");
        Composition narrow = wide.in(SIZE);
        assertEquals(SIZE, new Size(narrow.width(), narrow.height()));
        assertEquals(
                new Composition.PieceAt("p", 300, 80, 40, true), narrow.pieces().get(0));
        assertEquals(20, narrow.words().get(0).x());
        assertEquals(100, narrow.words().get(0).y());
        assertEquals(4, narrow.words().get(0).size(), "letters are never smaller than they may be");
        assertEquals(wide.ground(), narrow.ground());
        assertEquals(wide, wide.in(new Size(2000, 400)));
    }

    @Test
    void line_runsAlongTheEdge() throws IOException {
        Pixels drawn = drawn(
                "{'kind':'composition','width':400,'height':200,'ground':{'colour':'#FFFFFF'},'line':{'width':16,'ink':'#000000'}}");
        assertEquals(0, red(drawn, 8, 100), 2);
        assertEquals(255, red(drawn, 20, 100), 2);
        assertEquals(0, red(drawn, 200, 193), 2);
    }

    @Test
    void document_readsBackAsItWas_andNamesItsPieces() {
        Made made = read(
                "{'kind':'composition','width':40,'height':20,'ground':{'colour':'#FFFFFF'},'pieces':[{'picture':'a','x':1,'y':2,'height':3},{'picture':'b','x':1,'y':2,'height':3},{'picture':'a','x':9,'y':2,'height':3}],"
                        + "'words':[{'text':'Five lights','size':12,'x':3,'y':4}]}");
        assertEquals(made, MadeKinds.read(JsonMapper.shared().valueToTree(made)));
        assertEquals(List.of("a", "b"), made.uses());
        assertEquals("Five lights", made.title());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "'width':0,'height':5 | width must be",
                "'width':5,'height':5,'ground':{'colour':'red'} | a colour such as",
                "'width':5,'height':5,'ground':{'colour':'#FFFFFF','towards':'up'} | towards must be right or bottom",
                "'width':5,'height':5,'pieces':[{'picture':'p','height':0}] | height must be",
                "'width':5,'height':5,'words':[{'text':'a','size':1}] | size must be",
                "'width':5,'height':5,'words':[{'text':'a','size':9,'align':'centre'}] | align must be left, middle or right",
                "'width':5,'height':5,'shine':1 | has no “shine”"
            })
    void whatCantBe_isRefusedInWords(String members, String says) {
        BadInput refused = assertThrows(BadInput.class, () -> read("{'kind':'composition'," + members + "}"));
        assertTrue(refused.getMessage().contains(says.strip()), refused.getMessage());
    }

    @Test
    void hundredsOfPieces_areTooMany() {
        String pieces = String.join(",", Collections.nCopies(300, "{'picture':'p','height':9}"));
        BadInput refused = assertThrows(
                BadInput.class, () -> read("{'kind':'composition','width':9,'height':9,'pieces':[" + pieces + "]}"));
        assertEquals("a composition has at most 24 pieces, this has 300", refused.getMessage());
    }

    private static Made read(String json) {
        return MadeKinds.read(JsonMapper.shared().readTree(json.replace('\'', '"')));
    }

    private static Pixels drawn(String json) throws IOException {
        byte[] samples = new byte[20 * 10 * 4];
        for (int i = 0; i < 200; i++) {
            samples[4 * i + (i % 20 < 10 ? 0 : 2)] = -1;
            samples[4 * i + 3] = -1;
        }
        byte[] png = PngWriter.write(new Pixels(Size.parse("20x10"), 4, samples), Tags.NONE);
        WorkingPicture drawn = Reference.working(read(json)
                .svg(new KnownParts(new Made.Piece(png, PictureType.PNG, 2)))
                .getBytes(StandardCharsets.UTF_8));
        return drawn.render(new Framing<>(drawn.size().box(), SIZE.box()), SIZE);
    }

    private static int red(Pixels pixels, int x, int y) {
        return pixels.samples()[(y * pixels.size().width() + x) * pixels.channels()] & 0xff;
    }
}
