package gavlin.web.store;

import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;

/** A file that is taken away: kept under its name, never opened in the page. */
public final class Attachment {
    private Attachment() {}

    /** Says what comes; its bytes are written by whoever has them. */
    public static void announce(HttpServletResponse response, String type, String name) {
        response.setContentType(type);
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(name, StandardCharsets.UTF_8)
                        .build()
                        .toString());
        response.setHeader("Content-Security-Policy", "sandbox; default-src 'none'");
    }

    /** @param length in bytes */
    public static void announce(HttpServletResponse response, String type, String name, long length) {
        announce(response, type, name);
        response.setContentLengthLong(length);
    }
}
