package gavlin.web.picture;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import gavlin.core.BadInput;
import gavlin.core.codec.Fonts;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Letters;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.decoder.Source;
import gavlin.core.drawing.Made;
import gavlin.core.gauge.Credit;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import gavlin.web.problem.Conflict;
import gavlin.web.problem.Gone;
import gavlin.web.problem.NotFound;
import gavlin.web.site.OpenSite;
import gavlin.web.work.HeavyWork;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Pictures that have a document in place of an upload. Drawn as SVG, and a picture like any other from there on. */
@Service
public class MadePictures {
    private static final long HEAP_PER_PIXEL = 40;
    /** As {@link Caption} allows. */
    private static final int MOST_CREDIT = 300;

    private static final int MOST_LICENCE = 200;
    /** Quality of an opaque piece: no damage is seen in it. */
    private static final double OPAQUE = 94;
    /** Pieces that are kept as they are drawn, bytes: somebody is moving them. */
    private static final long KEPT = 24_000_000;

    private final Pictures pictures;
    private final Removals removals;
    private final WorkingPictures working;
    private final HeavyWork work;
    private final Cache<String, Made.Piece> drawn = Caffeine.newBuilder()
            .maximumWeight(KEPT)
            .weigher((String key, Made.Piece piece) -> piece.file().length)
            .build();

    MadePictures(Pictures pictures, Removals removals, WorkingPictures working, HeavyWork work) {
        this.pictures = pictures;
        this.removals = removals;
        this.working = working;
        this.work = work;
    }

    /**
     * The drawing of a made picture.
     *
     * @throws BadInput for what can't be drawn, such as a letter that its font has not
     */
    public String svg(OpenSite site, Made mark) {
        return mark.svg(new Made.Parts() {
            @Override
            public Letters letters(String font, int weight) {
                return Fonts.letters(font, weight);
            }

            @Override
            public Made.Piece piece(String picture, int side) {
                return MadePictures.this.piece(site, picture, side);
            }
        });
    }

    /** Where words say nothing, its own name, and the credit of the picture that is part of it. */
    public Pictures.Added add(OpenSite site, Made mark, Caption words) {
        site.requireSomeChange();
        Source drawing = Source.of(svg(site, mark).getBytes(StandardCharsets.UTF_8));
        Caption due = due(site, mark);
        Caption said = new Caption(
                words.title().isEmpty() ? mark.title() : words.title(),
                words.description().isEmpty() ? mark.title() : words.description(),
                words.credit().isEmpty() ? due.credit() : words.credit(),
                words.credit().isEmpty() && words.licence().isEmpty() ? due.licence() : words.licence());
        return pictures.add(site, drawing, fileName(mark), said, List.of(), mark);
    }

    /**
     * Draws a made picture anew. Its words and every fit go on; it owes another credit where its symbol is another picture.
     *
     * @throws Conflict when it was uploaded
     */
    public StoredPicture change(OpenSite site, String id, Made mark) {
        StoredPicture present = pictures.find(site, id);
        if (present.made() == null) {
            throw new Conflict(present.label() + " was uploaded, not made here: give it a new version on its page");
        }
        pictures.requireChange(site, present);
        if (mark.uses().contains(id)) {
            throw new BadInput("picture", "a picture can't be a part of itself");
        }
        byte[] drawing = svg(site, mark).getBytes(StandardCharsets.UTF_8);
        StoredPicture changed = removals.replace(site, id, Source.of(drawing), fileName(mark), mark);
        if (mark.uses().equals(present.made().uses())) {
            return changed;
        }
        Caption words = changed.words();
        Caption due = due(site, mark);
        return pictures.describe(
                site, id, new Caption(words.title(), words.description(), due.credit(), due.licence()), null);
    }

    private static String fileName(Made mark) {
        return mark.title() + ".svg";
    }

    private Caption due(OpenSite site, Made mark) {
        if (mark.uses().isEmpty()) {
            return new Caption("", "", Credit.NONE_DUE, "own work");
        }
        List<Caption> all =
                mark.uses().stream().map(id -> pieceOf(site, id).words()).toList();
        // One that lacks its credit leaves the whole without: somebody has to look it up.
        if (all.stream().anyMatch(words -> words.creditSaid().isBlank())) {
            return new Caption("", "", "", all.size() == 1 ? all.get(0).licence() : "");
        }
        String named = joined(all, Caption::creditPrinted, MOST_CREDIT);
        return new Caption(
                "", "", named.isEmpty() ? Credit.NONE_DUE : named, joined(all, Caption::licence, MOST_LICENCE));
    }

    /** Each once. What is too long ends in an ellipsis: the site's credits name every piece by itself. */
    private static String joined(List<Caption> all, Function<Caption, String> of, int most) {
        String joined =
                all.stream().map(of).filter(said -> !said.isBlank()).distinct().collect(Collectors.joining("; "));
        return joined.length() <= most ? joined : joined.substring(0, most - 1) + "…";
    }

    private StoredPicture pieceOf(OpenSite site, String id) {
        try {
            return pictures.find(site, id);
        } catch (NotFound | Gone e) {
            throw new BadInput(
                    "picture", "the site has no picture " + id + " that could be part of it; choose another");
        }
    }

    private Made.Piece piece(OpenSite site, String id, int side) {
        StoredPicture picture = pieceOf(site, id);
        return drawn.get(picture.sha256() + "-" + side, key -> drawn(picture, side));
    }

    private Made.Piece drawn(StoredPicture picture, int side) {
        WorkingPicture source = working.of(picture);
        Size size = picture.size().withinSide(side);
        return work.run(HEAP_PER_PIXEL * size.pixels(), () -> {
            Pixels pixels = source.render(new Framing<>(picture.size().box(), size.box()), size)
                    .withoutIdleAlpha();
            return pixels.channels() == 4
                    ? new Made.Piece(PngWriter.writeAtOnce(pixels), PictureType.PNG, size.proportion())
                    : new Made.Piece(
                            JpegWriter.write(pixels, OPAQUE, Chroma.FULL, Tags.NONE),
                            PictureType.JPEG,
                            size.proportion());
        });
    }
}
