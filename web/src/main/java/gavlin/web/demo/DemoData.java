package gavlin.web.demo;

import gavlin.core.brief.Slot;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.Patience;
import gavlin.web.account.Accounts;
import gavlin.web.account.Person;
import gavlin.web.account.Viewer;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitRequest;
import gavlin.web.fit.Place;
import gavlin.web.fit.Proposals;
import gavlin.web.fit.Renditions;
import gavlin.web.picture.Caption;
import gavlin.web.picture.KeepAreaBook;
import gavlin.web.picture.Pictures;
import gavlin.web.shelf.Shelf;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sheets;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.util.List;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;

/**
 * Fills an empty database with two made-up sites, before the first request is answered. The troubles in it are there to be
 * found and mended: a mark in a white box, a header enlarged from a newsletter's small picture, a slide without a picture, a
 * photo about whose size two documents disagree, a mark that stands in where it cannot be seen.
 */
@Component
@ConditionalOnProperty("gavlin.demo")
class DemoData implements SmartInitializingSingleton {
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
    private static final String PASSWORD = "tolvane-demo";
    private static final String TOLVANE = "tolvane";
    private static final String QUILLET = "quillet-street";

    /** Of the database, whichever other has the same server. It goes with the connection, and so with a node that is killed. */
    private static final String LOCK = "CONCAT('demo of ', LEFT(DATABASE(), 50))";

    private static final int LOCK_SECONDS = 600;

    private final JdbcTemplate sql;
    private final Accounts accounts;
    private final Sites sites;
    private final Pictures pictures;
    private final KeepAreaBook keepAreas;
    private final Proposals proposals;
    private final FitBook book;
    private final Renditions renditions;
    private final Shelf shelf;
    private final Sheets sheets;

    DemoData(
            JdbcTemplate sql,
            Accounts accounts,
            Sites sites,
            Sheets sheets,
            Pictures pictures,
            KeepAreaBook keepAreas,
            Proposals proposals,
            FitBook book,
            Renditions renditions,
            Shelf shelf) {
        this.sql = sql;
        this.shelf = shelf;
        this.accounts = accounts;
        this.sites = sites;
        this.sheets = sheets;
        this.pictures = pictures;
        this.keepAreas = keepAreas;
        this.proposals = proposals;
        this.book = book;
        this.renditions = renditions;
    }

    @Override
    public void afterSingletonsInstantiated() {
        if (isMissing()) {
            sql.execute(this::drawAlone);
        }
    }

    /** Nodes that are started at once would take one another's for what a killed start left. */
    private Void drawAlone(Connection connection) {
        JdbcTemplate holder = new JdbcTemplate(new SingleConnectionDataSource(connection, true));
        Integer taken = holder.queryForObject("SELECT GET_LOCK(" + LOCK + ", " + LOCK_SECONDS + ")", Integer.class);
        if (taken == null || taken != 1) {
            throw new IllegalStateException("another node has been drawing the demo for " + LOCK_SECONDS + " s");
        }
        try {
            if (isMissing()) {
                draw();
            }
        } finally {
            holder.queryForObject("SELECT RELEASE_LOCK(" + LOCK + ")", Integer.class);
        }
        return null;
    }

    private boolean isMissing() {
        return accounts.isEmpty() || isHalfDone();
    }

    private void draw() {
        LOG.info("drawing the demo's pictures");
        Viewer warden = accounts.isEmpty()
                ? accounts.addToDemo("warden", "Wenna Carlyon", PASSWORD, true)
                : accounts.viewer("warden");
        for (OpenSite begun : sites.openAll(warden)) {
            sites.remove(warden, begun.id(), begun.name()); // of a first start that was killed
        }
        tolvane(sites.create(warden, TOLVANE, "Tolvane Lights", sheet("breakwater")));
        quillet(sites.create(warden, QUILLET, "Quillet Street Repair Café", sheet("spindrift")));
        Viewer keeper = accounts.addToDemo("keeper", "Jory Tremayne", PASSWORD, false);
        sites.entrust(sites.open(warden, TOLVANE), keeper.id(), Set.of("kelso-gallery"));
        LOG.info("the demo is ready");
    }

    /** The keeper's account is made last. */
    private boolean isHalfDone() {
        List<Person> all = accounts.all();
        return all.size() == 1 && all.get(0).demo() && all.get(0).name().equals("warden");
    }

