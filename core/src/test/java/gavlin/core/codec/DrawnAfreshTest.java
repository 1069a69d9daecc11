package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Redrawn;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Drawings have as many pixels as are wanted: a window of a hundredth of one is as sharp as the whole. */
class DrawnAfreshTest {
    /** A disc of radius 20 about (50, 25) on nothing, and a hairline beside it. */
    private static final byte[] SVG = ("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 100 50'>"
                    + "<circle cx='50' cy='25' r='20' fill='#d9481c'/><rect x='80' y='0' width='1' height='50'/></svg>")
            .getBytes(StandardCharsets.UTF_8);

    @TempDir
    Path folder;

    @Test
    void smallWindow_ofADrawing_hasEdgesOfOnePixel() throws IOException {
        Framing<InPicture> tiny = new Framing<>(Box.parse("24x24+1668+588"), Box.parse("960x960"));
        Pixels afresh = redrawn(SVG, tiny, new Size(960, 960));
        Pixels enlarged = Reference.working(SVG).render(tiny, new Size(960, 960));
        assertTrue(widthOfEdge(afresh) <= 3, "was " + widthOfEdge(afresh) + " px");
        assertTrue(widthOfEdge(enlarged) > 20, "enlarged from a raster it is a slope: " + widthOfEdge(enlarged));
    }

    /** Area of a disc: π r². */
    @Test
    void everySize_holdsTheSameShareOfTheDrawing() throws IOException {
        for (int width : new int[] {16, 48, 300, 2400, 5000}) {
            Size out = new Size(width, width / 2);
            Pixels pixels = redrawn(SVG, new Framing<>(Box.parse("2400x1200"), out.box()), out);
            double share = covered(pixels) / (double) out.pixels();
            double wanted = (Math.PI * 400 + 50) / 5000;
            assertEquals(wanted, share, 0.004, width + " px wide");
        }
    }

    @Test
    void drawing_inBands_isTheSameAsInOne() throws IOException {
        Size large = new Size(5000, 2500); // twice as fine: four bands and more
        Pixels pixels = redrawn(SVG, new Framing<>(Box.parse("2400x1200"), large.box()), large);
        for (int y = 0; y < 2500; y++) {
            assertEquals(255, alpha(pixels, 4020, y), "the hairline has no gap at " + y);
        }
    }

    @Test
    void pdfOfOnePage_isADrawing_onNothing() throws IOException {
        byte[] pdf = pdf(1, null);
        Header header = PictureReader.inspect(pdf, Limits.DEFAULT);
        assertEquals(PictureType.PDF, header.type());
        assertEquals(new Size(2400, 1200), header.upright(), "its page's proportions");
        Framing<InPicture> whole = new Framing<>(Box.parse("2400x1200"), Box.parse("800x400"));
        Pixels pixels = redrawn(pdf, whole, new Size(800, 400));
        assertEquals(0xd9481c, Reference.rgb(pixels, 200, 300), "PDF counts from the bottom");
        assertEquals(255, alpha(pixels, 200, 300));
        assertEquals(0, alpha(pixels, 600, 300), "a page is not paper");
        assertEquals(200 * 200, covered(pixels), 1200);
    }

    @Test
    void pdfOfSeveralPages_orLocked_isRefusedWithWhatToDo() throws IOException {
        PictureRefused several =
                assertThrows(PictureRefused.class, () -> PictureReader.inspect(pdf(3, null), Limits.DEFAULT));
        assertEquals("the PDF has 3 pages; save the page with the mark as a PDF of its own", several.getMessage());
        PictureRefused locked =
                assertThrows(PictureRefused.class, () -> PictureReader.inspect(pdf(1, "secret"), Limits.DEFAULT));
        assertTrue(locked.getMessage().contains("password"), locked.getMessage());
        byte[] broken = "%PDF-1.7\nnothing that a PDF has".getBytes(StandardCharsets.UTF_8);
        assertEquals(
                Reason.CORRUPT,
                assertThrows(PictureRefused.class, () -> PictureReader.inspect(broken, Limits.DEFAULT))
                        .reason());
    }

    private Pixels redrawn(byte[] file, Framing<InPicture> framing, Size out) throws IOException {
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        return new Redrawn(
                        header.upright(),
                        Redrawn.region(header.upright(), framing),
                        PictureReader.redraw(file, header, folder.resolve("drawn"), framing))
                .render(framing, out);
    }

    /** A page of 200 by 100 pt with a square of 50 pt, 25 pt from its left and its bottom edge. */
    private static byte[] pdf(int pages, String password) throws IOException {
        try (PDDocument document = new PDDocument();
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            for (int i = 0; i < pages; i++) {
                PDPage page = new PDPage(new PDRectangle(200, 100));
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    content.setNonStrokingColor(0xd9 / 255f, 0x48 / 255f, 0x1c / 255f);
                    content.addRect(25, 0, 50, 50);
                    content.fill();
                }
            }
            if (password != null) {
                document.protect(new StandardProtectionPolicy(password, password, new AccessPermission()));
            }
            document.save(out);
            return out.toByteArray();
        }
    }

    /** How many pixels of the middle row are neither there nor not. */
    private static int widthOfEdge(Pixels pixels) {
        int between = 0;
        for (int x = 0; x < pixels.size().width(); x++) {
            int alpha = alpha(pixels, x, pixels.size().height() / 2);
            between += alpha > 12 && alpha < 243 ? 1 : 0;
        }
        return between;
    }

    private static double covered(Pixels pixels) {
        double sum = 0;
        for (int i = 3; i < pixels.samples().length; i += 4) {
            sum += (pixels.samples()[i] & 0xff) / 255.0;
        }
        return sum;
    }

    private static int alpha(Pixels pixels, int x, int y) {
        return pixels.samples()[(y * pixels.size().width() + x) * 4 + 3] & 0xff;
    }
}
