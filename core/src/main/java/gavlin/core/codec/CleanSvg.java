package gavlin.core.codec;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import javax.xml.stream.XMLStreamWriter;

/**
 * An SVG drawing that can be handed to a website: written anew with only what draws (SVG 1.1), so without scripts, handlers, links,
 * embedded pages, animation, entities, comments and other programs' notes, and without any reference that leads out of the file.
 */
public final class CleanSvg {
    private static final String SVG = "http://www.w3.org/2000/svg";
    private static final String XLINK = "http://www.w3.org/1999/xlink";
    private static final String XML = "http://www.w3.org/XML/1998/namespace";

    private static final Set<String> DRAWS = Set.of(
            ("svg g defs symbol use switch title desc style path rect circle ellipse line polyline polygon text tspan textPath image"
                            + " marker clipPath mask pattern linearGradient radialGradient stop view filter feBlend feColorMatrix"
                            + " feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap feDistantLight"
                            + " feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feImage feMerge feMergeNode"
                            + " feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence")
                    .split(" "));

    private static final Pattern INSIDE =
            Pattern.compile("\\s*(#.*|data:image/(png|jpeg|gif|webp);base64,[A-Za-z0-9+/=\\s]*)", Pattern.DOTALL);
    /** What CSS can fetch with, unless it stays inside; a backslash can spell anything in it, and drawings have no need of one. */
    private static final Pattern LEADS_OUT = Pattern.compile(
            "url\\s*\\(\\s*[\"']?\\s*(?![\"'#\\s])|@import|@font-face|\\b(src|image|image-set)\\s*\\(|javascript:|\\\\",
            Pattern.CASE_INSENSITIVE);

    private final XMLStreamReader in;
    private final XMLStreamWriter out;

    private CleanSvg(XMLStreamReader in, XMLStreamWriter out) {
        this.in = in;
        this.out = out;
    }

    /**
     * @return UTF-8
     * @throws PictureRefused when it is no drawing, or one that Gavlin would not draw either
     */
    public static byte[] of(byte[] file, Limits limits) {
        if (PictureReader.inspect(file, limits).type() != PictureType.SVG) {
            throw PictureRefused.corrupt("it is no SVG drawing");
        }
        ByteArrayOutputStream clean = new ByteArrayOutputStream(file.length);
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        try {
            XMLStreamWriter out =
                    XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(clean, StandardCharsets.UTF_8.name());
            new CleanSvg(factory.createXMLStreamReader(new ByteArrayInputStream(file)), out).copy();
            out.close();
        } catch (XMLStreamException e) {
            throw PictureRefused.corrupt("the drawing is not well-formed XML");
        }
        return clean.toByteArray();
    }

    private void copy() throws XMLStreamException {
        boolean first = true;
        while (in.hasNext()) {
            switch (in.next()) {
                case XMLStreamConstants.START_ELEMENT -> {
                    if (!draws()) {
                        skip();
                    } else {
                        start(first);
                        first = false;
                    }
                }
                case XMLStreamConstants.END_ELEMENT -> out.writeEndElement();
                case XMLStreamConstants.CHARACTERS -> out.writeCharacters(in.getText());
                default -> {} // comments, instructions, the document type
            }
        }
    }

    /** Early drawings name no namespace. */
    private boolean draws() {
        String space = in.getNamespaceURI();
        return (space == null || space.isEmpty() || space.equals(SVG)) && DRAWS.contains(in.getLocalName());
    }

    private void skip() throws XMLStreamException {
        for (int depth = 1; depth > 0; ) {
            int event = in.next();
            depth += event == XMLStreamConstants.START_ELEMENT ? 1 : event == XMLStreamConstants.END_ELEMENT ? -1 : 0;
        }
    }

    private void start(boolean first) throws XMLStreamException {
        String name = in.getLocalName();
        out.writeStartElement(name);
        if (first) {
            out.writeDefaultNamespace(SVG);
            out.writeNamespace("xlink", XLINK);
        }
        for (int i = 0; i < in.getAttributeCount(); i++) {
            attribute(in.getAttributeNamespace(i), in.getAttributeLocalName(i), in.getAttributeValue(i));
        }
        if (name.equals("style")) {
            String text = in.getElementText(); // and its end
            if (leadsNowhere(text)) {
                out.writeCharacters(text);
            }
            out.writeEndElement();
        }
    }

    private void attribute(String space, String name, String value) throws XMLStreamException {
        boolean plain = space == null || space.isEmpty();
        boolean reference = name.equals("href") && (plain || space.equals(XLINK));
        if (reference) {
            if (INSIDE.matcher(value).matches()) {
                out.writeAttribute("xlink", XLINK, "href", value);
            }
        } else if (XML.equals(space) && !name.equals("base")) {
            out.writeAttribute("xml", XML, name, value);
        } else if (plain && !name.toLowerCase(Locale.ROOT).startsWith("on") && leadsNowhere(value)) {
            out.writeAttribute(name, value);
        }
    }

    private static boolean leadsNowhere(String style) {
        return !LEADS_OUT.matcher(style).find();
    }
}
