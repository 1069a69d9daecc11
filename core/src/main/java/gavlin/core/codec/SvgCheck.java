package gavlin.core.codec;

import gavlin.core.codec.PictureRefused.Reason;
import java.io.ByteArrayInputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Bounds the work of a drawing before anything draws it: elements are counted as often as {@code use} repeats them, and
 * pictures inside it are judged like any other. Entities are not expanded. What leads outside is left out when it is drawn.
 */
final class SvgCheck {
    static final int MOST_ELEMENTS = 20_000;
    private static final int MOST_DEPTH = 200;
    private static final int MOST_FILTERS = 20;
    private static final Limits INNER = new Limits(8_000_000, 16_000_000, 1, 100);
    private static final String XLINK = "http://www.w3.org/1999/xlink";

    /** What stands inside an element with an id: elements, and the ids that it repeats. */
    private static final class Group {
        int elements;
        final List<String> uses = new ArrayList<>();
    }

    private final Map<String, Group> groups = new HashMap<>();
    private final Group whole = new Group();
    private int filters;

    private SvgCheck() {}

    /** @throws PictureRefused when it is no drawing, or one that takes too much work */
    static void check(byte[] file) {
        SvgCheck check = new SvgCheck();
        try {
            check.read(file);
        } catch (XMLStreamException | RuntimeException e) {
            if (e instanceof PictureRefused refused) {
                throw refused;
            }
            throw PictureRefused.corrupt("the drawing is not well-formed XML");
        }
        long drawn = check.drawn(check.whole, new HashMap<>(), new HashSet<>());
        if (drawn > MOST_ELEMENTS) {
            throw tooMuch("it draws more than " + MOST_ELEMENTS + " elements");
        }
    }

    /** Whether the first element of an XML file is svg; nothing behind it is looked at. */
    static boolean isDrawing(byte[] file) {
        try {
            XMLStreamReader xml = open(file);
            while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT) {
                    return xml.getLocalName().equals("svg");
                }
            }
            return false;
        } catch (XMLStreamException | RuntimeException e) {
            return false;
        }
    }

    private static XMLStreamReader open(byte[] file) throws XMLStreamException {
        XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        return factory.createXMLStreamReader(new ByteArrayInputStream(file));
    }

    private void read(byte[] file) throws XMLStreamException {
        XMLStreamReader xml = open(file);
        Deque<Group> open = new ArrayDeque<>();
        Deque<Boolean> opened = new ArrayDeque<>();
        while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT) {
                if (opened.size() >= MOST_DEPTH) {
                    throw tooMuch("its elements are nested more than " + MOST_DEPTH + " deep");
                }
                String id = xml.getAttributeValue(null, "id");
                Group group = new Group();
                if (id != null) {
                    groups.putIfAbsent(id, group);
                    open.push(group);
                }
                opened.push(id != null);
                element(xml, open);
            } else if (event == XMLStreamConstants.END_ELEMENT && opened.pop()) {
                open.pop();
            }
        }
    }

    private void element(XMLStreamReader xml, Deque<Group> open) {
        if (++whole.elements > MOST_ELEMENTS) {
            throw tooMuch("it has more than " + MOST_ELEMENTS + " elements");
        }
        open.forEach(group -> group.elements++);
        String name = xml.getLocalName();
        if (name.startsWith("fe") && ++filters > MOST_FILTERS) {
            throw tooMuch("it has more than " + MOST_FILTERS + " filter effects");
        }
        String reference = xml.getAttributeValue(null, "href");
        reference = reference == null ? xml.getAttributeValue(XLINK, "href") : reference;
        if (reference == null) {
            return;
        }
        if (name.equals("use") && reference.startsWith("#")) {
            String target = reference.substring(1);
            whole.uses.add(target);
            open.forEach(group -> group.uses.add(target));
        } else if (reference.strip().regionMatches(true, 0, "data:", 0, 5)) {
            innerPicture(reference.strip());
        }
    }

    private static void innerPicture(String data) {
        int comma = data.indexOf(',');
        if (comma < 0 || !data.substring(0, comma).endsWith(";base64")) {
            throw tooMuch("a picture inside it is not in base 64");
        }
        Header inner = PictureReader.inspect(Base64.getMimeDecoder().decode(data.substring(comma + 1)), INNER);
        boolean plain = switch (inner.type()) {
            case JPEG, PNG, GIF, WEBP -> true;
            default -> false;
        };
        if (!plain) {
            throw tooMuch("a picture inside it is " + inner.type().label());
        }
    }

    /** How many elements are drawn, with all that is repeated. */
    private long drawn(Group group, Map<Group, Long> known, Set<Group> inside) {
        Long before = known.get(group);
        if (before != null) {
            return before;
        }
        if (!inside.add(group)) {
            throw tooMuch("a part of it repeats itself without end");
        }
        long sum = group.elements;
        for (String use : group.uses) {
            Group target = groups.get(use);
            sum += target == null ? 0 : drawn(target, known, inside);
            if (sum > MOST_ELEMENTS) {
                break;
            }
        }
        inside.remove(group);
        known.put(group, sum);
        return sum;
    }

    private static PictureRefused tooMuch(String what) {
        return new PictureRefused(
                Reason.TOO_LARGE, "the drawing takes too much work: " + what + "; simplify it, or export it as a PNG");
    }
}
