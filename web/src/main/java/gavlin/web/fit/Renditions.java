package gavlin.web.fit;

import gavlin.core.brief.Slot;
import gavlin.core.codec.Tags;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.RenditionPlan;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.store.FileStore;
import gavlin.web.work.Cores;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Finished files: computed once for each key, on whichever node is asked first, and kept in the database. */
@Service
class Renditions {
    private final RenditionRepository renditions;
    private final WorkingPictures working;
    private final FileStore files;
    private final Cores cores;
    private final TransactionTemplate transaction;
    private final OnceAtATime<StoredRendition> making = new OnceAtATime<>();

    Renditions(
            RenditionRepository renditions,
            WorkingPictures working,
            FileStore files,
            Cores cores,
            TransactionTemplate transaction) {
        this.renditions = renditions;
        this.working = working;
        this.files = files;
        this.cores = cores;
        this.transaction = transaction;
    }

    /** The hash of everything that makes the file: original, plan, words written into it, the core's version. */
    static String key(StoredPicture picture, Slot slot, RenditionPlan plan) {
        String all = picture.sha256() + "|" + plan.fingerprint() + "|" + tags(picture, slot);
        return FileStore.sha256(all.getBytes(StandardCharsets.UTF_8));
    }

    Optional<StoredRendition> find(String key) {
        return renditions.findById(key);
    }

    Map<String, StoredRendition> findAll(Collection<String> keys) {
        return renditions.findAllById(keys).stream()
                .collect(Collectors.toMap(StoredRendition::key, Function.identity()));
    }

    /** The file for a plan, made now unless it was before. The plan must allow at least one type. */
    StoredRendition make(StoredPicture picture, Slot slot, RenditionPlan plan) {
        String key = key(picture, slot, plan);
        return find(key)
                .orElseGet(() -> making.get(key, () -> find(key).orElseGet(() -> compute(key, picture, slot, plan))));
    }

    void copy(StoredRendition rendition, OutputStream to) throws IOException {
        files.copy(rendition.sha256(), to);
    }

    private StoredRendition compute(String key, StoredPicture picture, Slot slot, RenditionPlan plan) {
        var source = working.forRendition(
                picture, plan.source(picture.size())); // may decode, and takes a core of its own for that
        Rendition rendition = cores.run(() -> Rendition.of(source, plan, tags(picture, slot)));
        try {
            return transaction.execute(status ->
                    renditions.saveAndFlush(new StoredRendition(key, files.put(rendition.file()), rendition)));
        } catch (DataIntegrityViolationException e) {
            return find(key).orElseThrow(() -> e); // another node was faster; its bytes are the same
        }
    }

    /** Icons are too small to carry words. */
    private static Tags tags(StoredPicture picture, Slot slot) {
        return slot.kind() == Slot.Kind.ICON
                ? Tags.NONE
                : new Tags(picture.words().title(), "", picture.words().credit());
    }
}
