package gavlin.core.decoder;

import gavlin.core.BadInput;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.codec.RegionCopy;
import gavlin.core.decoder.DecoderLost.Why;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.page.PageReading;
import gavlin.core.raster.DiskFull;
import gavlin.core.raster.Redrawn;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.testcard.CardReading;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * What {@linkplain DecoderPool decoder processes} are asked to do. Whatever is wrong with a file comes back as the same exceptions
 * that reading it here would give; a file over which a decoder died is refused in words. Callers hold no more than a stream's buffer of
 * the file.
 *
 * <p>Cost beside the reading itself: the file is written once more, into the decoder's folder, and a line goes each way.
 */
public final class Decoders implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(Decoders.class.getName());
    private static final int BUFFER = 1 << 16;

    /**
     * @param processes at least 1
     * @param folder for the decoders' folders; on the disk where what they make is to be kept
     * @param wrapped whether bubblewrap is put around them where it works
     * @param most how long reading a picture may take; a saved page, half as long
     * @param patience how long a caller waits for its turn
     * @param queue how many callers may wait
     */
    public record Settings(int processes, Path folder, boolean wrapped, Duration most, Duration patience, int queue) {
        public static Settings of(Path folder) {
            return new Settings(
                    Math.max(2, Runtime.getRuntime().availableProcessors()),
                    folder,
                    true,
                    Duration.ofSeconds(20),
                    Duration.ofSeconds(30),
                    24);
        }
    }

    /** How they are, for people who run them. */
    public record State(int processes, int idle, boolean wrapped, long done, long lost) {}

    private final Settings settings;
    private final DecoderPool pool;
    private final AtomicInteger done = new AtomicInteger();
    private final AtomicInteger lost = new AtomicInteger();

    public Decoders(Settings settings) throws IOException {
        this.settings = settings;
        this.pool = new DecoderPool(settings);
    }

    public State state() {
        return new State(settings.processes, pool.idle(), pool.isWrapped(), done.get(), lost.get());
    }

    /**
     * Judges a picture, decodes it, and reads what it says of itself.
     *
     * @param target where its working picture appears, on the disk of the decoders' folder
     * @throws PictureRefused with the reason and what to do; nothing appears then
     * @throws DiskFull when there is no room for it
     * @throws DecodersBusy when its turn did not come in time
     */
    public Taken take(Source picture, Limits limits, Path target) throws IOException {
        return forPicture(new Job.Take(limits), picture, (folder, answer) -> {
            keep(folder, target);
            return Answer.JSON.treeToValue(answer.result(), Taken.class);
        });
    }

    /**
     * Decodes only what some renditions need of a picture that was taken before.
     *
     * @return not kept: its file is gone when it is
     */
    public WorkingPicture excerpt(Source picture, Limits limits, List<Framing<InPicture>> framings) throws IOException {
        return forPicture(
                new Job.Excerpt(limits, framings), picture, (folder, answer) -> WorkingPicture.open(Job.out(folder)));
    }

    /**
     * A part of a drawing, drawn for one rendition.
     *
     * @param size of the whole, as it was taken
     */
    public Redrawn redrawn(Source picture, Limits limits, Size size, Framing<InPicture> framing) throws IOException {
        return forPicture(
                new Job.Redraw(limits, framing),
                picture,
                (folder, answer) ->
                        new Redrawn(size, Redrawn.region(size, framing), WorkingPicture.open(Job.out(folder))));
    }

    /**
     * An SVG drawing without what could run or lead elsewhere; see {@link gavlin.core.codec.CleanSvg}.
     *
     * @param target where it appears
     */
    public void clean(Source drawing, Limits limits, Path target) throws IOException {
        forPicture(new Job.Clean(limits), drawing, (folder, answer) -> {
            keep(folder, target);
            return null;
        });
    }

    /**
     * What can be seen of a damaged picture, as a sound PNG.
     *
     * @param target where it appears
     * @throws PictureRefused when nothing can be seen
     */
    public void salvage(Source picture, Limits limits, Path target) throws IOException {
        forPicture(new Job.Salvage(limits), picture, (folder, answer) -> {
            keep(folder, target);
            return null;
        });
    }

    /**
     * A copy of a picture that says what must be seen of it, or an XMP file where its type can't; see {@link RegionCopy}.
     *
     * @param focal or null
     * @param target where it appears
     */
    public void withRegions(
            Source picture, Limits limits, List<RegionCopy.Outline> areas, FocalPoint<InPicture> focal, Path target)
            throws IOException {
        forPicture(new Job.Regions(limits, areas, focal), picture, (folder, answer) -> {
            keep(folder, target);
            return null;
        });
    }

    /**
     * Looks for a slot's test card in a screenshot; see {@link CardReading}.
     *
     * @param slot px @param densities of the slot's files @param name of its cards, as they were drawn with
     * @param scale px of the screenshot per CSS px
     * @throws PictureRefused when it can't be read, or no card is in it
     */
    public CardReading card(
            Source screenshot, Limits limits, Size slot, List<Integer> densities, String name, double scale)
            throws IOException {
        return forPicture(
                new Job.Card(limits, slot, densities, name, scale),
                screenshot,
                (folder, answer) -> Answer.JSON.treeToValue(answer.result(), CardReading.class));
    }

    /**
     * Compares what a site holds with what was sent to it; see {@link gavlin.core.receipt.Comparison}.
     *
     * @throws PictureRefused when one of them can't be read
     */
    public Compared compare(Source sent, Source held, Limits limits) throws IOException {
        return forPictures(
                new Job.Compare(limits),
                folder -> {
                    write(sent, Job.in(folder, 0));
                    write(held, Job.in(folder, 1));
                },
                (folder, answer) -> Answer.JSON.treeToValue(answer.result(), Compared.class));
    }

    /**
     * Reads a saved page for slots.
     *
     * @param files by name, as a browser saved them
     * @throws BadInput when there is no page among them, or more of it than can be read
     */
    public PageReading page(Map<String, Source> files) throws IOException {
        List<Source> contents = new ArrayList<>(files.values());
        try {
            return done(
                    new Job.Page(List.copyOf(files.keySet())),
                    folder -> {
                        for (int i = 0; i < contents.size(); i++) {
                            write(contents.get(i), Job.in(folder, i));
                        }
                    },
                    (folder, answer) -> Answer.JSON.treeToValue(answer.result(), PageReading.class),
                    settings.most.dividedBy(2));
        } catch (DecoderLost e) {
            throw new BadInput(
                    "files",
                    "the page can't be read: it asks for more "
                            + (e.why() == Why.OVERSTAYED ? "time" : "memory")
                            + " than Gavlin gives it. Leave out style sheets that the place in question doesn't need");
        }
    }

    private interface Filling {
        void fill(Path folder) throws IOException;
    }

    private interface Taking<T> {
        T take(Path folder, Answer answer) throws IOException;
    }

    private <T> T forPicture(Job job, Source picture, Taking<T> taking) throws IOException {
        return forPictures(job, folder -> write(picture, Job.in(folder)), taking);
    }

    private <T> T forPictures(Job job, Filling filling, Taking<T> taking) throws IOException {
        try {
            return done(job, filling, taking, settings.most);
        } catch (DecoderLost e) {
            throw switch (e.why()) {
                case OVERSTAYED ->
                    new PictureRefused(
                            Reason.TOO_LARGE,
                            "the file takes more than " + settings.most.toSeconds()
                                    + " s to read; export it again in a simpler form, or smaller");
                case OUT_OF_MEMORY ->
                    new PictureRefused(
                            Reason.TOO_LARGE,
                            "the file takes more memory to read than Gavlin gives it; export it again in a simpler form, or smaller");
                case CRASHED ->
                    new PictureRefused(
                            Reason.CORRUPT,
                            "the file is damaged in a way that its reader did not survive; save or export the picture again and upload that");
            };
        }
    }

    /** Does a job, once more when its decoder ended for a reason that need not be the file's. */
    private <T> T done(Job job, Filling filling, Taking<T> taking, Duration most) throws IOException, DecoderLost {
        try {
            return doneOnce(job, filling, taking, most);
        } catch (DecoderLost e) {
            if (e.why() != Why.CRASHED) {
                throw e;
            }
            return doneOnce(job, filling, taking, most);
        }
    }

    private <T> T doneOnce(Job job, Filling filling, Taking<T> taking, Duration most) throws IOException, DecoderLost {
        DecoderProcess decoder = pool.take();
        try {
            filling.fill(decoder.folder());
            Answer answer = decoder.ask(job, most);
            done.incrementAndGet();
            return switch (answer.kind()) {
                case DONE -> taking.take(decoder.folder(), answer);
                case REFUSED -> throw new PictureRefused(answer.reason(), answer.says());
                case BAD_INPUT -> throw new BadInput(answer.field(), answer.says());
                case DISK_FULL -> throw new DiskFull(answer.says());
                case BROKEN -> {
                    LOG.log(System.Logger.Level.WARNING, "a decoder could not read a file: {0}", answer.says());
                    throw new PictureRefused(
                            Reason.CORRUPT,
                            "the file is damaged or of a kind that its reader does not know; save or export it again and upload that");
                }
            };
        } catch (DecoderLost e) {
            lost.incrementAndGet();
            LOG.log(System.Logger.Level.INFO, "a decoder ended over its file: {0}", e.why());
            throw e;
        } finally {
            pool.giveBack(decoder);
        }
    }

    private static void keep(Path folder, Path target) throws IOException {
        Files.move(Job.out(folder), target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    private static void write(Source source, Path file) throws IOException {
        try (OutputStream out = new java.io.BufferedOutputStream(Files.newOutputStream(file), BUFFER)) {
            source.copyTo(out);
        } catch (IOException e) {
            throw DiskFull.isSaidBy(e) ? new DiskFull(e.getMessage()) : e;
        }
    }

    @Override
    public void close() {
        pool.close();
    }
}
