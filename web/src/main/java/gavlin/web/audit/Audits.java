package gavlin.web.audit;

import gavlin.core.BadInput;
import gavlin.core.brief.FileCheck;
import gavlin.core.brief.Slot;
import gavlin.web.audit.HeldFiles.Held;
import gavlin.web.connect.Connections;
import gavlin.web.connect.Connector;
import gavlin.web.dispatch.Dispatches;
import gavlin.web.dispatch.SlotLinks;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.PictureSets;
import gavlin.web.fit.Place;
import gavlin.web.fit.Proposals;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.StoredPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.site.OpenSite;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;

/**
 * Takes in what a site holds. Each file is judged and becomes a picture; where its slot is empty it is put there, and what was decided before
 * stays.
 */
@Service
class Audits {
    private final Pictures pictures;
    private final Fits fits;
    private final Proposals proposals;
    private final PictureSets sets;
    private final Connections connections;
    private final Dispatches dispatches;
    private final SlotLinks links;

    Audits(
            Pictures pictures,
            Fits fits,
            Proposals proposals,
            PictureSets sets,
            Connections connections,
            Dispatches dispatches,
            SlotLinks links) {
        this.connections = connections;
        this.dispatches = dispatches;
        this.links = links;
        this.pictures = pictures;
        this.fits = fits;
        this.proposals = proposals;
        this.sets = sets;
    }

    /**
     * What became of one file.
     *
     * @param slot null where it belongs to none
     * @param wrong what it has against it, as the site holds it
     * @param became what was done with it, in words
     * @param refused whether it could not be taken
     */
    record Finding(String path, Slot slot, String section, List<String> wrong, String became, boolean refused) {}

    /** A file that became a picture. */
    private record Taken(Held file, StoredPicture picture, List<String> wrong) {
        String place() {
            return file.section() + "/" + file.slot() + "/" + file.of();
        }
    }

    private interface Files {
        void each(HeldFiles.Taking taking) throws IOException;
    }

    /** @throws BadInput for what is no ZIP, or too much of one; single files that can't be taken are told among the findings */
    List<Finding> bring(OpenSite site, InputStream zipped) throws IOException {
        return bring(site, taking -> HeldFiles.each(zipped, site, pictures.mostBytes(), taking));
    }

    /** The same with what the site holds now. @throws Conflict when nobody said how it is reached */
    List<Finding> bringFromSite(OpenSite site) throws IOException {
        site.requireChange(OpenSite.WHOLE_SITE);
        try (Connector there = connections.open(site.id())) {
            return bring(site, taking -> HeldFiles.each(there, site, pictures.mostBytes(), taking));
        }
    }

    private List<Finding> bring(OpenSite site, Files files) throws IOException {
        site.requireChange(OpenSite.WHOLE_SITE);
        List<Finding> findings = new ArrayList<>();
        List<Taken> taken = new ArrayList<>();
        files.each(file -> {
            try {
                if (isOurs(site, file)) {
                    findings.add(new Finding(
                            file.path(), slot(site, file), file.section(), List.of(), "what Gavlin sent", false));
                } else {
                    taken.add(take(site, file));
                }
            } catch (BadInput e) {
                findings.add(
                        new Finding(file.path(), slot(site, file), file.section(), List.of(), e.getMessage(), true));
            }
        });
        // Of one picture in several densities, the largest has the most to offer.
        Map<String, Taken> largest = new LinkedHashMap<>();
        taken.stream()
                .filter(each -> each.file.slot() != null)
                .forEach(each -> largest.merge(
                        each.place(), each, (one, other) -> other.file.density() > one.file.density() ? other : one));
        Set<String> filled = new HashSet<>();
        for (Taken each : taken) {
            Slot slot = slot(site, each.file);
            String became = slot == null
                    ? "taken in; no slot's name is in its own"
                    : largest.get(each.place()) != each
                            ? "taken in; the same is there in a higher density"
                            : placed(site, slot, each, filled);
            findings.add(new Finding(each.file.path(), slot, each.file.section(), each.wrong, became, false));
        }
        return findings;
    }

    /** Whether Gavlin sent those very bytes, and still has something decided where they are. */
    private boolean isOurs(OpenSite site, Held file) {
        Slot slot = slot(site, file);
        return slot != null
                && file.bytes() != null
                && !there(site, slot, file.section()).isEmpty()
                && dispatches.left(site, file.bytes());
    }

    private List<FitState> there(OpenSite site, Slot slot, String section) {
        return slot.set() != null
                ? sets.members(site, slot, section)
                : fits.find(site, Place.of(slot, section)).stream().toList();
    }

    private static Slot slot(OpenSite site, Held file) {
        return file.slot() == null ? null : site.slot(file.slot());
    }

    private Taken take(OpenSite site, Held file) {
        if (file.bytes() == null) {
            throw new BadInput(
                    "files",
                    "it has more than the " + pictures.mostBytes() / 1_000_000 + " MB that a picture may have");
        }
        String name = file.path().substring(file.path().lastIndexOf('/') + 1);
        StoredPicture picture =
                pictures.add(site, file.bytes(), name, file.words()).picture();
        Slot slot = slot(site, file);
        return new Taken(
                file.withoutBytes(),
                picture,
                slot == null
                        ? List.of()
                        : FileCheck.of(
                                slot.brief(),
                                file.density(),
                                picture.size(),
                                picture.type(),
                                picture.transparent(),
                                file.bytes().length));
    }

    private String placed(OpenSite site, Slot slot, Taken taken, Set<String> filled) {
        try {
            String section = site.section(slot, taken.file.section());
            Place place = Place.of(slot, section);
            List<FitState> there = there(site, slot, section);
            if (there.stream().anyMatch(fit -> fit.picture().number() == taken.picture.number())) {
                return "there already";
            }
            if (slot.set() != null) {
                sets.add(
                        site,
                        slot,
                        section,
                        taken.picture,
                        proposals.proposed(site, place, taken.picture).fit());
                return "put into its slot";
            }
            if (!there.isEmpty()) {
                return filled.contains(section + "/" + slot.id())
                        ? "taken in; another file has its slot"
                        : "taken in; its slot keeps what was decided";
            }
            proposals.put(site, place, taken.picture, 0);
            filled.add(section + "/" + slot.id());
            links.lead(site, slot, section, taken.file.link());
            return "put into its slot";
        } catch (Conflict | Forbidden | BadInput e) {
            return "taken in; not put there: " + e.getMessage();
        }
    }
}
