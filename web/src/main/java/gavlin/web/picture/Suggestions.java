package gavlin.web.picture;

import gavlin.core.people.FaceDetector;
import gavlin.core.people.FaceDetector.Face;
import gavlin.core.people.Saliency;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.work.HeavyWork;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What may be worth keeping of a picture: what its file names, faces, and where there are none the part that stands out. Looked for once for
 * each picture, when somebody asks, and remembered.
 */
@Service
public class Suggestions {
    /** Bytes of heap that looking at a square picture takes, which is most: the net's input and its first two layers at 832 px. */
    private static final long LOOKING = 65_000_000;

    private final PictureRepository pictures;
    private final WorkingPictures working;
    private final HeavyWork work;
    private final TransactionTemplate transaction;
    private final FaceDetector faces = new FaceDetector();

    Suggestions(PictureRepository pictures, WorkingPictures working, HeavyWork work, TransactionTemplate transaction) {
        this.pictures = pictures;
        this.working = working;
        this.work = work;
        this.transaction = transaction;
    }

    public List<Suggestion> of(StoredPicture picture) {
        List<Suggestion> all = new ArrayList<>(picture.suggestions());
        List<Suggestion> known = transaction.execute(status ->
                pictures.findById(picture.number()).map(Picture::found).orElse(null));
        all.addAll(known != null ? known : remembered(picture, look(picture)));
        return all;
    }

    private List<Suggestion> look(StoredPicture picture) {
        WorkingPicture source = working.of(picture);
        return work.run(LOOKING, () -> {
            List<Face> found = faces.find(source);
            List<Suggestion> suggested = new ArrayList<>();
            for (int i = 0; i < found.size(); i++) {
                suggested.add(Suggestion.of(found.get(i), i + 1));
            }
            if (found.isEmpty()) {
                Saliency.region(source).map(Suggestion::telling).ifPresent(suggested::add);
            }
            return suggested;
        });
    }

    private List<Suggestion> remembered(StoredPicture picture, List<Suggestion> suggested) {
        transaction.executeWithoutResult(status -> pictures.remember(picture.number(), Picture.json(suggested)));
        return suggested;
    }
}
