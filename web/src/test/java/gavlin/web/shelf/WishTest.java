package gavlin.web.shelf;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.colour.Colour;
import gavlin.core.traits.Traits;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WishTest {
    private static final Traits BLUE = new Traits(
            List.of(
                    new Traits.Tint(new Colour(0x3060A0), 0.985, false),
                    new Traits.Tint(new Colour(0x808080), 0.005, false),
                    new Traits.Tint(new Colour(0xC03020), 0.01, true)),
            List.of(1.0, 1.0, 1.0, 1.0, 1.0, 1.0));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "wide, calm, room at the left | true",
                "WIDE | true",
                "panorama | true",
                "quiet harbour | true",
                "Hárbour ines | true",
                "room on the left | true",
                "room at the right | false",
                "tall | false",
                "mountain | false",
                "'' | true"
            })
    void words_areLooks_orStandInWhatIsSaid(String text, boolean met) {
        assertEquals(
                met,
                Wish.of(text, null)
                        .isMetBy(
                                List.of("wide", "calm", "room at the left"),
                                "Harbour in fog\nBoats\nInes Pascoe\nCC BY 4.0",
                                BLUE));
    }

    @Test
    void colour_countsWhereThereIsEnoughOfIt_orItTells() {
        assertTrue(Wish.of("", new Colour(0x3262A4)).isMetBy(List.of(), "", BLUE));
        assertTrue(Wish.of("", new Colour(0xC83428)).isMetBy(List.of(), "", BLUE));
        assertFalse(Wish.of("", new Colour(0x808080)).isMetBy(List.of(), "", BLUE), "half a per cent of grey");
    }
}
