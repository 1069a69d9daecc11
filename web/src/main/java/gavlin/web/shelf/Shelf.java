package gavlin.web.shelf;

import gavlin.core.BadInput;
import gavlin.core.decoder.Source;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.traits.Traits;
import gavlin.web.picture.Caption;
import gavlin.web.picture.Pictures;
import gavlin.web.picture.Pictures.Judged;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Forbidden;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.work.HeavyWork;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;

/**
 * Pictures that all sites of the installation share. Each has a licence, and the credit that it asks for: a copy of it that a site takes has both.
 * Everybody who may change anything may put pictures there; who put one there, and whoever looks after all sites, takes it away again.
 */
@Service
public class Shelf {
    /** More is no shelf: somebody looks through it. */
    private static final int MOST = 5000;

    private static final long HEAP_PER_PIXEL = 40;

    private final ShelfRepository shelf;
    private final Pictures pictures;
    private final WorkingPictures working;
    private final HeavyWork work;

    Shelf(ShelfRepository shelf, Pictures pictures, WorkingPictures working, HeavyWork work) {
        this.shelf = shelf;
        this.pictures = pictures;
        this.working = working;
        this.work = work;
    }

    /** @param looks what it looks like, in words */
    record Standing(long id, StoredPicture picture, List<String> looks, Traits traits, String addedBy) {
        static Standing of(ShelfPicture stored) {
            StoredPicture picture = stored.view();
            Traits traits = stored.traits();
            double proportion = (double) picture.size().width() / picture.size().height();
            return new Standing(
                    stored.id(), picture, traits.words(proportion, picture.transparent()), traits, stored.addedBy());
        }

        private String said() {
            Caption words = picture.words();
            return String.join(
                    "\n", picture.label(), words.description(), words.credit(), words.licence(), picture.fileName());
        }
    }

    /** Those that a wish is met by: the newest first, or the nearest to its colour. */
    List<Standing> find(Wish wish) {
        List<Standing> found = new ArrayList<>(shelf.findAllByOrderByIdDesc().stream()
                .map(Standing::of)
                .filter(one -> wish.isMetBy(one.looks, one.said(), one.traits))
                .toList());
        if (wish.colour() != null) {
            found.sort(Comparator.comparingDouble(one -> one.traits.distanceTo(wish.colour())));
        }
        return found;
    }

    /** @throws NotFound when it is not there, or not any more */
    Standing get(long id) {
        return shelf.findById(id)
                .map(Standing::of)
                .orElseThrow(() -> new NotFound("picture on the shelf", Long.toString(id)));
    }

    /**
     * Puts a file on the shelf; words it has there already are written over.
     *
     * @throws gavlin.core.codec.PictureRefused with the reason
     * @throws BadInput where its licence or the credit that it asks for is not said
     */
    StoredPicture add(OpenSite from, Source file, String fileName, Caption words) {
        from.requireSomeChange();
        Judged judged = pictures.judge(file, fileName, words);
        requireLicence(judged.words());
        pictures.keep(judged, file);
        return add(from, judged, judged.words());
    }

    /** Puts one of a site's pictures on it. */
    public StoredPicture add(OpenSite from, StoredPicture picture) {
        from.requireSomeChange();
        if (picture.made() != null) {
            throw new Conflict(picture.label()
                    + " was made here, out of this site's pictures and colours: take its file along and bring that");
        }
        requireLicence(picture.words());
        Judged judged = new Judged(
                picture.sha256(),
                picture.bytes(),
                picture.fileName(),
                picture.type(),
                picture.size(),
                picture.transparent(),
                picture.words());
        return add(from, judged, picture.words());
    }

    private StoredPicture add(OpenSite from, Judged file, Caption words) {
        ShelfPicture known = shelf.findBySha256(file.sha256()).orElse(null);
        if (known != null) {
            requireOwn(from, known);
            known.describe(words);
            return shelf.save(known).view();
        }
        if (shelf.count() >= MOST) {
            throw new Conflict("the shelf is full: it holds " + MOST + " pictures");
        }
        StoredPicture picture = StoredPicture.ofNoSite(
                file.sha256(), file.fileName(), file.type(), file.size(), file.transparent(), file.bytes(), words);
        var source = working.of(picture);
        Size size = picture.size().within(Traits.LOOKED_AT);
        Traits traits = work.run(
                HEAP_PER_PIXEL * size.pixels(),
                () -> Traits.of(source.render(new Framing<>(picture.size().box(), size.box()), size)));
        try {
            return shelf.saveAndFlush(
                            new ShelfPicture(file, words, traits, from.viewer().name()))
                    .view();
        } catch (DataIntegrityViolationException e) {
            return picture; // somebody brought the same bytes a moment earlier
        }
    }

    private static void requireLicence(Caption words) {
        if (words.licence().isBlank()) {
            throw new BadInput("licence", "its licence has to be said first: others will rely on it");
        }
        if (words.creditSaid().isBlank()) {
            throw new BadInput(
                    "credit",
                    "who has to be named for it has to be said first, or that no credit is due; its licence is “"
                            + words.licence() + "”");
        }
    }

    /** A copy for a site, with its words: it owes the same credit there. */
    Pictures.Added take(OpenSite site, long id) {
        return pictures.addCopy(site, get(id).picture);
    }

    /** Copies that sites took stay. @throws Forbidden for what somebody else put there */
    void remove(OpenSite from, long id) {
        ShelfPicture stored =
                shelf.findById(id).orElseThrow(() -> new NotFound("picture on the shelf", Long.toString(id)));
        requireOwn(from, stored);
        shelf.delete(stored);
    }

    private static void requireOwn(OpenSite from, ShelfPicture stored) {
        from.requireSomeChange();
        if (!mayChange(from, stored.addedBy())) {
            throw new Forbidden(stored.view().label() + " was put on the shelf by " + stored.addedBy()
                    + ", who alone changes it there, and whoever looks after all sites");
        }
    }

    static boolean mayChange(OpenSite from, String addedBy) {
        return from.viewer().everywhere() || from.viewer().name().equals(addedBy);
    }
}
