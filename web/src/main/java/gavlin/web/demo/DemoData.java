package gavlin.web.demo;

import gavlin.core.geometry.Size;
import gavlin.web.account.Accounts;
import gavlin.web.account.Viewer;
import gavlin.web.fit.FitRequest;
import gavlin.web.fit.Fits;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.Words;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * Fills an empty database with two made-up sites, before the first request is answered. The troubles in it are there to be
 * found and mended: a mark in a white box, a header enlarged from a newsletter's small picture, a slide without a picture.
 */
@Component
@ConditionalOnProperty("gavlin.demo")
class DemoData implements SmartInitializingSingleton {
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
    private static final String PASSWORD = "tolvane-demo";
    private static final String TOLVANE = "tolvane";
    private static final String QUILLET = "quillet-street";

    private final Accounts accounts;
    private final Sites sites;
    private final Pictures pictures;
    private final Fits fits;

    DemoData(Accounts accounts, Sites sites, Pictures pictures, Fits fits) {
        this.accounts = accounts;
        this.sites = sites;
        this.pictures = pictures;
        this.fits = fits;
    }

    @Override
    public void afterSingletonsInstantiated() {
        if (!accounts.isEmpty()) {
            return;
        }
        LOG.info("the database is empty: drawing the demo's pictures");
        Viewer warden = accounts.create("warden", PASSWORD, true);
        tolvane(sites.create(warden, TOLVANE, "Tolvane Lights", sheet("breakwater")));
        quillet(sites.create(warden, QUILLET, "Quillet Street Repair Café", sheet("spindrift")));
        Viewer keeper = accounts.create("keeper", PASSWORD, false);
        sites.entrust(sites.open(warden, TOLVANE), keeper, "kelso-gallery");
        LOG.info("the demo is ready");
    }

    private void tolvane(OpenSite site) {
        String dusk = photograph(
                site,
                "gallery-at-dusk",
                new Size(6000, 4000),
                new Words(
                        "Gallery at dusk",
                        "A keeper in a yellow coat before Kelso light, its beam over the evening sea",
                        "Ines Pascoe",
                        "CC BY 4.0"));
        photograph(
                site,
                "winter-landing",
                new Size(6000, 4000),
                new Words(
                        "Winter landing",
                        "Two volunteers on a snowy jetty, heads close to the top of the picture",
                        "Tomas Reed",
                        "CC BY 4.0"));
        String lens = photograph(
                site,
                "lens-close",
                new Size(4800, 3200),
                new Words("Lens, close", "The rings of a great lens around its lamp", "Ines Pascoe", "CC BY 4.0"));
        String keeper = photograph(
                site,
                "keeper-portrait",
                new Size(2400, 3000),
                new Words("Morwen Hale, keeper", "Morwen Hale at the watch room window", "Ines Pascoe", "CC BY 4.0"));
        String storm = photograph(
                site,
                "storm-at-north-head",
                new Size(5120, 2880),
                new Words("Storm at North Head", "Breakers below North Head light", "Tomas Reed", "CC BY 4.0"));
        String harbour = photograph(
                site,
                "harbour-day",
                new Size(480, 320),
                new Words(
                        "Harbour day", "Sailing boats and visitors on harbour day", "The newsletter", "used by leave"));
        mark(site, "mark-dark", new Size(1330, 320), "Mark, dark ink");
        String light = mark(site, "mark-light", new Size(1330, 320), "Mark, light ink");
        String letterhead = pictures.add(
                        site,
                        Drawing.flatMark("old-letterhead", new Size(500, 100)),
                        "old-letterhead.jpg",
                        new Words(
                                "Old letterhead",
                                "Tolvane Lights, five lamps, one coast",
                                "Tolvane Lights",
                                "own work"))
                .picture()
                .id();
        String icon = mark(site, "browser-mark", new Size(512, 512), "Tower mark");
        String waves = mark(site, "waves", new Size(480, 480), "Waves");
        place(site, "masthead", dusk, 0.55, 0.33, 1, true);
        place(site, "header-mark", letterhead, 0.5, 0.5, 1, false);
        place(site, "section-header", harbour, 0.5, 0.6, 1, false);
        place(site, "slide-lamp-room", lens, 0.47, 0.5, 1, true);
        place(site, "keeper", keeper, 0.53, 0.27, 1.9, true);
        place(site, "framed-photo", keeper, 0.53, 0.34, 1.15, true);
        place(site, "wide-view", storm, 0.8, 0.3, 1, true);
        place(site, "footer-mark", light, 0.5, 0.5, 1, true);
        place(site, "browser-icon", icon, 0.5, 0.5, 1, true);
        place(site, "backdrop", waves, 0.5, 0.5, 1, true);
    }

    private void quillet(OpenSite site) {
        String bench = photograph(
                site,
                "workbench",
                new Size(4500, 3000),
                new Words("At the bench", "A volunteer, a radio, and the tools on the wall", "J. Okafor", "CC0"));
        String sign = mark(site, "quillet-mark", new Size(1520, 520), "Shop sign");
        place(site, "front", bench, 0.7, 0.35, 1, true);
        place(site, "sign", sign, 0.5, 0.5, 1, true);
    }

    private String photograph(OpenSite site, String drawing, Size size, Words words) {
        return pictures.add(site, Drawing.photograph(drawing, size), drawing + ".jpg", words)
                .picture()
                .id();
    }

    private String mark(OpenSite site, String drawing, Size size, String title) {
        Words words = new Words(title, title + " of " + site.name(), site.name(), "own work");
        return pictures.add(site, Drawing.mark(drawing, size), drawing + ".png", words)
                .picture()
                .id();
    }

    private void place(OpenSite site, String slot, String picture, double x, double y, double zoom, boolean accepted) {
        boolean contain = site.slot(slot).brief().rule() == gavlin.core.geometry.Rule.CONTAIN;
        FitRequest request =
                new FitRequest(picture, new FitRequest.Point(x, y), contain ? 1 : zoom, null, null, null, null, null);
        fits.measured(fits.save(site, site.slot(slot), OpenSite.WHOLE_SITE, request));
        if (accepted) {
            fits.accept(site, site.slot(slot), OpenSite.WHOLE_SITE);
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
