package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.brief.Slot;
import gavlin.core.codec.Programs;
import gavlin.core.codec.Tags;
import gavlin.core.damage.DamageMap;
import gavlin.core.fit.Rendition;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.speech.Said;
import gavlin.core.weight.Candidate;
import gavlin.core.weight.Encoding;
import gavlin.core.weight.Superseded;
import gavlin.web.picture.StoredPicture;
import gavlin.web.picture.WorkingPictures;
import gavlin.web.problem.Busy;
import gavlin.web.problem.Conflict;
import gavlin.web.store.FileStore;
import gavlin.web.work.Claims;
import gavlin.web.work.HeavyWork;
import gavlin.web.work.OnceAtATime;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Finished files: computed once for each key, on whichever node is asked first, and kept in the database. */
@Service
public class Renditions {
    /**
     * Bytes of heap for a pixel of a file while it is made: the pixels, what its candidates' encoders and decoders hold, two at a time, and the
     * planes that likeness is measured on. Measured by {@code ./gavlin bench}.
     */
    private static final long HEAP_PER_PIXEL = 80;
    /** After which a node that makes a file is taken for dead: the slowest file takes about ten seconds on a busy machine. */
    private static final Duration MOST_MAKING = Duration.ofSeconds(30);

    private static final Duration LOOK_AGAIN = Duration.ofMillis(50);

    private final RenditionRepository renditions;
    private final WorkingPictures working;
    private final FileStore files;
    private final HeavyWork work;
    private final TransactionTemplate transaction;
    private final Claims claims;
    private final OnceAtATime<StoredRendition> making = new OnceAtATime<>();

    Renditions(
            RenditionRepository renditions,
            WorkingPictures working,
            FileStore files,
            HeavyWork work,
            Claims claims,
            TransactionTemplate transaction) {
        this.claims = claims;
        this.renditions = renditions;
        this.working = working;
        this.files = files;
        this.work = work;
        this.transaction = transaction;
    }

    /** The hash of everything that makes the file: original, plan, words written into it, and the programs that read and write. */
    static String key(StoredPicture picture, Slot slot, RenditionPlan plan) {
        String all = String.join(
                "|",
                picture.sha256(),
                plan.fingerprint(),
                tags(picture, slot).toString(),
                Programs.readers(picture.type()),
                Programs.writers(plan.types()));
        return FileStore.sha256(all.getBytes(StandardCharsets.UTF_8));
    }

    Optional<StoredRendition> find(String key) {
        return renditions.findById(key).map(RenditionRow::view);
    }

    /** The same states with their files, as far as those have been made before: one query. */
    public List<FitState> known(List<FitState> states) {
        Map<String, StoredRendition> made =
                findAll(states.stream().map(FitState::key).toList());
        return states.stream().map(f -> f.with(made.get(f.key()))).toList();
    }

    private Map<String, StoredRendition> findAll(Collection<String> keys) {
        return renditions.findByRenditionKeyIn(keys).stream()
                .map(RenditionRow::view)
                .collect(Collectors.toMap(StoredRendition::key, Function.identity()));
    }

    /** The same state with its file made and measured, when any type allowed can hold it. */
    public FitState measured(FitState state) {
        return measured(state, () -> false, soFar -> {});
    }

    /**
     * @param superseded asked now and then: when nobody needs the file any more, the state comes back without it
     * @param told from any thread of the state with the first file that would do, and with the best while that is bettered; not where it was made before, or is being made for somebody else
     */
    FitState measured(FitState state, BooleanSupplier superseded, Consumer<FitState> told) {
        if (state.rendition() != null || state.plan().types().isEmpty()) {
            return state;
        }
        try {
            return state.with(make(new Order(
                    state.picture(),
                    state.slot(),
                    state.plan(),
                    superseded,
                    soFar -> told.accept(state.expecting(soFar)))));
        } catch (Superseded e) {
            // Somebody who still needs it may have waited for whoever gave up.
            return superseded.getAsBoolean() ? state : measured(state, superseded, told);
        }
    }

    /**
     * The slot's file at a density, made now if need be.
     *
     * @throws BadInput when the brief does not ask for that density
     * @throws Conflict when the picture has not got the pixels, or no type can hold it
     */
    public StoredRendition rendition(FitState state, int density) {
        List<Integer> asked = state.slot().brief().densities();
        if (!asked.contains(density)) {
            throw new BadInput("density", "the density must be " + Said.either(asked) + ", was " + density);
        }
        RenditionPlan plan =
                RenditionPlan.of(state.slot(), state.fit(), state.picture().facts(), density);
        if (density > 1 && state.picture().facts().isEnlargedAt(plan.framing().detail())) {
            throw new Conflict("the picture has too few pixels in this window for density " + density);
        }
        if (plan.types().isEmpty()) {
            throw new Conflict("there is no file yet: " + FitState.worstOf(state.gauges()));
        }
        return make(new Order(state.picture(), state.slot(), plan, () -> false, soFar -> {}));
    }

