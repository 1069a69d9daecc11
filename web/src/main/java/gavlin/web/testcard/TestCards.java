package gavlin.web.testcard;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.decoder.Decoders;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import gavlin.core.speech.Said;
import gavlin.core.testcard.CardReading;
import gavlin.core.testcard.TestCard;
import gavlin.web.fit.Desk;
import gavlin.web.work.HeavyWork;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;

/** Draws the cards of slots and has screenshots read, which decoders do. */
@Service
class TestCards {
    /** A card of a slot that asks a ratio only is this wide, or less where that is the most it takes. */
    private static final int WIDE = 1920;

    /** Of a screenshot: one of a page of 1920 CSS px that is 3 screens high, twice as dense. */
    private static final Limits SCREENSHOT = new Limits(40_000_000, 26_000_000, 1, 100);

    private static final int EXACT = 100;
    private static final double JPEG_QUALITY = 97;
    private static final long HEAP_PER_PIXEL = 12;

    private final Decoders decoders;
    private final HeavyWork work;

    TestCards(Decoders decoders, HeavyWork work) {
        this.decoders = decoders;
        this.work = work;
    }

    /** Of a card at density 1. */
    static Size size(Desk desk) {
        return desk.slot().brief().sizeFor(new Size(WIDE, WIDE));
    }

    /** The same for each site and slot, whichever picture stands there. */
    private static String name(Desk desk) {
        return desk.site().id() + "/" + desk.slot().id();
    }

    /** The type that harms a card least among those that its slot takes. */
    static PictureType type(Desk desk) {
        return Stream.of(PictureType.PNG, PictureType.WEBP, PictureType.JPEG)
                .filter(desk.slot().brief().types()::contains)
                .findFirst()
                .orElse(PictureType.PNG);
    }

    static String fileName(Desk desk, int density, PictureType type) {
        return desk.site().id() + "-" + desk.slot().id() + "-test-card-"
                + size(desk).times(density) + "." + type.extension();
    }

    /** @throws BadInput when the brief does not ask for that density, or it is too large */
    byte[] draw(Desk desk, int density, PictureType type) {
        List<Integer> asked = desk.slot().brief().densities();
        if (!asked.contains(density)) {
            throw new BadInput("density", "the density must be " + Said.either(asked) + ", was " + density);
        }
        Size size = size(desk).times(density);
        if (size.pixels() > Brief.MOST_PIXELS) {
            throw new BadInput("density", "a card of " + size.label() + " px is larger than Gavlin makes");
        }
        return work.run(
                HEAP_PER_PIXEL * size.pixels(),
                () -> write(TestCard.of(size(desk), density, name(desk)).draw(), type));
    }

    private static byte[] write(Pixels card, PictureType type) {
        return switch (type) {
            case WEBP -> WebpWriter.writeLossless(card, EXACT, Tags.NONE);
            case JPEG -> JpegWriter.write(card, JPEG_QUALITY, Chroma.FULL, Tags.NONE);
            default -> PngWriter.write(card, Tags.NONE);
        };
    }

    /**
     * @param deviceScale px of the screenshot per CSS px, the browser's zoom included
     * @throws gavlin.core.codec.PictureRefused when it can't be read, or no card of this slot is in it
     */
    CardReading read(Desk desk, MultipartFile screenshot, double deviceScale) throws IOException {
        if (!(deviceScale >= CardReading.LEAST_SCALE && deviceScale <= CardReading.MOST_SCALE)) {
            throw new BadInput(
                    "deviceScale",
                    "the device scale must be " + CardReading.LEAST_SCALE + " to " + CardReading.MOST_SCALE + ", was "
                            + deviceScale);
        }
        return decoders.card(
                to -> {
                    try (InputStream in = screenshot.getInputStream()) {
                        in.transferTo(to);
                    }
                },
                SCREENSHOT,
                size(desk),
                desk.slot().brief().densities(),
                name(desk),
                deviceScale);
    }
}
