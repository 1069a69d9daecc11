package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Excerpt;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Resampler;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A picture decoded only as far as some renditions need gives the same bytes as the whole. */
class ExcerptTest {
    @TempDir
    Path folder;

    @ParameterizedTest
    @ValueSource(
            strings = {
                "exif/Landscape_1.jpg",
                "exif/Landscape_2.jpg",
                "exif/Landscape_3.jpg",
                "exif/Landscape_4.jpg",
                "exif/Landscape_5.jpg",
                "exif/Landscape_6.jpg",
                "exif/Landscape_7.jpg",
                "exif/Landscape_8.jpg",
                "photos/sunset_by_Aitzol_Berasategi.jpg",
                "photos/skimage-coffee.png",
                "pngsuite/basi6a16.png",
                "icc/prophoto.jpg",
                "icc/cmyk-with-icc.jpg",
                "icc/photo-iccp-adobergb.webp"
            })
    void rendition_ofAnExcerpt_isThatOfTheWhole(String name) throws IOException {
        byte[] file = Reference.bytes(name);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        Size picture = header.upright();
        WorkingPicture whole = Reference.working(file);
        Framing<InPicture> wide = framing(picture, 0.1, 0.3, 0.8, 0.2, 5);
        Framing<InPicture> corner = framing(picture, 0.6, 0.7, 0.4, 0.3, 1.1);
        for (List<Framing<InPicture>> framings : List.of(List.of(wide), List.of(corner), List.of(wide, corner))) {
            WorkingPicture excerpt = PictureReader.decodeFor(file, header, folder.resolve("excerpt"), framings);
            for (Framing<InPicture> framing : framings) {
                assertArrayEquals(render(whole, framing), render(excerpt, framing), name + " " + framing);
            }
        }
        try (var left = Files.list(folder)) {
            assertEquals(1, left.count(), "files beside the excerpt");
        }
    }

    /** Smaller and smaller, beside one pass over all the pixels. The sunset comes from a camera with 12 megapixels. */
    @ParameterizedTest
    @CsvSource({
        "photos/skimage-astronaut.png, 3.01, 99",
        "photos/skimage-astronaut.png, 4.01, 45",
        "photos/skimage-astronaut.png, 8.1, 45",
        "photos/skimage-coffee.png, 4.01, 45",
        "photos/skimage-coffee.png, 8.1, 45",
        "photos/sunset_by_Aitzol_Berasategi.jpg, 3.01, 45",
        "photos/sunset_by_Aitzol_Berasategi.jpg, 6, 45",
        "photos/sunset_by_Aitzol_Berasategi.jpg, 13, 45",
        "photos/sunset_by_Aitzol_Berasategi.jpg, 60, 45"
    })
    void halves_ofAPhotograph_agreeWithTheWhole(String photograph, double detail, double leastPsnr) {
        WorkingPicture whole = Reference.working(Reference.bytes(photograph));
        Framing<InPicture> framing = framing(whole.size(), 0, 0, 1, 1, detail);
        Size size =
                new Size((int) framing.placed().width(), (int) framing.placed().height());
        Pixels exact = Resampler.resample(whole.full(), framing, size).toPixels();
        double psnr = Reference.psnr(exact, whole.render(framing, size));
        assertTrue(psnr >= leastPsnr, psnr + " dB");
    }

    @Test
    void excerpt_ofAWideBanner_leavesOutMostRows() {
        Size picture = Size.parse("6000x4000");
        Framing<InPicture> banner = new Framing<>(Box.parse("6000x1200+0+1400"), Box.parse("2000x400"));
        Excerpt excerpt = Excerpt.of(picture, List.of(banner));
        assertEquals(2, excerpt.shrink());
        assertTrue(excerpt.region().contains(banner.window(), 0));
        assertTrue(excerpt.region().height() < 1250, excerpt.region().toString());
    }

    @Test
    void excerpt_forADetailAndAnIcon_isDecodedOnceInFull() {
        Size picture = Size.parse("6000x4000");
        Framing<InPicture> detail = new Framing<>(Box.parse("1000x1000+0+0"), Box.parse("1000x1000"));
        Framing<InPicture> icon = new Framing<>(Box.parse("4000x4000+0+0"), Box.parse("16x16"));
        Excerpt excerpt = Excerpt.of(picture, List.of(detail, icon));
        assertEquals(1, excerpt.shrink());
        assertEquals(5, excerpt.halves(), "250 source px for each, at least four left");
    }

    private static Framing<InPicture> framing(
            Size picture, double x, double y, double width, double height, double detail) {
        Box<InPicture> window = new Box<>(
                x * picture.width(), y * picture.height(), width * picture.width(), height * picture.height());
        int across = Math.max(1, (int) (window.width() / detail));
        int down = Math.max(1, (int) (window.height() / detail));
        return new Framing<>(window, new Size(across, down).box());
    }

    private static byte[] render(WorkingPicture picture, Framing<InPicture> framing) {
        Size out =
                new Size((int) framing.placed().width(), (int) framing.placed().height());
        return picture.render(framing, out).samples();
    }
}
