package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Size;
import gavlin.core.raster.Pixels;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SvgTest {
    private static final String SQUARE = "<rect x='25' y='0' width='50' height='50' fill='#d9481c'/>";

    @Test
    void drawing_isDrawnLargeOnNothing() {
        byte[] file = svg("viewBox='0 0 100 50'", SQUARE);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        assertEquals(new Size(SvgFormat.LONG_SIDE, SvgFormat.LONG_SIDE / 2), header.upright());
        assertEquals(
                "a drawing: it is drawn afresh in every size", header.notes().get(0));
        Pixels pixels = OwnFile.pixels(file);
        assertEquals(0xd9481c, Reference.rgb(pixels, 1200, 600));
        assertEquals(255, alpha(pixels, 1200, 600));
        assertEquals(0, alpha(pixels, 100, 600));
    }

    @Test
    void drawing_behindAnyProlog_isKnownAsOne() {
        String svg = "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 10'/>";
        for (String prolog : new String[] {
            "<!-- a < b, <html> too -->",
            "<?xml version='1.0'?><!DOCTYPE svg PUBLIC '-//W3C//DTD SVG 1.1//EN' 'http://127.0.0.1:9/svg11.dtd'>",
            "\ufeff"
        }) {
            byte[] file = (prolog + svg).getBytes(StandardCharsets.UTF_8);
            assertEquals(
                    PictureType.SVG, PictureReader.inspect(file, Limits.DEFAULT).type(), prolog);
        }
    }

    @Test
    void drawing_ofAnyStatedSize_hasTheSamePixels() {
        for (String size :
                new String[] {"width='1' height='1'", "width='1e6px' height='1e6px'", "width='30mm' height='30mm'"}) {
            assertEquals(
                    Size.parse("2400x2400"),
                    PictureReader.inspect(svg(size + " viewBox='0 0 100 100'", SQUARE), Limits.DEFAULT)
                            .upright());
        }
    }

    /** Whatever points outside is left out: nobody is asked for it. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>fetch('URL')</script>",
                "<image href='URL' width='50' height='50'/>",
                "<image xmlns:x='http://www.w3.org/1999/xlink' x:href='URL' width='50' height='50'/>",
                "<use href='URL#a'/>",
                "<style>@import url(URL); rect { fill: url(URL) }</style>",
                "<foreignObject width='50' height='50'><img xmlns='http://www.w3.org/1999/xhtml' src='URL'/></foreignObject>",
                "<filter id='f'><feImage href='URL'/></filter><rect filter='url(#f)' width='9' height='9'/>",
                "<a href='javascript:alert(1)'><rect width='5' height='5' onload='alert(1)'/></a>",
                "<image href='file:///etc/passwd' width='50' height='50'/>"
            })
    void whatLeadsOutside_isLeftOut(String part) throws IOException {
        try (ServerSocket listener = new ServerSocket(0, 5, InetAddress.getLoopbackAddress())) {
            listener.setSoTimeout(50);
            String url = "http://127.0.0.1:" + listener.getLocalPort() + "/";
            Pixels pixels = OwnFile.pixels(svg("viewBox='0 0 100 50'", part.replace("URL", url) + SQUARE));
            assertEquals(255, alpha(pixels, 1200, 600), "the rest is drawn");
            assertThrows(java.net.SocketTimeoutException.class, listener::accept, "nobody asked");
        }
    }

    @Test
    void entities_areNotExpanded() {
        StringBuilder dtd = new StringBuilder("<!DOCTYPE svg [<!ENTITY a 'aaaaaaaaaa'>");
        for (char c = 'b'; c <= 'k'; c++) {
            dtd.append("<!ENTITY ")
                    .append(c)
                    .append(" '")
                    .append(("&" + (char) (c - 1) + ";").repeat(10))
                    .append("'>");
        }
        byte[] bomb = (dtd + "]><svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><text>&k;</text></svg>")
                .getBytes(StandardCharsets.UTF_8);
        assertEquals(Reason.CORRUPT, refusal(bomb).reason());
        byte[] outside = ("<!DOCTYPE svg [<!ENTITY x SYSTEM 'file:///etc/passwd'>]>"
                        + "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 9 9'><text>&x;</text></svg>")
                .getBytes(StandardCharsets.UTF_8);
        assertEquals(Reason.CORRUPT, refusal(outside).reason());
    }

    @Test
    void useRepeatedUpToABillion_isCountedAndRefused() {
        StringBuilder groups = new StringBuilder("<defs><g id='g0'>" + SQUARE + "</g>");
        for (int i = 1; i <= 9; i++) {
            groups.append("<g id='g").append(i).append("'>");
            groups.append(("<use href='#g" + (i - 1) + "'/>").repeat(10)).append("</g>");
        }
        assertEquals(
                Reason.TOO_LARGE,
                refusal(svg("viewBox='0 0 9 9'", groups + "</defs><use href='#g9'/>"))
                        .reason());
        assertEquals(
                Reason.TOO_LARGE,
                refusal(svg("viewBox='0 0 9 9'", "<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g>"))
                        .reason());
    }

    @Test
    void tooManyTooDeepOrTooBlurred_isRefused() {
        String deep = "<g>".repeat(5000) + "</g>".repeat(5000);
        assertEquals(Reason.TOO_LARGE, refusal(svg("viewBox='0 0 9 9'", deep)).reason());
        assertEquals(
                Reason.TOO_LARGE,
                refusal(svg("viewBox='0 0 9 9'", "<path d=''/>".repeat(30_000))).reason());
        String blurs = "<filter id='f'>" + "<feGaussianBlur stdDeviation='5000'/>".repeat(50) + "</filter>";
        assertEquals(Reason.TOO_LARGE, refusal(svg("viewBox='0 0 9 9'", blurs)).reason());
        assertEquals(
                Reason.CORRUPT,
                refusal(svg("width='1' height='100000'", SQUARE)).reason());
    }

    @Test
    void pictureInside_isJudgedLikeAnyOther() {
        byte[] sound = PngWriter.write(Reference.noise(Size.parse("8x8"), 3, 1), Tags.NONE);
        Pixels pixels = OwnFile.pixels(svg("viewBox='0 0 100 50'", image(sound) + SQUARE));
        assertEquals(255, alpha(pixels, 1200, 600));
        byte[] bomb = sound.clone();
        ByteBuffer.wrap(bomb).putInt(16, 30_000).putInt(20, 30_000);
        CRC32 crc = new CRC32();
        crc.update(bomb, 12, 17);
        ByteBuffer.wrap(bomb).putInt(29, (int) crc.getValue());
        assertEquals(
                Reason.TOO_LARGE, refusal(svg("viewBox='0 0 9 9'", image(bomb))).reason());
        assertTrue(refusal(svg("viewBox='0 0 9 9'", "<image href='data:image/png,zzz'/>"))
                .getMessage()
                .contains("base 64"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<html><body><svg xmlns='http://www.w3.org/2000/svg'/></body></html>",
                "<!doctype html><svg></svg>x<script/>",
                "text <svg"
            })
    void pageThatHoldsADrawing_isNone(String page) {
        assertThrows(
                PictureRefused.class,
                () -> PictureReader.inspect(page.getBytes(StandardCharsets.UTF_8), Limits.DEFAULT));
    }

    private static String image(byte[] png) {
        return "<image width='20' height='20' href='data:image/png;base64,"
                + Base64.getEncoder().encodeToString(png) + "'/>";
    }

    private static PictureRefused refusal(byte[] file) {
        return assertThrows(PictureRefused.class, () -> PictureReader.inspect(file, Limits.DEFAULT));
    }

    private static int alpha(Pixels pixels, int x, int y) {
        return pixels.samples()[(y * pixels.size().width() + x) * 4 + 3] & 0xff;
    }

    private static byte[] svg(String attributes, String content) {
        return ("<?xml version='1.0'?>\n<!-- made up -->\n<svg xmlns='http://www.w3.org/2000/svg' " + attributes + ">"
                        + content + "</svg>")
                .getBytes(StandardCharsets.UTF_8);
    }
}
