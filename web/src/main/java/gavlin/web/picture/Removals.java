package gavlin.web.picture;

import gavlin.core.codec.PictureRefused;
import gavlin.core.decoder.Source;
import gavlin.core.decoder.Taken;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.site.SiteGoes;
import gavlin.web.store.FileStore.Identity;
import java.time.Instant;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.multipart.MultipartFile;

/** Pictures that go: removed for a while, replaced by a new version, forgotten for good. {@link Pictures#bringBack} undoes the first two. */
@Service
public class Removals {
    /** How long a removed picture can be brought back. */
    public static final int KEPT_DAYS = 30;

    private final Pictures all;
    private final PictureRepository pictures;
    private final PictureUses uses;
    private final WorkingPictures working;
    private final PictureSettings settings;
    private final TransactionTemplate transaction;

    Removals(
            Pictures all,
            PictureRepository pictures,
            PictureUses uses,
            WorkingPictures working,
            PictureSettings settings,
            TransactionTemplate transaction) {
        this.all = all;
        this.pictures = pictures;
        this.uses = uses;
        this.working = working;
        this.settings = settings;
        this.transaction = transaction;
    }

    /** What was removed and can still be brought back, newest first. */
    public List<StoredPicture> removed(OpenSite site) {
        return pictures.findBySiteIdAndRemovedAtIsNotNullOrderByRemovedAtDesc(site.id()).stream()
                .map(Picture::view)
                .toList();
    }

    /**
     * Removes a picture from the site: it is kept for {@link #KEPT_DAYS} days and comes back whole.
     *
     * @param anyway also where slots show it, out of which it is taken then
     * @throws Conflict with its uses otherwise
     */
    public void remove(OpenSite site, String id, boolean anyway) {
        transaction.executeWithoutResult(status -> {
            Picture picture = pictures.lock(site.id(), id).orElseThrow(() -> new NotFound("picture", id));
            StoredPicture view = picture.view();
            view.requireThere();
            all.requireChange(site, view);
            List<PictureUses.Use> shown = uses.of(site, view.number());
            if (!shown.isEmpty() && !anyway) {
                throw new PictureInUse(view.label(), shown);
            }
            uses.takeOut(site, view.number());
            picture.remove(site.viewer().name());
        });
    }

    /**
     * Puts a new version in a picture's place. Its words, keep areas and every fit go on; where the new one has another shape, what was accepted
     * is to be looked at again. The former version is kept as a removed picture.
     *
     * @throws PictureRefused when the file can't be used, {@link Conflict} when the site has it already
     */
    public StoredPicture replace(OpenSite site, String id, MultipartFile upload) {
        StoredPicture present = all.find(site, id);
        all.requireChange(site, present);
        if (upload.getSize() > settings.limits().maxBytes()) {
            throw PictureRefused.tooHeavy(upload.getSize(), settings.limits());
        }
        return replace(site, id, Pictures.contentOf(upload), upload.getOriginalFilename(), null);
    }

    /** @param made the document of the new version, which may be what a former one was; null for an upload */
    StoredPicture replace(OpenSite site, String id, Source file, String fileName, Made made) {
        Identity identity = Pictures.identify(file);
        StoredPicture known = all.bySha256(site, identity.sha256());
        if (known != null && made != null && known.id().equals(id)) {
            return known;
        }
        if (known != null && (made == null || known.made() == null || known.removal() == null)) {
            throw new Conflict("the site has this file already, as " + known.label());
        }
        Taken taken = working.take(file, identity.sha256()).taken();
        return transaction.execute(status -> {
            all.store(identity, file);
            if (known != null) {
                forget(known.number()); // it is made again from its document whenever somebody wants
            }
            Picture picture = pictures.lock(site.id(), id).orElseThrow(() -> new NotFound("picture", id));
            Picture former = picture.former(
                    Pictures.id(
                            "former " + picture.view().label(),
                            picture.view().sha256().substring(0, 2 * Pictures.SHORT_HASH)),
                    site.viewer().name());
            boolean sameShape = isOfTheShape(picture.view().size(), taken.size());
            picture.replaceBy(
                    identity, Pictures.plainFileName(fileName), taken, Pictures.notes(taken, List.of()), made);
            pictures.saveAndFlush(picture);
            pictures.save(former);
            if (!sameShape) {
                uses.reconsider(site, picture.number());
            }
            return picture.view();
        });
    }

    /** Within what rounding to whole pixels makes. */
    private static boolean isOfTheShape(Size a, Size b) {
        return Math.abs(a.proportion() / b.proportion() - 1) < 0.005;
    }

    /**
     * Forgets what was removed before a moment, with every decision made of it.
     *
     * @param really false to only say what would go
     * @return which
     */
    public List<String> forget(Instant removedBefore, boolean really) {
        List<Picture> gone = pictures.findByRemovedAtBefore(removedBefore);
        if (really) {
            gone.forEach(picture -> transaction.executeWithoutResult(status -> forget(picture.number())));
        }
        return gone.stream()
                .map(picture -> picture.view().siteId() + "/" + picture.view().id())
                .toList();
    }

    private void forget(long number) {
        uses.forget(number);
        pictures.deleteAreasOf(number);
        pictures.deleteWordsOf(number);
        pictures.deleteById(number);
        pictures.flush();
    }

    @EventListener
    @Order(2)
    void siteGoes(SiteGoes site) {
        pictures.deleteAreasOfSite(site.id());
        pictures.deleteWordsOfSite(site.id());
        pictures.deleteOfSite(site.id());
    }
}
