package gavlin.core.codec;

/**
 * What a written file says of its picture, for people: written as XMP where a value is there.
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