    private void tolvane(OpenSite site) {
        String dusk = photograph(
                site,
                "gallery-at-dusk",
                new Size(6000, 4000),
                new Caption(
                        "Gallery at dusk",
                        "A keeper in a yellow coat before Kelso light, its beam over the evening sea",
                        "Ines Pascoe",
                        "CC BY 4.0"));
        String winter = photograph(
                site,
                "winter-landing",
                new Size(6000, 4000),
                new Caption(
                        "Winter landing",
                        "Two volunteers on a snowy jetty, heads close to the top of the picture",
                        "Tomas Reed",
                        "CC BY 4.0"));
        String lens = photograph(
                site,
                "lens-close",
                new Size(4800, 3200),
                new Caption("Lens, close", "The rings of a great lens around its lamp", "Ines Pascoe", "CC BY 4.0"));
        String keeper = photograph(
                site,
                "keeper-portrait",
                new Size(2400, 3000),
                new Caption("Morwen Hale, keeper", "Morwen Hale at the watch room window", "Ines Pascoe", "CC BY 4.0"));
        String storm = photograph(
                site,
                "storm-at-north-head",
                new Size(5120, 2880),
                new Caption("Storm at North Head", "Breakers below North Head light", "Tomas Reed", "CC BY 4.0"));
        String harbour = photograph(
                site,
                "harbour-day",
                new Size(480, 320),
                new Caption(
                        "Harbour day", "Sailing boats and visitors on harbour day", "The newsletter", "used by leave"));
        String dark = mark(site, "mark-dark", new Size(1330, 320), "Mark, dark ink");
        String light = mark(site, "mark-light", new Size(1330, 320), "Mark, light ink");
        String letterhead = pictures.add(
                        site,
                        Drawing.flatMark("old-letterhead", new Size(500, 100)),
                        "old-letterhead.jpg",
                        new Caption(
                                "Old letterhead",
                                "Tolvane Lights, five lamps, one coast",
                                "Tolvane Lights",
                                "own work"))
                .picture()
                .id();
        String icon = mark(site, "browser-mark", new Size(512, 512), "Tower mark");
        String waves = mark(site, "waves", new Size(480, 480), "Waves");
        mark(site, dusk, area("the keeper's head", 0.665, 0.215, 0.15, 0.29));
        mark(
                site,
                winter,
                area("the visitor's head", 0.475, 0.035, 0.17, 0.29),
                area("the volunteer's head", 0.727, 0.003, 0.15, 0.33),
                area("the tower", 0.14, 0.27, 0.055, 0.33));
        mark(site, keeper, area("her face", 0.335, 0.06, 0.4, 0.385));
        mark(site, storm, area("the light", 0.765, 0.07, 0.08, 0.31));
        for (String shared : List.of(dusk, winter, lens, storm)) {
            shelf.add(site, pictures.find(site, shared));
        }
        place(site, "masthead", dusk);
        place(site, "header-mark", letterhead, 0.5, 0.5, 1, false);
        place(site, "section-header", harbour, 0.5, 0.6, 1, false);
        place(site, "slide-lamp-room", lens, 0.47, 0.5, 1, true);
        place(site, "keeper", keeper, 0.53, 0.27, 1.9, true);
        place(site, "framed-photo", keeper, 0.53, 0.34, 1.15, true);
        place(site, "wide-view", storm);
        place(site, "footer-mark", light, 0.5, 0.5, 1, true);
        place(site, "browser-icon", icon, 0.5, 0.5, 1, true);
        place(site, "backdrop", waves, 0.5, 0.5, 1, true);
        Slot headers = site.slot("log-headers");
        place(site, new Place(headers, OpenSite.WHOLE_SITE, 0), FitRequest.of(storm), true);
        place(site, new Place(headers, OpenSite.WHOLE_SITE, 1), FitRequest.of(dusk), true);
        place(site, new Place(headers, OpenSite.WHOLE_SITE, 2), dark, 0.5, 0.5, 1, true);
        Slot pair = site.slot("then-and-now");
        place(site, new Place(pair, OpenSite.WHOLE_SITE, 0), FitRequest.of(winter), true);
        place(site, new Place(pair, OpenSite.WHOLE_SITE, 1), FitRequest.of(storm), true);
        place(site, Place.of(site.slot("section-header"), "kelso-gallery"), FitRequest.of(lens), true);
        sheets.add(site, sheet("spindrift"), "the theme to move to");
    }

    private void quillet(OpenSite site) {
        String bench = photograph(
                site,
                "workbench",
                new Size(4500, 3000),
                new Caption("At the bench", "A volunteer, a radio, and the tools on the wall", "J. Okafor", "CC0"));
        String sign = mark(site, "quillet-mark", new Size(1520, 520), "Shop sign");
        shelf.add(site, pictures.find(site, bench));
        place(site, "front", bench, 0.7, 0.35, 1, true);
        place(site, "sign", sign, 0.5, 0.5, 1, true);
        sheets.choose(site, "extent", "one");
    }

    private String photograph(OpenSite site, String drawing, Size size, Caption words) {
        return pictures.add(site, Drawing.photograph(drawing, size), drawing + ".jpg", words)
                .picture()
                .id();
    }

    private String mark(OpenSite site, String drawing, Size size, String title) {
        Caption words = new Caption(title, title + " of " + site.name(), site.name(), "own work");
        return pictures.add(site, Drawing.mark(drawing, size), drawing + ".png", words)
                .picture()
                .id();
    }

    private void mark(OpenSite site, String picture, KeepArea... areas) {
        keepAreas.replace(site, picture, List.of(areas));
    }

    private static KeepArea area(String name, double x, double y, double width, double height) {
        KeepArea.Shape shape =
                name.endsWith("face") || name.endsWith("head") ? KeepArea.Shape.ELLIPSE : KeepArea.Shape.RECTANGLE;
        return new KeepArea(name, shape, new Box<>(x, y, width, height), 1);
    }

    /** Where Gavlin puts it. */
    private void place(OpenSite site, String slot, String picture) {
        place(site, Place.of(site.slot(slot)), FitRequest.of(picture), true);
    }

    private void place(OpenSite site, String slot, String picture, double x, double y, double zoom, boolean accepted) {
        place(site, Place.of(site.slot(slot)), picture, x, y, zoom, accepted);
    }

    private void place(OpenSite site, Place place, String picture, double x, double y, double zoom, boolean accepted) {
        boolean contain = place.slot().brief().rule() == Rule.CONTAIN;
        FitRequest request = FitRequest.of(picture, new FitRequest.Fractions(x, y), contain ? 1 : zoom);
        place(site, place, request, accepted);
    }

    private void place(OpenSite site, Place place, FitRequest request, boolean accepted) {
        renditions.measured(Patience.endless(() -> proposals.save(site, place, request)));
        if (accepted) {
            book.accept(site, place);
        }
    }

    private static String sheet(String name) {
        try (InputStream in = DemoData.class.getResourceAsStream("/demo/" + name + ".json")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException("the demo's slot sheet is missing from the build", e);
        }
    }
}
