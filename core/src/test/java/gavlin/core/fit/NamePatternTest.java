package gavlin.core.fit;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Size;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamePatternTest {
    private static NamePattern.File file(String title) {
        return new NamePattern.File(
                "tolvane", "masthead", title, Size.parse("1920x480"), 2, LocalDate.of(2026, 11, 26), PictureType.WEBP);
    }

    @ParameterizedTest
    @CsvSource({
        "{slot}-{picture}-{size}, masthead-gallery-at-dusk-1920x480.webp",
        "{site}_{slot}@, ",
        "{site}.{slot}.{density}, tolvane.masthead.2x.webp",
        "{date}-{picture}, 2026-11-26-gallery-at-dusk.webp",
        "pic-{slot}, pic-masthead.webp",
        "{size}, ",
        "{title}-{slot}, ",
        "../{slot}, ",
        "{slot, ",
        "{Slot}, "
    })
    void pattern_namesAFile_orIsRefused(String pattern, String name) {
        if (name == null) {
            assertThrows(BadInput.class, () -> new NamePattern(pattern));
        } else {
            assertEquals(name, new NamePattern(pattern).name(file("Gallery at dusk")));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "Łódź & Straße  № 7!, masthead-lodz-strasse-no-7-1920x480.webp",
        "'', masthead-1920x480.webp",
        "Untitled, masthead-1920x480.webp",
        "../../etc/passwd, masthead-etc-passwd-1920x480.webp"
    })
    void anyTitle_makesAPlainNameThatSaysTheSize(String title, String name) {
        assertEquals(name, NamePattern.USUAL.name(file(title)));
    }

    @Test
    void pictureWithoutATitle_stillLeavesAName() {
        assertEquals("masthead.webp", new NamePattern("{picture}").name(file("…")));
    }

    @Test
    void refusal_saysWhatCanBeUsed() {
        String says =
                assertThrows(BadInput.class, () -> new NamePattern("{name}")).getMessage();
        assertTrue(says.contains("{name} stands for nothing") && says.contains("{density}"), says);
    }
}
