package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.solve.KeepArea;
import gavlin.core.solve.KeepAreaDelta;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** What must be seen of pictures: changed under lock, each change kept, what was taken away brought back. */
@Service
public class KeepAreaBook {
    private static final int HISTORY = 60;

    private final PictureRepository pictures;
    private final KeepAreasRevisionRepository revisions;
    private final TransactionTemplate transaction;
    private final Pictures rights;

    KeepAreaBook(
            PictureRepository pictures,
            KeepAreasRevisionRepository revisions,
            TransactionTemplate transaction,
            Pictures rights) {
        this.rights = rights;
        this.pictures = pictures;
        this.revisions = revisions;
        this.transaction = transaction;
    }

    /**
     * What came of a change.
     *
     * @param ids what the sender called new areas, to the ids that they have now
     * @param gone names of areas that somebody else took away meanwhile, and that stay so
     */
    public record Changed(StoredPicture picture, Map<String, String> ids, List<String> gone) {}

    /** One step of the history. */
    public record Step(int revision, String says, String by, Instant at) {}

    /** Changes some areas; what others changed meanwhile stays as they left it. */
    public Changed change(OpenSite site, String id, KeepAreaDelta delta) {
        Map<String, String> ids = new LinkedHashMap<>();
        List<String> gone = new ArrayList<>();
        StoredPicture stored = store(site, id, picture -> {
            KeepAreas present = picture.view().keepAreas();
            delta.put().stream()
                    .filter(a ->
                            !KeepAreaDelta.isNew(a.id()) && present.area(a.id()).isEmpty())
                    .forEach(a -> gone.add(a.name()));
            KeepAreas then = present.with(delta);
            return new KeepAreas(then.point(), numbered(picture, then.areas(), ids), present.revision());
        });
        return new Changed(stored, ids, gone);
    }

    /**
     * All areas in place of those there were. One without an id is the present one of the same name, or a new one.
     *
     * @throws BadInput for an id that the picture never gave
     */
    public StoredPicture replace(OpenSite site, String id, List<KeepArea> areas) {
        return store(site, id, picture -> {
            KeepAreas present = picture.view().keepAreas();
            Map<String, String> byName = new HashMap<>();
            present.areas().forEach(a -> byName.put(a.name(), a.id()));
            List<KeepArea> then = areas.stream()
                    .map(a -> a.id().isEmpty() ? a.withId(byName.getOrDefault(a.name(), "")) : known(picture, a))
                    .toList();
            if (then.stream()
                            .filter(a -> !a.id().isEmpty())
                            .map(KeepArea::id)
                            .distinct()
                            .count()
                    < then.stream().filter(a -> !a.id().isEmpty()).count()) {
                throw new BadInput("id", "two keep areas have the same id; leave it out for a new one");
            }
            return new KeepAreas(present.point(), numbered(picture, then, new HashMap<>()), present.revision());
        });
    }

    public StoredPicture place(OpenSite site, String id, FocalPoint<InPicture> point) {
        return store(
                site,
                id,
                picture -> new KeepAreas(
                        point,
                        picture.view().keepAreas().areas(),
                        picture.view().keepAreas().revision()));
    }

    /** @throws NotFound when no area of that id was ever taken away */
    public StoredPicture bringBack(OpenSite site, String id, String area) {
        return store(site, id, picture -> {
            KeepAreas present = picture.view().keepAreas();
            KeepArea gone = takenAway(picture.view()).stream()
                    .filter(a -> a.id().equals(area))
                    .findFirst()
                    .orElseThrow(() -> new NotFound("keep area that was taken away", area));
            return present.with(new KeepAreaDelta(null, List.of(), List.of(gone), Set.of()));
        });
    }

    /** Areas that the picture had and has no more, as they were last. */
    public List<KeepArea> takenAway(StoredPicture picture) {
        Map<String, KeepArea> gone = new LinkedHashMap<>();
        for (KeepAreasRevision revision :
                revisions.findByPictureNumberOrderByRevisionDesc(picture.number(), Limit.of(HISTORY))) {
            revision.areas().areas().forEach(a -> gone.putIfAbsent(a.id(), a));
        }
        picture.keepAreas().areas().forEach(a -> gone.remove(a.id()));
        return List.copyOf(gone.values());
    }

    /** All changes of a picture's areas, the newest first, {@value #HISTORY} at most. */
    public List<Step> history(StoredPicture picture) {
        return revisions.findByPictureNumberOrderByRevisionDesc(picture.number(), Limit.of(HISTORY)).stream()
                .map(r -> new Step(r.areas().revision(), r.says(), r.madeBy(), r.madeAt()))
                .toList();
    }

    private StoredPicture store(OpenSite site, String id, Function<Picture, KeepAreas> change) {
        site.requireSomeChange();
        return transaction.execute(status -> {
            Picture picture = pictures.lock(site.id(), id).orElseThrow(() -> new NotFound("picture", id));
            KeepAreas before = picture.view().keepAreas();
            KeepAreas after = change.apply(picture);
            String says = after.changesFrom(before);
            if (says.isEmpty()) {
                return picture.view();
            }
            rights.requireChange(site, picture.view());
            picture.keep(after);
            KeepAreas kept = picture.view().keepAreas();
            revisions.save(new KeepAreasRevision(
                    picture.number(),
                    kept,
                    picture.keepAreasJson(),
                    says,
                    site.viewer().name()));
            return pictures.save(picture).view();
        });
    }

    /** New areas with ids that were never used before. */
    private static List<KeepArea> numbered(Picture picture, List<KeepArea> areas, Map<String, String> ids) {
        return areas.stream()
                .map(area -> {
                    if (!KeepAreaDelta.isNew(area.id())) {
                        return area;
                    }
                    String id = picture.nextKeepAreaId();
                    ids.put(area.id(), id);
                    return area.withId(id);
                })
                .toList();
    }

    private static KeepArea known(Picture picture, KeepArea area) {
        if (KeepAreaDelta.isNew(area.id()) || !picture.gave(area.id())) {
            throw new BadInput(
                    "id", "no keep area of this picture has the id " + area.id() + "; leave it out for a new one");
        }
        return area;
    }
}
