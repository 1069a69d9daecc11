package gavlin.core.brief;

import static org.junit.jupiter.api.Assertions.assertEquals;

import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class FileCheckTest {
    private static final WeightLimit KB_100 = new WeightLimit(100, WeightLimit.Unit.kB, Map.of());

    private static Brief brief(Size size, Ratio ratio, Brief.Transparency transparency) {
        return new Brief(
                size,
                ratio,
                Size.MAX,
                List.of(1, 2),
                List.of(PictureType.PNG, PictureType.WEBP),
                transparency,
                KB_100,
                Rule.COVER,
                Brief.Shape.RECTANGLE);
    }

    private static final Brief LOGO = brief(Size.parse("300x100"), null, Brief.Transparency.REQUIRED);

    @Test
    void fileThatIsAsAsked_hasNothingAgainstIt() {
        assertEquals(List.of(), FileCheck.of(LOGO, 1, Size.parse("300x100"), PictureType.PNG, true, 100_000));
        assertEquals(List.of(), FileCheck.of(LOGO, 2, Size.parse("600x200"), PictureType.WEBP, true, 9));
    }

    @Test
    void everyFault_isSaidInWords() {
        assertEquals(
                List.of(
                        "It is 300×90 px; the slot asks 300×100: the site crops or squashes it.",
                        "It is a JPEG; the slot takes PNG or WebP.",
                        "Nothing in it is transparent: it stands in a box of its own colour.",
                        "It weighs 100.1 kB; the limit is 100 kB."),
                FileCheck.of(LOGO, 1, Size.parse("300x90"), PictureType.JPEG, false, 100_100));
        assertEquals(
                List.of("It is 600×200 px; the slot asks 300×100: the site scales it."),
                FileCheck.of(LOGO, 1, Size.parse("600x200"), PictureType.PNG, true, 9));
    }

    @Test
    void slotKnownByItsRatio_takesAnySizeOfIt() {
        Brief wide = brief(null, Ratio.parse("4:1"), Brief.Transparency.FORBIDDEN);
        assertEquals(List.of(), FileCheck.of(wide, 1, Size.parse("1601x400"), PictureType.PNG, false, 9));
        assertEquals(
                List.of(
                        "It is 800×600 px; the slot asks 4:1: the site crops or squashes it.",
                        "Parts of it are transparent, which the slot does not take."),
                FileCheck.of(wide, 1, Size.parse("800x600"), PictureType.PNG, true, 9));
    }
}
