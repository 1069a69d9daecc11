package gavlin.core.page;

import com.helger.css.decl.CascadingStyleSheet;
import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPage;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.nodes.Element;

/**
 * What a saved page shows of a theme: each place that takes a picture and whose size its CSS decides, on a desktop and on a
 * phone. Nothing of the page is run and nothing is fetched. Bounded by the page's elements and its rules, {@value #MAX_ELEMENTS} and
 * {@link SavedFiles#MAX_BYTES} bytes of them.
 *
 * @param title the page's own
 * @param notes what was passed over, each with its place
 */
public record PageReading(String title, List<SlotProposal> proposals, List<String> notes) {
    private static final int MAX_ELEMENTS = 20_000;
    static final int MAX_DEPTH = 200;
    private static final int MAX_PROPOSALS = 200;
    private static final int MAX_PROBES = 6;
    private static final int MAX_EDGES = 400;
    private static final Pattern EDGE =
            Pattern.compile("\\(\\s*(max-width\\s*:|min-width\\s*:|width\\s*[<>]=?)\\s*([\\d.]+(?:px|em|rem))\\s*\\)");
    private static final List<Screen> SCREENS = List.of(Screen.DESKTOP, Screen.PHONE);

    /**
     * @param files as a browser saved them, by name: a page with its style sheets, a ZIP of them, or one MHTML file
     * @throws BadInput when there is no page among them, or more of it than can be read
     */
    public static PageReading of(Map<String, byte[]> files) {
        SavedPage page = SavedPageReader.read(SavedFiles.unpack(files));
        List<String> notes = new ArrayList<>(page.notes());
        List<CascadingStyleSheet> sheets = Styles.parse(page.sheets(), notes);
        List<Styles> styles = SCREENS.stream().map(s -> new Styles(sheets, s)).toList();
        List<Boxes> boxes = new ArrayList<>();
        for (int i = 0; i < SCREENS.size(); i++) {
            boxes.add(new Boxes(styles.get(i), SCREENS.get(i)));
        }
        List<Overlays> overlays = new ArrayList<>();
        List<Flow> flows = new ArrayList<>();
        for (int i = 0; i < SCREENS.size(); i++) {
            flows.add(new Flow(styles.get(i), SCREENS.get(i), boxes.get(i)));
            overlays.add(new Overlays(
                    styles.get(i), SCREENS.get(i), flows.get(i), page.document().body()));
        }
        Map<Screen, Boxes> probes = new LinkedHashMap<>();
        probes(page.sheets()).forEach(screen -> probes.put(screen, new Boxes(new Styles(sheets, screen), screen)));
        Map<String, Found> found = new LinkedHashMap<>();
        int unknown = 0;
        List<Element> elements = page.document().body().getAllElements();
        if (elements.size() > MAX_ELEMENTS) {
            throw new BadInput(
                    "files", "the page has " + elements.size() + " elements; at most " + MAX_ELEMENTS + " are read");
        }
        for (Element element : elements) {
            Optional<Frame> frame =
                    element.parents().size() > MAX_DEPTH ? Optional.empty() : Frame.of(element, styles.get(0));
            if (frame.isEmpty()) {
                continue;
            }
            Map<Screen, Box<InPage>> shown = new LinkedHashMap<>();
            for (int i = 0; i < SCREENS.size(); i++) {
                Screen screen = SCREENS.get(i);
                boxes.get(i).of(element).ifPresent(box -> shown.put(screen, box));
            }
            if (shown.isEmpty()) {
                unknown++;
                continue;
            }
            Found.Largest largest = largest(element, shown, probes);
            Map<Screen, List<Overlays.Over>> over = new LinkedHashMap<>();
            Map<Screen, Point<InPage>> at = new LinkedHashMap<>();
            for (int i = 0; i < SCREENS.size(); i++) {
                Screen screen = SCREENS.get(i);
                Box<InPage> box = shown.get(screen);
                if (box != null) {
                    Point<InPage> corner = flows.get(i).of(element).orElse(null);
                    if (corner != null) {
                        at.put(screen, corner);
                    }
                    over.put(screen, overlays.get(i).over(element, box, corner));
                }
            }
            int density = Candidates.density(
                    element, styles.get(0).of(element), largest.box().width());
            Found one = new Found(element, frame.get(), shown, largest, density, over, at, 1);
            found.merge(one.likeness(), one, Found::andAnother);
        }
        if (unknown > 0) {
            notes.add(
                    unknown + (unknown == 1 ? " place has a picture whose size" : " places have pictures whose sizes")
                            + " follow from the picture or from text, not from the page's rules: measure them on the live page.");
        }
        if (!page.document().body().text().isBlank()) {
            notes.add(
                    "Text is not set here, its fonts are not among the files: what stands below text stands about there, not exactly.");
        }
        if (!page.document().select("input[type=password]").isEmpty()) {
            notes.add(
                    "It asks for a password: if this is the page to sign in on, sign in first and save the page behind it.");
        }
        Names names = new Names();
        List<SlotProposal> proposals = new ArrayList<>(found.values().stream()
                .limit(MAX_PROPOSALS)
                .map(f -> f.proposal(names))
                .toList());
        proposals.addAll(SiteIcons.of(page.document()));
        return new PageReading(page.title(), List.copyOf(proposals), List.copyOf(notes));
    }

    /** Widths at which a box may be larger than on the screens shown: a wide screen, and right before the page's rules change. */
    private static List<Screen> probes(List<SavedPage.Sheet> sheets) {
        TreeSet<Integer> widths = new TreeSet<>();
        for (SavedPage.Sheet sheet : sheets) {
            Matcher edge = EDGE.matcher(sheet.css());
            for (int n = 0; n < MAX_EDGES && edge.find(); n++) {
                double px = Lengths.px(edge.group(2), Double.NaN, Screen.WIDE).orElse(0);
                int width = (int) Math.floor(
                        edge.group(1).contains("max") || edge.group(1).contains("<") ? px : px - 1);
                if (width > Screen.PHONE.width() && width < Screen.WIDE.width()) {
                    widths.add(width);
                }
            }
        }
        List<Screen> probes = new ArrayList<>(List.of(Screen.WIDE));
        widths.stream().limit(MAX_PROBES).map(Screen::wide).forEach(probes::add);
        return probes;
    }

    private static Found.Largest largest(Element element, Map<Screen, Box<InPage>> shown, Map<Screen, Boxes> probes) {
        Found.Largest largest = null;
        for (Map.Entry<Screen, Box<InPage>> one : shown.entrySet()) {
            if (largest == null || one.getValue().area() > largest.box().area()) {
                largest = new Found.Largest(one.getValue(), one.getKey().width());
            }
        }
        for (Map.Entry<Screen, Boxes> probe : probes.entrySet()) {
            Optional<Box<InPage>> box = probe.getValue().of(element);
            if (box.isPresent() && box.get().area() > largest.box().area()) {
                largest = new Found.Largest(box.get(), probe.getKey().width());
            }
        }
        return largest;
    }
}
