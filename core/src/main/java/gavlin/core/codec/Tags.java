package gavlin.core.codec;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * What a written file says of its picture, for people: written as XMP, and in JPEG as IPTC too, where a value is there.
 *
 * @param title what it shows
 * @param maker who made it
 * @param rights the credit line or licence
 */
public record Tags(String title, String maker, String rights) {
    public static final Tags NONE = new Tags("", "", "");

    public boolean isEmpty() {
        return title.isEmpty() && maker.isEmpty() && rights.isEmpty();
    }

    /** An XMP packet (ISO 16684-1) with Dublin Core properties; empty when there is nothing to say. */
    String toXmp() {
        if (isEmpty()) {
            return "";
        }
        StringBuilder xmp = new StringBuilder("<?xpacket begin=\"\ufeff\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>");
        xmp.append("<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">");
        xmp.append("<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">");
        xmp.append("<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\">");
        property(xmp, "title", "Alt", " xml:lang=\"x-default\"", title);
        property(xmp, "creator", "Seq", "", maker);
        property(xmp, "rights", "Alt", " xml:lang=\"x-default\"", rights);
        return xmp.append("</rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end=\"r\"?>")
                .toString();
    }

    /**
     * The same as IPTC-IIM records (IIM 4.2, datasets 2:05, 2:80, 2:116; UTF-8 declared in 1:90) inside the image resource
     * 0x0404 that programs look for; empty when there is nothing to say.
     */
    byte[] toIptc() {
        if (isEmpty()) {
            return new byte[0];
        }
        ByteArrayOutputStream records = new ByteArrayOutputStream();
        dataset(records, 1, 90, new byte[] {0x1b, '%', 'G'});
        dataset(records, 2, 0, new byte[] {0, 4});
        text(records, 5, title, 64);
        text(records, 80, maker, 32);
        text(records, 116, rights, 128);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("Photoshop 3.0\0008BIM".getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(new byte[] {4, 4, 0, 0}); // the resource's number, and an empty name
        out.writeBytes(ByteBuffer.allocate(4).putInt(records.size()).array());
        out.writeBytes(records.toByteArray());
        if (records.size() % 2 == 1) {
            out.write(0);
        }
        return out.toByteArray();
    }

    /** @param most bytes that the dataset may have */
    private static void text(ByteArrayOutputStream out, int number, String value, int most) {
        byte[] utf8 = value.getBytes(StandardCharsets.UTF_8);
        int length = Math.min(utf8.length, most);
        while (length < utf8.length && length > 0 && (utf8[length] & 0xc0) == 0x80) {
            length--; // not in the middle of a character
        }
        if (length > 0) {
            dataset(out, 2, number, Arrays.copyOf(utf8, length));
        }
    }

    private static void dataset(ByteArrayOutputStream out, int record, int number, byte[] data) {
        out.write(0x1c);
        out.write(record);
        out.write(number);
        out.write(data.length >> 8);
        out.write(data.length);
        out.writeBytes(data);
    }

    private static void property(StringBuilder xmp, String name, String container, String language, String value) {
        if (!value.isEmpty()) {
            xmp.append("<dc:")
                    .append(name)
                    .append("><rdf:")
                    .append(container)
                    .append("><rdf:li")
                    .append(language);
            xmp.append('>').append(escaped(value)).append("</rdf:li></rdf:").append(container);
            xmp.append("></dc:").append(name).append('>');
        }
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }
}
