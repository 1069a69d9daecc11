package gavlin.web.board;

import gavlin.web.picture.Pictures;
import gavlin.web.site.OpenSite;
import java.util.List;
import org.springframework.stereotype.Component;

/** The rail across the top of every page of a site: the order of the work, with what is outstanding. */
@Component
public class Rail {
    private final Pictures pictures;

    Rail(Pictures pictures) {
        this.pictures = pictures;
    }

    public record Stop(String name, String href, String count, boolean here) {}

    public record View(String siteId, String siteName, String theme, String viewer, boolean people, List<Stop> stops) {}

    /** @param here the name of the stop that the page belongs to */
    public View of(OpenSite site, List<SlotBoard.Entry> entries, String here) {
        String base = "/sites/" + site.id();
        List<SlotBoard.Entry> waiting =
                entries.stream().filter(SlotBoard.Entry::needsAttention).toList();
        String bench = (waiting.isEmpty() ? entries.get(0) : waiting.get(0)).benchHref();
        return new View(
                site.id(),
                site.name(),
                site.sheet().themeName() + " " + site.sheet().themeVersion() + " · " + entries.size()
                        + (entries.size() == 1 ? " slot" : " slots"),
                site.viewer().name(),
                site.viewer().looksAfterPeople(),
                List.of(
                        new Stop("Plan", base + "/plan", Integer.toString(entries.size()), here.equals("Plan")),
                        new Stop(
                                "Pictures",
                                base + "/pictures",
                                Long.toString(pictures.count(site)),
                                here.equals("Pictures")),
                        new Stop(
                                "Bench",
                                bench,
                                waiting.isEmpty() ? "all done" : waiting.size() + " left",
                                here.equals("Bench")),
                        new Stop("Proof", base + "/proof", null, here.equals("Proof")),
                        new Stop("Dispatch", base + "/dispatch", null, here.equals("Dispatch"))));
    }
}
