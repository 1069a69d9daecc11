package gavlin.core.turn;

import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.Reference;
import gavlin.core.colour.Srgb;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.PixelsPicture;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Straightened photographs beside a rotation written out: every pixel by the whole kernel over the picture itself, in doubles. */
class TurnedRenderingTest {
    private static final Pixels PHOTO = Reference.pixels("photos/skimage-astronaut.png");

    @ParameterizedTest
    @CsvSource({"2.5, 200x160", "-6, 140x112", "1, 320x256"})
    void straightened_agreesWithARotationInLinearLight(double degrees, String size) {
        Size out = Size.parse(size);
        Turn turn = new Turn(false, degrees);
        Box<InPrepared> window = window(turn);
        Pixels turned = TurnedRendering.render(new PixelsPicture<>(PHOTO, PHOTO.size()), turn, window, out);
        double psnr = Reference.psnr(turned, byHand(turn, window, out));
        assertTrue(psnr >= 45, "PSNR " + psnr + " dB");
    }

    /** The same part unturned: its edges are no steeper than a twentieth. */
    @ParameterizedTest
    @CsvSource({"0.6, 200x160", "2, 320x256", "3, 140x112"})
    void straightened_isAsSharpAsUnturned(double degrees, String size) {
        Size out = Size.parse(size);
        Turn turn = new Turn(false, degrees);
        Box<InPrepared> window = window(turn);
        PixelsPicture<InPrepared> picture = new PixelsPicture<>(PHOTO, PHOTO.size());
        Box<InPrepared> same = new Box<>(
                (PHOTO.size().width() - window.width()) / 2,
                (PHOTO.size().height() - window.height()) / 2,
                window.width(),
                window.height());
        double turned = steepness(TurnedRendering.render(picture, turn, window, out));
        double plain = steepness(picture.render(new Framing<>(same, out.box()), out));
        assertTrue(turned >= 0.95 * plain, turned + " of " + plain);
    }

    /** In the middle of the turned picture. */
    private static Box<InPrepared> window(Turn turn) {
        Size size = turn.of(PHOTO.size());
        return new Box<>((size.width() - 400) / 2.0, (size.height() - 320) / 2.0, 400, 320);
    }

    private static double steepness(Pixels pixels) {
        int width = pixels.size().width();
        double sum = 0;
        for (int i = 1; i < pixels.size().pixels(); i++) {
            if (i % width > 0) {
                int step = green(pixels, i) - green(pixels, i - 1);
                sum += step * step;
            }
        }
        return Math.sqrt(sum);
    }

    private static int green(Pixels pixels, int i) {
        return pixels.samples()[i * pixels.channels() + 1] & 0xff;
    }

    private static Pixels byHand(Turn turn, Box<InPrepared> window, Size out) {
        byte[] samples = new byte[(int) out.pixels() * 3];
        double scale = Math.max(1, window.width() / out.width());
        for (int i = 0; i < out.pixels(); i++) {
            Point<InPrepared> at = turn.back(
                    PHOTO.size(),
                    new Point<>(
                            window.x() + (i % out.width() + 0.5) * window.width() / out.width(),
                            window.y() + (i / out.width() + 0.5) * window.height() / out.height()));
            double[] sum = new double[4];
            int reach = (int) Math.ceil(3 * scale);
            for (int y = (int) at.y() - reach; y <= at.y() + reach; y++) {
                for (int x = (int) at.x() - reach; x <= at.x() + reach; x++) {
                    double weight = lanczos((x + 0.5 - at.x()) / scale) * lanczos((y + 0.5 - at.y()) / scale);
                    int rgb = Reference.rgb(PHOTO, inside(x), inside(y));
                    for (int c = 0; c < 3; c++) {
                        sum[c] += weight * Srgb.decode((rgb >> 16 - 8 * c & 0xff) / 255.0);
                    }
                    sum[3] += weight;
                }
            }
            for (int c = 0; c < 3; c++) {
                double linear = Math.max(0, Math.min(1, sum[c] / sum[3]));
                samples[3 * i + c] = (byte) Math.round(255 * Srgb.encode(linear));
            }
        }
        return new Pixels(out, 3, samples);
    }

    private static int inside(int at) {
        return Math.max(0, Math.min(511, at));
    }

    private static double lanczos(double x) {
        if (x == 0) {
            return 1;
        }
        double turned = Math.PI * x;
        return Math.abs(x) >= 3 ? 0 : 3 * Math.sin(turned) * Math.sin(turned / 3) / (turned * turned);
    }
}
