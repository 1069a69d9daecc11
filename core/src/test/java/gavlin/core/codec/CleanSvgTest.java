package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Document;

/** A drawing that goes to a website can do nothing there but be seen. */
class CleanSvgTest {
    private static final String DRAWS =
            "<defs><linearGradient id='g'><stop offset='0' stop-color='#d9481c'/><stop offset='1' stop-color='#17313a'/></linearGradient>"
                    + "<g id='s'><rect width='20' height='20' fill='url(#g)'/></g></defs>"
                    + "<style>.a { fill: url(#g); stroke: #23734d }</style><use href='#s' x='10' y='5'/>"
                    + "<circle class='a' cx='60' cy='25' r='12' style='stroke-width: 3'/>"
                    + "<text x='5' y='45' xml:space='preserve'>a &lt; b</text>";

    @Test
    void whatDraws_staysAsItIs() throws Exception {
        byte[] clean = clean("", DRAWS);
        Document parsed = strict(clean);
        assertEquals("svg", parsed.getDocumentElement().getLocalName());
        assertEquals("a < b", parsed.getElementsByTagName("text").item(0).getTextContent());
        assertArrayEquals(
                OwnFile.pixels(svg("", DRAWS)).samples(), OwnFile.pixels(clean).samples());
        assertArrayEquals(clean, CleanSvg.of(clean, Limits.DEFAULT), "clean is clean");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>evil()</script>",
                "<script href='http://evil/x.js'/>",
                "<rect width='9' height='9' onload='evil()' ONCLICK='evil()'/>",
                "<a href='javascript:evil()'><rect width='9' height='9'/></a>",
                "<a xmlns:x='http://www.w3.org/1999/xlink' x:href='http://evil/'><rect width='9' height='9'/></a>",
                "<image href='http://evil/a.png' width='9' height='9'/>",
                "<image href='data:image/svg+xml;base64,PHN2Zy8+' width='9' height='9' style='--evil:1'/>",
                "<image href='file:///evil' width='9' height='9'/>",
                "<use href='http://evil/a.svg#b'/>",
                "<style>@import 'http://evil/a.css';</style>",
                "<style>rect { fill: url( 'http://evil/a' ) }</style>",
                "<style>rect { background: image-set('http://evil/a' 1x) }</style>",
                "<style>rect { fill: u\\72l(http://evil/a) }</style>",
                "<rect width='9' height='9' style='fill: url(http://evil/a)'/>",
                "<rect width='9' height='9' fill='url(http://evil/a#b)'/>",
                "<foreignObject width='9' height='9'><p xmlns='http://www.w3.org/1999/xhtml'>evil</p></foreignObject>",
                "<set attributeName='href' to='javascript:evil()'/>",
                "<animate attributeName='href' values='javascript:evil()'/>",
                "<g xml:base='http://evil/'><use href='#s'/></g>",
                "<metadata><e:evil xmlns:e='http://evil/'/></metadata>",
                "<!-- evil --><?evil evil?>",
                "<handler type='text/ecmascript'>evil()</handler>"
            })
    void whatCouldRunOrLeadOutside_isNotInIt(String part) throws Exception {
        byte[] clean;
        try {
            clean = clean("onload='evil()' xmlns:evil='http://evil/' evil:evil='evil'", DRAWS + part);
        } catch (PictureRefused e) {
            return; // refused before: no less safe
        }
        strict(clean);
        String text = new String(clean, StandardCharsets.UTF_8).toLowerCase(Locale.ROOT);
        for (String bad :
                new String[] {"evil()", "http://evil", "file:", "javascript", "<script", "@import", "svg+xml"}) {
            assertFalse(text.contains(bad), bad + " in " + text);
        }
    }

    @Test
    void whatIsNoDrawing_isRefused() {
        assertThrows(
                PictureRefused.class, () -> CleanSvg.of("<html/>".getBytes(StandardCharsets.UTF_8), Limits.DEFAULT));
        assertThrows(PictureRefused.class, () -> CleanSvg.of(svg("", "<g>"), Limits.DEFAULT));
    }

    private static byte[] clean(String attributes, String content) {
        return CleanSvg.of(svg(attributes, content), Limits.DEFAULT);
    }

    private static Document strict(byte[] file) throws Exception {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultInstance();
        factory.setNamespaceAware(true);
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
        factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
        return factory.newDocumentBuilder().parse(new ByteArrayInputStream(file));
    }

    private static byte[] svg(String attributes, String content) {
        return ("<?xml version='1.0'?><svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 50' " + attributes + ">"
                        + content + "</svg>")
                .getBytes(StandardCharsets.UTF_8);
    }
}
