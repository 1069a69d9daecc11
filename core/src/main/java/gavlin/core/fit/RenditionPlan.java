package gavlin.core.fit;

import gavlin.core.brief.Brief;
import gavlin.core.brief.OpenArea;
import gavlin.core.brief.Slot;
import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.Finish;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Steps;
import gavlin.core.operation.Surroundings;
import gavlin.core.veil.Veil;
import gavlin.core.weight.Encoding;
import gavlin.core.words.Typeset;
import gavlin.core.words.Words;
import java.util.List;
import java.util.stream.Stream;

/**
 * Everything that decides a rendition, as values: the same plan over the same original gives the same bytes.
 *
 * @param size of the file, px
 * @param prepared in whose px the framing's window is
 * @param types that it may have; empty when nothing allowed can hold it
 * @param maxBytes {@link Long#MAX_VALUE} for no limit
 * @param encoding that the person chose out of what the search tried, or null
 * @param behind what lies behind it, where it is a mark: likewise
 * @param mark whether it is a logo or an icon
 * @param dear where damage counts more: what must be seen, and words in the file; whole px
 * @param lettering what the theme sets over it, to be measured on its pixels
 * @param inscriptions the words in it, likewise
 */
public record RenditionPlan(
        Size size,
        Prepared prepared,
        Framing<InPrepared> framing,
        Steps<Finish> finish,
        Surroundings around,
        List<PictureType> types,
        long maxBytes,
        Encoding encoding,
        List<Lettering> lettering,
        List<Inscription> inscriptions,
        List<Behind> behind,
        boolean mark,
        List<Box<InSlot>> dear) {
    /** Part of every rendition's key: raised whenever the same plan would give other bytes. */
    public static final int CORE_VERSION = 11;

    /**
     * @param density 1 for the brief's own pixels, 2 for twice as many in each direction
     * @throws gavlin.core.BadInput when a ratio-only brief has no size inside so small a picture
     */
    public static RenditionPlan of(Slot slot, Fit fit, PictureFacts picture, int density) {
        Slot chosen = fit.slotOf(slot);
        Brief brief = chosen.brief();
        Prepared prepared = fit.prepared(picture.size());
        Size size = brief.sizeFor(prepared.size()).times(density);
        Framing<InPrepared> framing = fit.framing(chosen, prepared.size(), size);
        boolean seeThrough =
                fit.backing() == null && (prepared.transparent(picture.transparent()) || framing.filled(size) < 1);
        List<PictureType> types = brief.usableTypes().stream()
                .filter(t -> fit.wantedType() == null || t == fit.wantedType())
                .filter(t -> !seeThrough || t.canHoldAlpha())
                .toList();
        boolean possible =
                fit.encoding() != null && types.contains(fit.encoding().type());
        return new RenditionPlan(
                size,
                prepared,
                framing,
                fit.finish(),
                new Surroundings(
                        OpenArea.uncovered(chosen.showings(), size),
                        density,
                        kept(fit, picture, prepared, framing, size)),
                types,
                brief.maxBytes(density),
                possible ? fit.encoding() : null,
                Lettering.of(chosen, size),
                Inscription.of(fit.finish().get(Words.TYPE), chosen, size, density),
                Behind.of(chosen),
                chosen.isMark(),
                dear(fit, picture, prepared, framing, size, density));
    }

    private static List<Box<InSlot>> dear(
            Fit fit, PictureFacts picture, Prepared prepared, Framing<InPrepared> framing, Size size, int density) {
        Stream<Box<InSlot>> words = fit.finish().get(Words.TYPE).passages().stream()
                .map(passage -> Typeset.of(passage, density).box());
        return Stream.concat(inFile(fit, picture, prepared, framing).stream(), words)
                .map(box -> box.intersect(size.box()))
                .filter(box -> !box.isEmpty())
                .map(box -> new Box<InSlot>(
                        Math.rint(box.x()), Math.rint(box.y()), Math.rint(box.width()), Math.rint(box.height())))
                .toList();
    }

    /** Where what must be seen lies in the file; only where a finish asks for it. */
    private static List<Box<InSlot>> kept(
            Fit fit, PictureFacts picture, Prepared prepared, Framing<InPrepared> framing, Size size) {
        return fit.finish().all().stream().noneMatch(Finish::looksAtKept)
                ? List.of()
                : inFile(fit, picture, prepared, framing).stream()
                        .filter(box -> !box.intersect(size.box()).isEmpty())
                        .toList();
    }

    private static List<Box<InSlot>> inFile(
            Fit fit, PictureFacts picture, Prepared prepared, Framing<InPrepared> framing) {
        return picture.keepAreas().stream()
                .filter(area -> !fit.letGo().contains(area.id()))
                .map(area -> prepared.toPrepared(area.inPx(picture.size()))
                        .<InSlot>carry(framing.window(), framing.placed()))
                .toList();
    }

    /** Where what must be seen of a picture lies in the file, in it or beside it. @param fit of which this is the plan */
    public List<Box<InSlot>> keptIn(Fit fit, PictureFacts picture) {
        return inFile(fit, picture, prepared, framing);
    }

    /** This without the veil, and what is laid over that. */
    RenditionPlan unveiled() {
        return before(Veil.TYPE);
    }

    /** This without the words in it, and what is laid over them. */
    RenditionPlan wordless() {
        return before(Words.TYPE);
    }

    private RenditionPlan before(OperationType<?> type) {
        return as(
                framing,
                new Steps<>(finish.all().stream()
                        .filter(step -> step.type().order() < type.order())
                        .toList()));
    }

    /** This, through another window of the same proportions. */
    RenditionPlan through(Box<InPrepared> window) {
        return as(new Framing<>(window, framing.placed()), finish);
    }

    private RenditionPlan as(Framing<InPrepared> other, Steps<Finish> finished) {
        return new RenditionPlan(
                size,
                prepared,
                other,
                finished,
                around,
                types,
                maxBytes,
                encoding,
                lettering,
                inscriptions,
                behind,
                mark,
                dear);
    }

    /** All of it in one line, for the rendition's key. */
    public String fingerprint() {
        Box<InPrepared> window = framing.window();
        boolean looksAround = finish.all().stream().anyMatch(step -> step.looksAround() || step.looksAtKept());
        String made = String.join(
                "|",
                Integer.toString(CORE_VERSION),
                size.toString(),
                window.x() + "," + window.y() + "," + window.width() + "," + window.height(),
                framing.placed().toString(),
                types.toString(),
                Long.toString(maxBytes),
                encoding == null ? "" : encoding.code(),
                prepared.steps().fingerprint(),
                finish.fingerprint(),
                looksAround ? around.toString() : "");
        // Files without any of these keep the key that they have.
        String over = lettering.isEmpty() ? made : made + "|" + lettering;
        String in = inscriptions.isEmpty() ? over : over + "|" + inscriptions;
        String before = mark ? in + "|" + behind : in;
        return dear.isEmpty() ? before : before + "|dear " + dear;
    }

    /** The part of the picture that is read, and the box of the file that it fills at least: what must be decoded. */
    public Framing<InPicture> source() {
        return prepared.source(framing);
    }
}
