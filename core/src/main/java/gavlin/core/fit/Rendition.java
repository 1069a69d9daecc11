package gavlin.core.fit;

import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.damage.Damage;
import gavlin.core.damage.DamageMap;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.mark.EdgeContrast;
import gavlin.core.mark.Vanishing;
import gavlin.core.operation.Finish;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.weight.Candidate;
import gavlin.core.weight.Encoding;
import gavlin.core.weight.WeightSearch;
import gavlin.core.words.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/**
 * A file computed from a fit, and what was measured on it.
 *
 * @param transparentPixels in the rendered picture: exact
 * @param damage what compression did to the rendered picture
 * @param words how well the theme's words can be read over it, and those in it
 * @param vanishing the share of a small mark that is finer than a pixel, 0..1
 * @param grounds how a mark stands out from what lies behind it
 * @param tried every file that the weight search made on the way
 */
public record Rendition(
        PictureType type,
        Size size,
        byte[] file,
        int transparentPixels,
        Damage damage,
        List<Candidate> tried,
        List<Readable> words,
        List<Standing> grounds,
        double vanishing) {

    /**
     * What is known of a file that keeps the limit, while better ones are looked for.
     *
     * @param damage null of the first, which is told before it is measured
     */
    public record SoFar(
            Encoding encoding,
            long bytes,
            Damage damage,
            int transparentPixels,
            List<Readable> words,
            List<Standing> grounds,
            double vanishing) {}

    /**
     * Renders and encodes.
     *
     * @throws IllegalArgumentException when the plan allows no type: see the gauges for why
     */
    public static Rendition of(Renderable<InPicture> picture, RenditionPlan plan, Tags tags) {
        return of(picture, plan, tags, () -> false, soFar -> {});
    }

    /**
     * The same, as long as somebody needs it.
     *
     * @param told of the first file, and of the best once it is known what each type can do, where that is not the end; from any thread, by a search that was superseded perhaps after it ended
     * @throws gavlin.core.weight.Superseded when nobody does any more
     */
    public static Rendition of(
            Renderable<InPicture> picture,
            RenditionPlan plan,
            Tags tags,
            BooleanSupplier superseded,
            Consumer<SoFar> told) {
        if (plan.types().isEmpty()) {
            throw new IllegalArgumentException("no type that the brief allows can hold this picture");
        }
        List<Readable> words = new ArrayList<>();
        Pixels finished = pixels(picture, plan, words);
        List<Standing> grounds = grounds(plan, finished);
        double vanishing = vanishing(picture, plan);
        int transparent = finished.transparentPixels();
        AtomicBoolean isTold = new AtomicBoolean();
        WeightSearch.Request request = new WeightSearch.Request(
                finished, plan.dear(), plan.types(), plan.maxBytes(), tags, superseded, soFar -> {
                    if (soFar.damage() != null || !isTold.getAndSet(true)) {
                        told.accept(new SoFar(
                                Encoding.parse(soFar.file().encoding()),
                                soFar.file().bytes(),
                                soFar.damage(),
                                transparent,
                                List.copyOf(words),
                                grounds,
                                vanishing));
                    }
                });
        WeightSearch.Outcome outcome =
                plan.encoding() == null ? WeightSearch.search(request) : WeightSearch.only(request, plan.encoding());
        return new Rendition(
                outcome.chosen().type(),
                plan.size(),
                outcome.file(),
                transparent,
                outcome.damage(),
                outcome.tried(),
                List.copyOf(words),
                grounds,
                vanishing);
    }

    /** Where compression shows in a file of a plan. */
    public static DamageMap damageMap(Renderable<InPicture> picture, RenditionPlan plan, byte[] file) {
        return new Original(pixels(picture, plan), plan.dear()).map(OwnFile.pixels(file));
    }

    /** Other files of the same plan, measured as its own. */
    public static List<Candidate> measured(
            Renderable<InPicture> picture, RenditionPlan plan, Tags tags, List<Encoding> encodings) {
        return WeightSearch.measured(
                new WeightSearch.Request(
                        pixels(picture, plan),
                        plan.dear(),
                        plan.types(),
                        plan.maxBytes(),
                        tags,
                        () -> false,
                        soFar -> {}),
                encodings);
    }

    private static double vanishing(Renderable<InPicture> picture, RenditionPlan plan) {
        if (!plan.mark() || !Vanishing.isMeasuredOn(plan.size())) {
            return 0;
        }
        Box<InSlot> placed = plan.framing().placed();
        int n = Vanishing.FINER;
        Framing<InPrepared> finer = new Framing<>(
                plan.framing().window(),
                new Box<>(placed.x() * n, placed.y() * n, placed.width() * n, placed.height() * n));
        Size size = plan.size().times(n);
        return Vanishing.share(plan.prepared().of(picture).render(finer, size));
    }

    private static List<Standing> grounds(RenditionPlan plan, Pixels finished) {
        if (plan.behind().isEmpty()) {
            return List.of();
        }
        EdgeContrast edge = EdgeContrast.of(finished);
        return plan.behind().stream().map(one -> Standing.of(one, edge)).toList();
    }

    /** The window of the prepared picture with all that is done to it: what the file shows. */
    public static Pixels pixels(Renderable<InPicture> picture, RenditionPlan plan) {
        return pixels(picture, plan, null);
    }

    /** @param words where how well all words can be read is put; null where nobody asks */
    private static Pixels pixels(Renderable<InPicture> picture, RenditionPlan plan, List<Readable> words) {
        Pixels pixels = plan.prepared().of(picture).render(plan.framing(), plan.size());
        for (Finish finish : plan.finish().all()) {
            if (words != null && finish instanceof Words own) {
                Pixels ground = own.ground(pixels, plan.around().density());
                plan.inscriptions().forEach(one -> words.add(Readable.of(one.lettering(), ground)));
            }
            pixels = finish.finish(pixels, plan.around());
        }
        Pixels finished = pixels.withoutIdleAlpha();
        if (words != null) {
            plan.lettering().forEach(over -> words.add(Readable.of(over, finished)));
        }
        return finished;
    }
}
