package gavlin.core.code;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.brief.Exists;
import gavlin.core.brief.Showing;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.ObjectFit;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;
import java.util.List;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;

/** HTML Living Standard, "srcset attributes" and "sizes attributes": width descriptors, and media conditions of which the first that holds counts. */
class ImageCodeTest {
    private static final Size FILE = Size.parse("1920x480"); // 4:1

    @Test
    void boxOfTheFilesProportions_isAsWideAsItself() {
        assertEquals("640px", Sizes.of(List.of(seen(1280, 640, 160)), FILE));
    }

    /** 200 px high at 4:1 is 800 px wide: the box is narrower, but the browser draws all of it. */
    @Test
    void narrowBoxUnderCover_countsAsWideAsTheBrowserDraws() {
        assertEquals("800px", Sizes.of(List.of(seen(1280, 390, 200)), FILE));
    }

    @Test
    void boxAsWideAsTheScreen_growsWithIt() {
        assertEquals("100vw", Sizes.of(List.of(seen(1280, 1280, 320)), FILE));
        assertEquals("206vw", Sizes.of(List.of(seen(390, 390, 200)), FILE)); // 800 / 390 = 2.05
    }

    @Test
    void severalScreens_areSaidFromTheSmallestUp_equalOnesOnce() {
        List<Showing> showings = List.of(seen(1280, 640, 160), seen(390, 300, 75), seen(768, 640, 160));
        assertEquals("(max-width: 390px) 300px, 640px", Sizes.of(showings, FILE));
    }

    @Test
    void twoBoxesOnOneScreen_theWiderCounts() {
        assertEquals("640px", Sizes.of(List.of(seen(1280, 640, 160), seen(1280, 320, 80)), FILE));
    }

    @Test
    void rangeOfWidths_isHeldBetweenItsEnds() {
        Showing range = new Showing(
                "r",
                "r",
                null,
                0,
                new Box<>(0, 0, 300, 75),
                new Box<>(0, 0, 1200, 300),
                ObjectFit.INITIAL,
                false,
                0,
                List.of(),
                Exists.ALWAYS);
        assertEquals("min(100vw, 1200px)", Sizes.of(List.of(range), FILE));
        Showing high = new Showing(
                "r",
                "r",
                null,
                0,
                new Box<>(0, 0, 300, 200),
                new Box<>(0, 0, 1200, 300),
                ObjectFit.INITIAL,
                false,
                0,
                List.of(),
                Exists.ALWAYS);
        assertEquals("max(800px, min(100vw, 1200px))", Sizes.of(List.of(high), FILE));
    }

    /** Read as a browser reads it. */
    @Test
    void code_isReadBack_whateverTheDescriptionSays() {
        List<ImageCode.Source> files = List.of(
                new ImageCode.Source("masthead-1920x480.jpg", FILE),
                new ImageCode.Source("masthead-3840x960.jpg", Size.parse("3840x960")));
        String hostile = "\"><script>alert(1)</script> & co";
        ImageCode code = ImageCode.of(files, List.of(seen(1280, 640, 160)), hostile, new Position(0.5, 0.38));
        Element image = Jsoup.parseBodyFragment(code.html()).body().child(0);
        assertEquals("img", image.tagName());
        assertEquals(1, image.parent().childrenSize());
        assertEquals(hostile, image.attr("alt"));
        assertEquals("1920", image.attr("width"));
        assertTrue(image.attr("srcset").matches("masthead-1920x480.jpg 1920w,\\s+masthead-3840x960.jpg 3840w"));
        assertEquals("640px", image.attr("sizes"));
        assertEquals("object-fit: cover;\nobject-position: 50% 38%;", code.css());
    }

    @Test
    void oneFile_needsNoSrcset() {
        ImageCode code =
                ImageCode.of(List.of(new ImageCode.Source("a.png", FILE)), List.of(), "", new Position(0.5, 0.5));
        assertTrue(!code.html().contains("srcset") && !code.html().contains("sizes"), code.html());
    }

    private static Showing seen(int screen, int width, int height) {
        Box<InShowing> box = new Box<>(0, 0, width, height);
        return new Showing(
                "s" + width, "s", null, screen, box, box, ObjectFit.INITIAL, false, 0, List.of(), Exists.ALWAYS);
    }
}
