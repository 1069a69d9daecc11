package gavlin.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.brief.SheetEdits;
import gavlin.core.brief.SlotSheet;
import gavlin.core.brief.SlotSheetReader;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Lists as people write them; all made up. */
class SizeListTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "Header 2000 x 400 px, JPEG, max 250 KB | Header | banner | 2000×400 | jpeg | 250 kB | forbidden | 1",
                "Logo 100×100 PNG | Logo | logo | 100×100 | png | | required | 1",
                "- Team portraits: 400x400px (round), JPG or WebP, under 60kb | Team portraits | avatar | 400×400 | jpeg webp | 60 kB | allowed | 1",
                "Hero banner – 1,920 by 1,080 pixels, ≤ 1.5 MB | Hero banner | banner | 1920×1080 | jpeg webp | 1.5 MB | allowed | 1",
                "Favicon: 32*32, ico or png | Favicon | icon | 32×32 | ico png | | allowed | 1",
                "Slider images 1400 px wide, 400 px high, at most 0,3 MB, retina | Slider images | slide | 1400×400 | jpeg webp | 0.3 MB | allowed | 1 2",
                "240 X 240 seamless tile, PNG, 20 KiB | seamless tile | tile | 240×240 | png | 20 KiB | allowed | 1",
                "News picture 16:9, at least 1200 px wide, max. 200 kB @2x | News picture | photo | 1200 16:9 | jpeg webp | 200 kB | allowed | 1 2",
                "Sponsors' logo (transparent background): 300 × 120 | Sponsors' logo | logo | 300×120 | png webp | | required | 1",
                "Titelbild 1600 mal 500 | Titelbild | banner | 1600×500 | jpeg webp | | allowed | 1",
            })
    void line_isReadAsItIsMeant(
            String line,
            String name,
            String kind,
            String size,
            String types,
            String weight,
            String transparency,
            String densities) {
        PageReading reading = SizeList.read(line);
        assertEquals(List.of(), reading.notes());
        JsonNode slot = reading.proposals().get(0).slot();
        assertEquals(name, slot.path("name").asString());
        assertEquals(kind, slot.path("kind").asString());
        assertEquals(size, size(slot));
        assertEquals(types, words(slot.path("types")));
        assertEquals(
                weight == null ? "" : weight,
                slot.at("/weight/limit").asString("").replaceFirst("\\.0$", "")
                        + (weight == null ? "" : " ")
                        + slot.at("/weight/unit").asString(""));
        assertEquals(transparency, slot.path("transparency").asString());
        assertEquals(densities, words(slot.path("densities")));
        assertEquals(1, slot.path("statements").size(), "their own words stay with it");
    }

    @Test
    void listOnOneLine_isSeveralSlots_whereEachSaysItsSize() {
        assertEquals(
                List.of("Header 2000×400", "Logo 100×100", "Teaser 600×400"),
                SizeList.read("Header 2000x400, JPEG, max 250 KB, Logo 100x100 PNG; Teaser 600x400")
                        .proposals()
                        .stream()
                        .map(p -> p.slot().path("name").asString() + " " + size(p.slot()))
                        .toList());
    }

    @Test
    void tableCopiedFromASheet_isReadRowByRow_itsHeadIsTold() {
        PageReading reading =
                SizeList.read("Where\tSize\tType\r\nHeader\t2000 x 400\tJPEG\r\nHeader\t800 x 400\tJPEG\r\n\r\n");
        assertEquals(
                List.of("header", "header-2"),
                reading.proposals().stream()
                        .map(p -> p.slot().path("id").asString())
                        .toList());
        assertEquals(1, reading.notes().size());
        assertTrue(
                reading.notes().get(0).startsWith("“Where, Size, Type” was not read: it says no size"),
                reading.notes().toString());
    }

    @Test
    void whatIsNotUnderstood_isTold_andKeptInTheirWords() {
        PageReading reading = SizeList.read("Header 2000x400 px, sRGB, no text near the left edge; Logo SVG 100x40");
        assertEquals(
                "“Header 2000x400 px, sRGB, no text near the left edge”: “sRGB, no text near left edge” was not understood; it stays with the slot as a statement",
                reading.notes().get(0));
        assertTrue(
                reading.notes().get(1).contains("SVG files are not made"),
                reading.notes().toString());
        assertEquals("png webp", words(reading.proposals().get(1).slot().path("types")), "as logos usually are");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "  \n;;\n • \n",
                "Dear Ines, thank you!",
                "0x0",
                "999999 x 2",
                "12:0",
                "<script>alert(1)</script>",
                "💡💡"
            })
    void nonsense_isNoSlot_andSaidInWords(String list) {
        PageReading reading = SizeList.read(list);
        assertEquals(List.of(), reading.proposals());
        assertEquals(
                list.matches("(?s).*[\\p{L}\\d].*") ? 1 : 0,
                reading.notes().size(),
                reading.notes().toString());
    }

    @Test
    void listWithoutEnd_isCutWhereItIsTold() {
        assertThrows(BadInput.class, () -> SizeList.read("a".repeat(SizeList.MOST_LETTERS + 1)));
        PageReading many = SizeList.read("Logo 9x9\n".repeat(500));
        assertEquals(200, many.proposals().size());
        assertEquals(List.of("what comes after 200 slots is not read"), many.notes());
        PageReading line = SizeList.read("Logo 9x9, " + "1 ,".repeat(6_000) + "\nLogo 9x9");
        assertEquals(1, line.proposals().size());
        assertTrue(
                line.notes().get(0).endsWith("was not read: a line has 500 letters at most"),
                line.notes().toString());
    }

    /** Whatever is typed: read or told, and what is read makes a sound sheet. */
    @Test
    void anySigns_makeASoundSheet_orNone() {
        Random random = new Random(12);
        String[] pieces = {
            "Header",
            " ",
            "2000",
            "x",
            "400",
            "px",
            ",",
            "JPEG",
            "max",
            "250",
            "KB",
            ";",
            "\n",
            "16:9",
            "(",
            ")",
            "@2x",
            "transparent",
            "no",
            "Größe",
            "標識",
            "\u0000",
            "\t",
            "“",
            "0",
            "9999",
            ":",
            ".",
            "round",
            "wide",
            "high"
        };
        for (int i = 0; i < 2000; i++) {
            String list = IntStream.range(0, 1 + random.nextInt(25))
                    .mapToObj(n -> pieces[random.nextInt(pieces.length)])
                    .collect(Collectors.joining());
            List<SlotProposal> slots = SizeList.read(list).proposals();
            String sheet = SheetEdits.empty("A theme");
            for (SlotProposal proposal : slots) {
                sheet = SheetEdits.addSlot(sheet, proposal.slot(), "Home");
            }
            boolean tooLarge = slots.stream().anyMatch(p -> area(p.slot()) > 9_000_000);
            if (!slots.isEmpty() && !tooLarge) {
                SlotSheet read = SlotSheetReader.read(sheet);
                assertEquals(slots.size(), read.slots().size(), list);
            }
        }
    }

    private static double area(JsonNode slot) {
        double density = slot.path("densities").size();
        double width = slot.at("/size/width").asDouble() * density;
        String[] ratio = slot.path("ratio").asString("1:1").split(":");
        double height = slot.has("ratio")
                ? width * Double.parseDouble(ratio[1]) / Double.parseDouble(ratio[0])
                : slot.at("/size/height").asDouble() * density;
        return width * height;
    }

    private static String size(JsonNode slot) {
        String width = slot.at("/size/width").asString();
        return slot.has("ratio")
                ? width + " " + slot.path("ratio").asString()
                : width + "×" + slot.at("/size/height").asString();
    }

    private static String words(JsonNode array) {
        return array.valueStream().map(JsonNode::asString).collect(Collectors.joining(" "));
    }
}
