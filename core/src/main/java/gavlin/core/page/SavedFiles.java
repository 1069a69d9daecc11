package gavlin.core.page;

import gavlin.core.BadInput;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import org.apache.james.mime4j.MimeException;
import org.apache.james.mime4j.dom.Body;
import org.apache.james.mime4j.dom.Entity;
import org.apache.james.mime4j.dom.Multipart;
import org.apache.james.mime4j.dom.SingleBody;
import org.apache.james.mime4j.message.DefaultMessageBuilder;

/**
 * The texts of a saved page, out of whatever a browser put them into: single files, a ZIP of page and folder, or one file in
 * MHTML (RFC 2557). Pictures and scripts in them are passed over unread.
 */
final class SavedFiles {
    static final int MAX_BYTES = 12_000_000;
    private static final int MAX_FILES = 2_000;

    private final Map<String, byte[]> files = new LinkedHashMap<>();
    private long bytes;

    private SavedFiles() {}

    /** @throws BadInput when they are damaged, too many or too large */
    static Map<String, byte[]> unpack(Map<String, byte[]> given) {
        SavedFiles unpacked = new SavedFiles();
        given.forEach((name, content) -> {
            String lower = name.toLowerCase(Locale.ROOT);
            try {
                if (lower.endsWith(".zip")) {
                    unpacked.zip(content);
                } else if (lower.matches(".*\\.(mhtml?|eml)")) {
                    unpacked.mhtml(content);
                } else {
                    unpacked.add(name, new ByteArrayInputStream(content));
                }
            } catch (BadInput e) {
                throw e; // too much of it is not damage
            } catch (IOException | MimeException | IllegalArgumentException e) {
                throw new BadInput("files", name + " is damaged: save the page again");
            }
        });
        return unpacked.files;
    }

    private void zip(byte[] content) throws IOException {
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(content))) {
            int entries = 0;
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                entries++;
                if (entries > MAX_FILES) {
                    throw new BadInput("files", "the ZIP holds more than " + MAX_FILES + " files");
                }
                add(entry.getName(), zip);
            }
            if (entries == 0) {
                throw new ZipException("it holds no files");
            }
        }
    }

    private void mhtml(byte[] content) throws IOException, MimeException {
        Entity message = new DefaultMessageBuilder().parseMessage(new ByteArrayInputStream(content));
        Body body = message.getBody();
        if (body instanceof Multipart multipart) {
            int n = 0;
            for (Entity part : multipart.getBodyParts()) {
                // The first text/html part is the page; those of its frames would make it several.
                boolean html = "text/html".equals(part.getMimeType());
                if (html && files.keySet().stream().noneMatch(name -> name.endsWith(".html"))) {
                    add("page.html", part);
                } else if ("text/css".equals(part.getMimeType())) {
                    var location = part.getHeader().getField("Content-Location");
                    String name = location == null ? "style-" + n++ + ".css" : location.getBody();
                    add(name.replaceAll("[?#].*", "").replaceFirst("(\\.css)?$", ".css"), part);
                }
            }
        } else {
            add("page.html", message);
        }
    }

    private void add(String name, Entity part) throws IOException {
        if (part.getBody() instanceof SingleBody single) {
            add(name, single.getInputStream());
        }
    }

    private void add(String name, InputStream content) throws IOException {
        if (!name.toLowerCase(Locale.ROOT).matches(".*\\.(x?html?|css)")) {
            return;
        }
        ByteArrayOutputStream kept = new ByteArrayOutputStream();
        byte[] buffer = new byte[65_536];
        for (int n = content.read(buffer); n > 0; n = content.read(buffer)) {
            bytes += n;
            if (bytes > MAX_BYTES) {
                throw new BadInput(
                        "files",
                        "page and style sheets together have more than " + MAX_BYTES / 1_000_000
                                + " MB: save the page again without its pictures, as \"web page, HTML only\" with its style sheets beside it");
            }
            kept.write(buffer, 0, n);
        }
        files.put(name, kept.toByteArray());
    }
}