    /** What the slot's file shows, before it is compressed. */
    public Pixels beforeCompression(FitState state) {
        return of(state, source -> Rendition.pixels(source, state.plan()));
    }

    /**
     * Where compression shows in the slot's file.
     *
     * @throws Conflict when it has none yet
     */
    public DamageMap damageMap(FitState state) {
        if (state.rendition() == null) {
            throw new Conflict("there is no file yet");
        }
        byte[] file = files.bytes(state.rendition().sha256());
        return of(state, source -> Rendition.damageMap(source, state.plan(), file));
    }

    /** Every file that was tried for the slot, those measured as well that could not be chosen. */
    public List<Candidate> allMeasured(FitState state) {
        List<Candidate> tried =
                state.rendition() == null ? List.of() : state.rendition().tried();
        List<Encoding> unmeasured = tried.stream()
                .filter(one -> one.seen() == null && one.encoding() != null)
                .map(one -> Encoding.parse(one.encoding()))
                .toList();
        if (unmeasured.isEmpty()) {
            return tried;
        }
        Tags tags = tags(state.picture(), state.slot());
        Map<String, Candidate> measured =
                of(state, source -> Rendition.measured(source, state.plan(), tags, unmeasured)).stream()
                        .collect(Collectors.toMap(Candidate::encoding, Function.identity()));
        return tried.stream()
                .map(one -> measured.getOrDefault(one.encoding(), one))
                .toList();
    }

    private <T> T of(FitState state, Function<Renderable<InPicture>, T> use) {
        RenditionPlan plan = state.plan();
        var source = working.forRendition(state.picture(), plan.prepared().steps(), plan.source());
        return work.run(HEAP_PER_PIXEL * plan.size().pixels(), () -> use.apply(source));
    }

    public void copy(StoredRendition rendition, OutputStream to) throws IOException {
        files.copy(rendition.sha256(), to);
    }

    /** A file that is wanted. @param superseded whether it still is @param told of what would do */
    private record Order(
            StoredPicture picture,
            Slot slot,
            RenditionPlan plan,
            BooleanSupplier superseded,
            Consumer<Rendition.SoFar> told) {
        String key() {
            return Renditions.key(picture, slot, plan);
        }
    }

    /** The file, made now unless it was before. The plan must allow at least one type. */
    private StoredRendition make(Order order) {
        String key = order.key();
        return find(key).orElseGet(() -> making.get(key, () -> madeOnOneNode(key, order)));
    }

    private StoredRendition madeOnOneNode(String key, Order order) {
        while (true) {
            Optional<Claims.Claim> mine = claims.take("file " + key, MOST_MAKING);
            if (mine.isPresent()) {
                try (Claims.Claim claim = mine.get()) {
                    return find(key).orElseGet(() -> compute(key, order));
                }
            }
            if (order.superseded.getAsBoolean()) {
                throw new Superseded();
            }
            pause();
            Optional<StoredRendition> theirs = find(key);
            if (theirs.isPresent()) {
                return theirs.get();
            }
        }
    }

    private static void pause() {
        try {
            Thread.sleep(LOOK_AGAIN.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Busy();
        }
    }

    private StoredRendition compute(String key, Order order) {
        RenditionPlan plan = order.plan;
        if (plan.size().pixels() > Brief.MOST_PIXELS) {
            throw new Conflict("a file of " + plan.size().label() + " px is larger than Gavlin makes: at most "
                    + Brief.MOST_PIXELS / 1_000_000 + " megapixels");
        }
        var source = working.forRendition(
                order.picture, plan.prepared().steps(), plan.source()); // may decode, in a turn of its own
        Rendition rendition = work.run(
                HEAP_PER_PIXEL * plan.size().pixels(),
                () -> Rendition.of(source, plan, tags(order.picture, order.slot), order.superseded, order.told));
        try {
            return transaction.execute(status -> renditions
                    .saveAndFlush(new RenditionRow(key, files.put(rendition.file()), rendition))
                    .view());
        } catch (DataIntegrityViolationException e) {
            return find(key).orElseThrow(() -> e); // a node that was taken for dead was faster; its bytes are the same
        }
    }

    /** Icons are too small to carry words. */
    private static Tags tags(StoredPicture picture, Slot slot) {
        return slot.kind() == Slot.Kind.ICON
                ? Tags.NONE
                : new Tags(
                        picture.words().title(),
                        picture.words().creditPrinted(),
                        picture.words().creditPrinted(),
                        picture.words().licence());
    }
}
