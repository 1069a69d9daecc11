package gavlin.core.decoder;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import gavlin.core.codec.CleanSvg;
import gavlin.core.codec.Embedded;
import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.RegionCopy;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.page.PageReading;
import gavlin.core.raster.Pixels;
import gavlin.core.receipt.Comparison;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.TestCard;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * One thing that a decoder does with files in its folder: {@code in}, or {@code in-0}, {@code in-1}, … where there are several. What it
 * makes appears as {@code out}. Written as JSON on the way there, as is what {@link #run} returns on the way back.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "job")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Job.Take.class, name = "take"),
    @JsonSubTypes.Type(value = Job.Excerpt.class, name = "excerpt"),
    @JsonSubTypes.Type(value = Job.Redraw.class, name = "redraw"),
    @JsonSubTypes.Type(value = Job.Clean.class, name = "clean"),
    @JsonSubTypes.Type(value = Job.Salvage.class, name = "salvage"),
    @JsonSubTypes.Type(value = Job.Regions.class, name = "regions"),
    @JsonSubTypes.Type(value = Job.Page.class, name = "page"),
    @JsonSubTypes.Type(value = Job.Card.class, name = "card"),
    @JsonSubTypes.Type(value = Job.Compare.class, name = "compare")
})
sealed interface Job {
    Object run(Path folder) throws IOException;

    static Path in(Path folder) {
        return folder.resolve("in");
    }

    static Path in(Path folder, int number) {
        return folder.resolve("in-" + number);
    }

    static Path out(Path folder) {
        return folder.resolve("out");
    }

    /** Judges a picture, decodes it whole and reads what it says of itself. */
    record Take(Limits limits) implements Job {
        @Override
        public Taken run(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder));
            Header header = PictureReader.inspect(file, limits);
            int transparent = PictureReader.decode(file, header, out(folder)).transparentPixels();
            Embedded embedded = PictureReader.embedded(file, header);
            return new Taken(header.type(), header.upright(), transparent, header.notes(), embedded);
        }
    }

    /** Decodes as much of a picture as some renditions need. */
    record Excerpt(Limits limits, List<Framing<InPicture>> framings) implements Job {
        @Override
        public Object run(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder));
            PictureReader.decodeFor(file, PictureReader.inspect(file, limits), out(folder), framings);
            return null;
        }
    }

    /** Draws a part of a drawing for one rendition. */
    record Redraw(Limits limits, Framing<InPicture> framing) implements Job {
        @Override
        public Object run(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder));
            PictureReader.redraw(file, PictureReader.inspect(file, limits), out(folder), framing);
            return null;
        }
    }

    /** Writes a drawing anew, without what could run or lead elsewhere. */
    record Clean(Limits limits) implements Job {
        @Override
        public Object run(Path folder) throws IOException {
            Files.write(out(folder), CleanSvg.of(Files.readAllBytes(in(folder)), limits));
            return null;
        }
    }

    /** Makes a sound PNG of what can be seen of a damaged picture. */
    record Salvage(Limits limits) implements Job {
        @Override
        public Object run(Path folder) throws IOException {
            Files.write(out(folder), PictureReader.salvage(Files.readAllBytes(in(folder)), limits));
            return null;
        }
    }

    /** Writes what must be seen into a copy of a picture or, where its type can't hold that, into an XMP file of its own. */
    record Regions(Limits limits, List<RegionCopy.Outline> areas, FocalPoint<InPicture> focal) implements Job {
        @Override
        public Object run(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder));
            Header header = PictureReader.inspect(file, limits);
            Files.write(
                    out(folder),
                    header.type().canHoldRegions()
                            ? RegionCopy.of(file, header, areas, focal)
                            : RegionCopy.sidecar(header, areas, focal));
            return null;
        }
    }

    /** Reads a saved page for slots. */
    record Page(List<String> names) implements Job {
        @Override
        public PageReading run(Path folder) throws IOException {
            Map<String, byte[]> files = new LinkedHashMap<>();
            for (int i = 0; i < names.size(); i++) {
                files.put(names.get(i), Files.readAllBytes(in(folder, i)));
            }
            return PageReading.of(files);
        }
    }

    /** Looks for a slot's test card in a screenshot. */
    record Card(Limits limits, Size slot, List<Integer> densities, String name, double scale) implements Job {
        /** What keeps every pixel as it was shown. */
        private static final Set<PictureType> EXACT = Set.of(PictureType.PNG, PictureType.BMP, PictureType.GIF);

        @Override
        public CardReading run(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder));
            Header header = PictureReader.inspect(file, limits);
            Pixels screenshot = whole(file, header, out(folder));
            CardReading reading = CardReading.of(
                    densities.stream()
                            .map(density -> TestCard.of(slot, density, name))
                            .toList(),
                    screenshot,
                    scale,
                    EXACT.contains(header.type()));
            if (reading == null) {
                throw new PictureRefused(
                        PictureRefused.Reason.NO_CARD,
                        "no part of this slot's test card that could be told for certain is in the screenshot: three cells by three must be "
                                + "seen whole; look that the page shows this slot's card, and take the screenshot at the page's own size");
            }
            return reading;
        }
    }

    /** Compares what a site holds, {@code in-1}, with what was sent to it, {@code in-0}. */
    record Compare(Limits limits) implements Job {
        @Override
        public Compared run(Path folder) throws IOException {
            byte[] held = Files.readAllBytes(in(folder, 1));
            Header header = PictureReader.inspect(held, limits);
            return new Compared(Comparison.of(sent(folder), whole(held, header, out(folder))), header.type());
        }

        private Pixels sent(Path folder) throws IOException {
            byte[] file = Files.readAllBytes(in(folder, 0));
            return whole(file, PictureReader.inspect(file, limits), out(folder));
        }
    }

    private static Pixels whole(byte[] file, Header header, Path working) throws IOException {
        Size size = header.upright();
        return PictureReader.decode(file, header, working)
                .picture()
                .render(new Framing<>(size.box(), size.box()), size);
    }
}
