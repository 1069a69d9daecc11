package gavlin.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lengths and media queries as CSS Values and Units 4 and Media Queries 4 have them; worked by hand on a screen of 1280×800. */
class CssTest {
    private static final Screen SCREEN = new Screen("desktop", "desktop", 1280, 800);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "120px|120",
                " 12.5PX |12.5",
                ".5em|8",
                "2rem|32",
                "25%|150",
                "50vw|640",
                "100dvh|800",
                "72pt|96",
                "1in|96",
                "2.54cm|96",
                "25.4mm|96",
                "0|0",
                "-4px|-4",
                "calc(100% - 40px)|560",
                "calc(1rem + 2px)|18",
                "min(100%, 320px)|320",
                "max(100%, 320px)|600",
                "clamp(200px, 50vw, 480px)|480"
            })
    void length_isPx(String css, double px) {
        assertEquals(px, Lengths.px(css, 600, SCREEN).orElseThrow(), 1e-9);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "auto",
                "",
                "12",
                "px",
                "1e9999px",
                "calc(100% * 2)",
                "calc(1px + calc(1px + 1px))",
                "clamp(1px, 2px)",
                "fit-content",
                "12px; color: red"
            })
    void whatIsNoLength_isNone(String css) {
        assertTrue(Lengths.px(css, 600, SCREEN).isEmpty());
    }

    @Test
    void percentage_ofSomethingUnknown_isNone() {
        assertTrue(Lengths.px("50%", Double.NaN, SCREEN).isEmpty());
        assertTrue(Lengths.px("calc(50% - 4px)", Double.NaN, SCREEN).isEmpty());
        assertTrue(Lengths.px(null, 600, SCREEN).isEmpty());
    }

    /** CSS Backgrounds 3 and CSS Box 3: one value for all sides, two for block and inline, three, four clockwise. */
    @ParameterizedTest
    @CsvSource({
        "1px, 1px 1px 1px 1px",
        "1px 2px, 1px 2px 1px 2px",
        "1px 2px 3px, 1px 2px 3px 2px",
        "1px 2px 3px 4px, 1px 2px 3px 4px"
    })
    void shorthand_givesEachSide(String shorthand, String sides) {
        String[] expected = sides.split(" ");
        for (int side = 0; side < 4; side++) {
            assertEquals(expected[side], Lengths.side(shorthand, side));
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "screen|true",
                "all|true",
                "print|false",
                "not print|true",
                "only screen and (min-width: 600px)|true",
                "(min-width: 1281px)|false",
                "(max-width: 1280px)|true",
                "(max-width: 80em)|true",
                "(min-width: 600px) and (max-width: 900px)|false",
                "(max-width: 600px), (min-width: 1000px)|true",
                "(orientation: landscape)|true",
                "(orientation:portrait)|false",
                "(min-height: 801px)|false",
                "(prefers-color-scheme: dark)|false",
                "(hover: hover)|false",
                "not all and (max-width: 600px)|true",
                "SCREEN AND (MIN-WIDTH: 600PX)|true",
                "(nonsense|false"
            })
    void mediaQuery_holdsOrNot(String query, boolean holds) {
        assertEquals(holds, Media.holds(query, SCREEN));
    }

    @Test
    void noQuery_holdsAnywhere() {
        assertTrue(Media.holds("", SCREEN));
        assertTrue(Media.holds("  ", SCREEN));
    }

    /** What a page calls things, said as people would; layout's own words say nothing. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<img id=siteLogo>|site-logo|Site logo",
                "<img class='col-6 img-fluid hero_picture'>|hero-picture|Hero picture",
                "<div class=team><img class=w-100></div>|team|Team",
                "<header><img></header>|header|Header",
                "<img>|picture|Picture",
                "<div style='background:red'></div>|box|Box"
            })
    void element_isNamed(String html, String id, String name) {
        Element body = Jsoup.parseBodyFragment(html).body();
        Element element = body.selectFirst("img") == null ? body.child(0) : body.selectFirst("img");
        Names.Name given = new Names().of(element);
        assertEquals(id, given.id());
        assertEquals(name, given.name());
    }

    @Test
    void secondOfAName_isNumbered() {
        Names names = new Names();
        Element card = Jsoup.parseBodyFragment("<img class=card>").body().child(0);
        assertEquals("card", names.of(card).id());
        assertEquals(new Names.Name("card-2", "Card 2"), names.of(card));
        assertEquals("card-3", names.of(card).id());
    }
}
