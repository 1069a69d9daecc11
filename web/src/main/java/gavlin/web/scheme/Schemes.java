package gavlin.web.scheme;

import gavlin.core.BadInput;
import gavlin.core.colour.Colour;
import gavlin.core.fit.FitDocument;
import gavlin.core.made.MadeKinds;
import gavlin.core.palette.ColourScheme;
import gavlin.web.fit.FitBook;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.picture.MadePictures;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The colour schemes of sites, and the places where their colours are used: in decisions, and in pictures that were made here. */
@Service
class Schemes {
    private static final int MOST = 40;

    private final SchemeRepository schemes;
    private final Fits fits;
    private final FitBook book;
    private final Pictures pictures;
    private final MadePictures made;
    private final JsonMapper json;

    Schemes(SchemeRepository schemes, Fits fits, FitBook book, Pictures pictures, MadePictures made, JsonMapper json) {
        this.schemes = schemes;
        this.fits = fits;
        this.book = book;
        this.pictures = pictures;
        this.made = made;
        this.json = json;
    }

    /** @param id its number in the installation */
    record Kept(long id, ColourScheme scheme) {}

    @EventListener
    @Order(1)
    void siteGoes(SiteGoes site) {
        schemes.deleteOfSite(site.id());
    }

    @Transactional(readOnly = true)
    public List<Kept> list(OpenSite site) {
        return schemes.findBySiteIdOrderByName(site.id()).stream()
                .map(stored -> new Kept(stored.id(), stored.scheme()))
                .toList();
    }

    /** @throws NotFound when the site has none of that number */
    @Transactional(readOnly = true)
    public Kept get(OpenSite site, long id) {
        return new Kept(id, stored(site, id).scheme());
    }

    private StoredScheme stored(OpenSite site, long id) {
        return schemes.findByIdAndSiteId(id, site.id())
                .orElseThrow(() -> new NotFound("colour scheme", Long.toString(id)));
    }

    /** @throws Conflict when the site has one of that name, or too many */
    @Transactional
    public Kept add(OpenSite site, ColourScheme scheme) {
        site.requireChange(OpenSite.WHOLE_SITE);
        requireFree(site, scheme.name());
        if (schemes.findBySiteIdOrderByName(site.id()).size() >= MOST) {
            throw new Conflict("a site keeps at most " + MOST + " colour schemes: remove one first");
        }
        StoredScheme stored = schemes.save(
                new StoredScheme(site.id()).become(scheme, site.viewer().name()));
        return new Kept(stored.id(), scheme);
    }

    private void requireFree(OpenSite site, String name) {
        if (schemes.existsBySiteIdAndName(site.id(), name)) {
            throw new Conflict("the site has a colour scheme called " + name + " already");
        }
    }

    @Transactional
    public void change(OpenSite site, long id, ColourScheme scheme) {
        site.requireChange(OpenSite.WHOLE_SITE);
        StoredScheme stored = stored(site, id);
        if (!stored.scheme().name().equals(scheme.name())) {
            requireFree(site, scheme.name());
        }
        schemes.save(stored.become(scheme, site.viewer().name()));
    }

    @Transactional
    public void remove(OpenSite site, long id) {
        site.requireChange(OpenSite.WHOLE_SITE);
        schemes.delete(stored(site, id));
    }

    /** Where any of these colours is used now, in words. */
    List<String> places(OpenSite site, Collection<Colour> colours) {
        Pattern any = any(colours);
        List<String> places = new ArrayList<>();
        for (FitState fit : fits.placedAnywhere(site)) {
            if (any.matcher(text(fit)).find()) {
                places.add(fit.slot().name() + (fit.section().isEmpty() ? "" : " of " + fit.section()));
            }
        }
        pictures.list(site).stream()
                .filter(picture ->
                        picture.made() != null && any.matcher(text(picture)).find())
                .forEach(picture -> places.add("the picture " + picture.label()));
        return places;
    }

    /**
     * Changes colours wherever they are used: each decision as a step of its history, each made picture drawn anew.
     *
     * @return how many places are others now
     */
    int recolour(OpenSite site, Map<Colour, Colour> changes) {
        site.requireChange(OpenSite.WHOLE_SITE);
        Pattern any = any(changes.keySet());
        int changed = 0;
        for (StoredPicture picture : pictures.list(site)) {
            if (picture.made() != null && any.matcher(text(picture)).find()) {
                made.change(site, picture.id(), MadeKinds.read(replaced(text(picture), any, changes)));
                changed++;
            }
        }
        for (FitState fit : fits.placedAnywhere(site)) {
            if (any.matcher(text(fit)).find()) {
                book.save(
                        site,
                        fit.place(),
                        fit.picture(),
                        FitDocument.read(replaced(text(fit), any, changes)).fit(),
                        fit.revision());
                changed++;
            }
        }
        return changed;
    }

    private static Pattern any(Collection<Colour> colours) {
        if (colours.isEmpty()) {
            throw new BadInput("colours", "no colour is another one");
        }
        return Pattern.compile(
                colours.stream().map(colour -> "\"" + colour + "\"").collect(Collectors.joining("|")),
                Pattern.CASE_INSENSITIVE);
    }

    private static String text(FitState fit) {
        return fit.document().json().toString();
    }

    private String text(StoredPicture picture) {
        return json.writeValueAsString(picture.made());
    }

    private JsonNode replaced(String text, Pattern any, Map<Colour, Colour> changes) {
        return json.readTree(any.matcher(text)
                .replaceAll(
                        found -> "\"" + changes.get(Colour.parse(found.group().replace("\"", ""))) + "\""));
    }
}
