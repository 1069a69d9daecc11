package gavlin.web.handout;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import gavlin.core.codec.SvgDrawing;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.helper.W3CDom;
import org.springframework.stereotype.Component;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** Makes PDF of a template: the same words as the page's, set for paper with the application's own letters. */
@Component
class Paper {
    private static final String LETTERS = "Atkinson";

    private final ITemplateEngine templates;

    Paper(ITemplateEngine templates) {
        this.templates = templates;
        XRLog.setLoggingEnabled(false);
        letDrawingsUseTheLetters();
    }

    /** The template must hold all that it shows: nothing is fetched. */
    byte[] pdf(String template, Map<String, Object> model) {
        String html = templates.process(template, new Context(java.util.Locale.ENGLISH, model));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        builder.useFastMode();
        builder.useUriResolver((base, uri) -> uri.startsWith("data:image/") ? uri : null);
        for (int weight : new int[] {400, 700}) {
            builder.useFont(() -> font("latin", weight), LETTERS, weight, FontStyle.NORMAL, true);
            builder.useFont(() -> font("latin-ext", weight), LETTERS + " Extended", weight, FontStyle.NORMAL, true);
        }
        builder.withW3cDocument(new W3CDom().fromJsoup(Jsoup.parse(html)), "about:blank");
        builder.toStream(out);
        try {
            builder.run();
        } catch (IOException e) {
            throw new UncheckedIOException("the PDF could not be made", e);
        }
        return out.toByteArray();
    }

    /** Templates are drawn with the machine's fonts, to which ours is added. */
    private static void letDrawingsUseTheLetters() {
        try (InputStream in = font("latin", 400)) {
            SvgDrawing.addFont(in);
        } catch (IOException e) {
            throw new IllegalStateException("the letters are missing from the build", e);
        }
    }

    private static InputStream font(String part, int weight) {
        return Paper.class.getResourceAsStream("/print/atkinson-hyperlegible-next-" + part + "-" + weight + ".ttf");
    }
}
