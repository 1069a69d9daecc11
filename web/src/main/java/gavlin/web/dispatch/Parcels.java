package gavlin.web.dispatch;

import gavlin.core.brief.Slot;
import gavlin.web.fit.FileNames;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Renditions;
import gavlin.web.fit.StoredRendition;
import gavlin.web.icon.IconSets;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Puts together the files of a site that are wanted. */
@Component
class Parcels {
    private final Fits fits;
    private final Renditions renditions;
    private final Pictures pictures;
    private final SlotLinks links;
    private final IconSets icons;

    Parcels(Fits fits, Renditions renditions, Pictures pictures, SlotLinks links, IconSets icons) {
        this.links = links;
        this.icons = icons;
        this.fits = fits;
        this.renditions = renditions;
        this.pictures = pictures;
    }

    /** Every file is made before the first is sent, so that what goes wrong is said and not a ZIP that is cut off. */
    Parcel of(OpenSite site, Predicate<FitState> wanted) {
        List<Parcel.Item> items = new ArrayList<>();
        List<String> leftOut = new ArrayList<>();
        Set<String> paths = new HashSet<>();
        Map<String, String> to = links.of(site);
        fits.placedAnywhere(site).stream()
                .filter(fit -> wanted.test(fit) && site.has(fit.slot()))
                .sorted(order(site))
                .forEach(fit -> {
                    for (int density : fit.slot().brief().densities()) {
                        try {
                            StoredRendition file = renditions.rendition(fit, density);
                            items.add(new Parcel.Item(
                                    path(site, fit, density, file, paths),
                                    fit,
                                    density,
                                    file,
                                    to.getOrDefault(SlotLinks.place(fit), "")));
                        } catch (Conflict e) {
                            leftOut.add(fit.slot().name() + (density > 1 ? ", density " + density : "") + ": "
                                    + e.getMessage());
                        }
                    }
                });
        List<StoredPicture> shown =
                items.stream().map(item -> item.fit().picture()).toList();
        return new Parcel(
                site, items, icons(site, items), Credits.of(shown, Credits.among(pictures.list(site))), leftOut);
    }

    /** In all sizes, where a slot is an icon. */
    private List<Parcel.Icons> icons(OpenSite site, List<Parcel.Item> items) {
        return items.stream()
                .filter(item -> item.density() == 1 && item.fit().slot().kind() == Slot.Kind.ICON)
                .map(item -> new Parcel.Icons(
                        folder(item.fit()) + "icons/", icons.of(item.fit(), IconSets.ground(item.fit()), site.name())))
                .toList();
    }

    private static String folder(FitState fit) {
        return (fit.section().isEmpty() ? "" : fit.section() + "/") + fit.slot().id() + "/";
    }

    /** The site's own first, in the sheet's order. */
    static Comparator<FitState> order(OpenSite site) {
        return Comparator.comparing(FitState::section)
                .thenComparing(fit -> site.sheet().numberOf(fit.slot()))
                .thenComparing(fit -> fit.place().member());
    }

    private static String path(OpenSite site, FitState fit, int density, StoredRendition file, Set<String> taken) {
        String folder = folder(fit);
        String name = FileNames.of(site, fit, file, density);
        String path = folder + name;
        for (int n = 2; !taken.add(path); n++) {
            path = folder + name.replaceFirst("(\\.[^.]*)$", "-" + n + "$1");
        }
        return path;
    }
}
