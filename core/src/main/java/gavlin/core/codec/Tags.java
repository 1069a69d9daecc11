package gavlin.core.codec;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a written file says of its picture, for people, and how many words it makes of it. In full: an sRGB profile, and XMP,
 * in JPEG IPTC too. Briefly, where a weight limit leaves no room for that: Exif alone, and no profile, as what is untagged is
 * sRGB everywhere (CSS Color 4 §3.1 for JPEG, RFC 9649 §2.7.1.4 for WebP; PNG has a chunk of one byte for it).
 *
 * @param title what it shows
 * @param maker who made it
 * @param rights who owns it, or the line to stand beside it
 * @param licence its name or address
 */
public record Tags(String title, String maker, String rights, String licence, Form form) {
    /** Nothing said, the profile kept. */
    public static final Tags NONE = new Tags("", "", "", "");

    /** Words and profile may take so much of a limit: less than anybody sees. */
    private static final double SHARE = 0.02;

    /** What a file of any type writes around Exif, at most: WebP's extended header and two chunks. */
    private static final int EXIF_FRAME = 36;

    private static final int EXIF_TITLE = 0x010e;
    private static final int EXIF_MAKER = 0x013b;
    private static final int EXIF_RIGHTS = 0x8298;
    private static final int EXIF_ASCII = 2;

    private enum Form {
        FULL,
        BRIEF
    }

    public Tags(String title, String maker, String rights, String licence) {
        this(title, maker, rights, licence, Form.FULL);
    }

    public boolean isEmpty() {
        return title.isEmpty() && maker.isEmpty() && rights.isEmpty() && licence.isEmpty();
    }

    boolean isBrief() {
        return form == Form.BRIEF;
    }

    /**
     * As much of this as a file may say under a limit: in full, else briefly, else without the title, without the licence,
     * else nothing.
     *
     * @param type of the file
     * @param maxBytes the limit
     */
    public Tags under(long maxBytes, PictureType type) {
        double room = SHARE * maxBytes;
        if (fullBytes(type) <= room) {
            return this;
        }
        if (type == PictureType.AVIF) { // whose encoder takes no Exif out of a PNG
            return Stream.of(new Tags("", maker, rights, licence), new Tags("", maker, rights, ""))
                    .filter(tags -> tags.fullBytes(type) <= room)
                    .findFirst()
                    .orElse(NONE);
        }
        Tags brief = new Tags(title, maker, rights, licence, Form.BRIEF);
        Tags untitled = new Tags("", maker, rights, licence, Form.BRIEF);
        Tags owner = new Tags("", maker, rights, "", Form.BRIEF);
        return Stream.of(brief, untitled, owner)
                .filter(tags -> tags.toExif().length + EXIF_FRAME <= room)
                .findFirst()
                .orElse(new Tags("", "", "", "", Form.BRIEF));
    }

    private int fullBytes(PictureType type) {
        int words = toXmp().getBytes(StandardCharsets.UTF_8).length;
        return switch (type) {
            case JPEG -> words + toIptc().length + SrgbProfile.bytes().length;
            case WEBP -> words == 0 ? 0 : words + SrgbProfile.bytes().length;
            default -> words;
        };
    }

    /**
     * The words as Exif (CIPA DC-008), for all types alike: what it shows, who made it, whose it is under what licence; in UTF-8.
     * Empty when there is nothing to say.
     */
    byte[] toExif() {
        if (isEmpty()) {
            return new byte[0];
        }
        String owned =
                Stream.of(rights, licence).filter(text -> !text.isEmpty()).collect(Collectors.joining(", "));
        SortedMap<Integer, byte[]> texts = new TreeMap<>();
        exifText(texts, EXIF_TITLE, title);
        exifText(texts, EXIF_MAKER, maker.equals(rights) ? "" : maker);
        exifText(texts, EXIF_RIGHTS, owned);
        int at = 8 + 2 + 12 * texts.size() + 4;
        ByteBuffer out = ByteBuffer.allocate(
                at + texts.values().stream().mapToInt(text -> text.length).sum());
        out.put(new byte[] {'M', 'M', 0, 42, 0, 0, 0, 8}).putShort((short) texts.size());
        for (Map.Entry<Integer, byte[]> text : texts.entrySet()) {
            int length = text.getValue().length;
            out.putShort((short) (int) text.getKey())
                    .putShort((short) EXIF_ASCII)
                    .putInt(length);
            if (length <= 4) {
                out.put(Arrays.copyOf(text.getValue(), 4));
            } else {
                out.putInt(at);
                out.put(at, text.getValue());
                at += length;
            }
        }
        return Arrays.copyOf(out.array(), at);
    }

    private static void exifText(Map<Integer, byte[]> texts, int tag, String value) {
        if (!value.isEmpty()) {
            texts.put(tag, (value + "\0").getBytes(StandardCharsets.UTF_8));
        }
    }

    /** An XMP packet (ISO 16684-1) with Dublin Core properties; empty when there is nothing to say. */
    String toXmp() {
        if (isEmpty()) {
            return "";
        }
        StringBuilder xmp = new StringBuilder("<?xpacket begin=\"\ufeff\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>");
        xmp.append("<x:xmpmeta xmlns:x=\"adobe:ns:meta/\">");
        xmp.append("<rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">");
        xmp.append("<rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\"");
        xmp.append(licence.isEmpty() ? ">" : " xmlns:xmpRights=\"http://ns.adobe.com/xap/1.0/rights/\">");
        property(xmp, "dc:title", "Alt", " xml:lang=\"x-default\"", title);
        property(xmp, "dc:creator", "Seq", "", maker);
        property(xmp, "dc:rights", "Alt", " xml:lang=\"x-default\"", rights);
        if (licence.matches("https?://\\S+")) {
            xmp.append("<xmpRights:WebStatement>").append(escaped(licence)).append("</xmpRights:WebStatement>");
        } else {
            property(xmp, "xmpRights:UsageTerms", "Alt", " xml:lang=\"x-default\"", licence);
        }
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
            xmp.append("<")
                    .append(name)
                    .append("><rdf:")
                    .append(container)
                    .append("><rdf:li")
                    .append(language);
            xmp.append('>').append(escaped(value)).append("</rdf:li></rdf:").append(container);
            xmp.append("></").append(name).append('>');
        }
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }
}
