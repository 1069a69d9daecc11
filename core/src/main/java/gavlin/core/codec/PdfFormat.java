package gavlin.core.codec;

import gavlin.core.codec.PictureRefused.Reason;
import java.awt.Graphics2D;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.rendering.PDFRenderer;

/** A PDF of one page (ISO 32000) by PDFBox: what lies within its crop box, on nothing. Scripts in it are not run, nothing is fetched. */
final class PdfFormat extends DrawnFormat {
    @Override
    PictureType type() {
        return PictureType.PDF;
    }

    @Override
    Opened open(Bytes file) {
        PDDocument document = document(file);
        PDPage page = document.getPage(0);
        PDRectangle box = page.getCropBox();
        boolean lying = page.getRotation() % 180 != 0;
        double[] size =
                lying ? new double[] {box.getHeight(), box.getWidth()} : new double[] {box.getWidth(), box.getHeight()};
        return new Opened() {
            @Override
            public double[] size() {
                return size;
            }

            @Override
            public void paint(Graphics2D canvas) {
                try {
                    new PDFRenderer(document).renderPageToGraphics(0, canvas, 1);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            }
        };
    }

    private static PDDocument document(Bytes file) {
        PDDocument document;
        try {
            document = Loader.loadPDF(file.array());
        } catch (InvalidPasswordException e) {
            throw new PictureRefused(
                    Reason.UNSUPPORTED, "the PDF is locked with a password; save it without one and upload that");
        } catch (IOException e) {
            throw PictureRefused.corrupt("the PDF cannot be read");
        }
        int pages = document.getNumberOfPages();
        if (pages != 1) {
            throw new PictureRefused(
                    Reason.UNSUPPORTED,
                    pages == 0
                            ? "the PDF has no page"
                            : "the PDF has " + pages + " pages; save the page with the mark as a PDF of its own");
        }
        return document;
    }
}
