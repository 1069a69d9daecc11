package gavlin.core.weight;

import gavlin.core.BadInput;
import gavlin.core.codec.AvifWriter;
import gavlin.core.codec.IcoWriter;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.codec.WebpWriter.Lossy.Smoothing;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A type of file with all its settings: the same encoding of the same pixels gives the same bytes.
 *
 * @param quality of a lossy file, 0..100; of a nearly lossless WebP its nearness
 * @param alphaQuality of a lossy WebP or AVIF with transparency, 0..100
 * @param shaping of a lossy WebP: how far bits are moved from busy to even places, 0..100
 * @param chroma of a JPEG or AVIF, else null
 * @param colours of a palette, 2..256; 0 for all colours as they are
 * @param effort of a lossy WebP
 */
public record Encoding(
        PictureType type,
        Way way,
        double quality,
        int alphaQuality,
        int shaping,
        Chroma chroma,
        int colours,
        boolean dithered,
        Effort effort) {
    /** libwebp's default. */
    private static final int USUAL_SHAPING = 50;
    /** Up to so many pixels the list of a palette's colours can weigh more than it saves. */
    private static final int SMALL = 256 * 256;

    /** What happens to the pixels. */
    public enum Way {
        /** They change, as the quality allows. */
        LOSSY,
        /** They change a little where that saves most. */
        NEARLY_LOSSLESS,
        /** They stay exactly as they are. */
        LOSSLESS,
        /** They take colours out of a list. */
        PALETTE
    }

    /** What is put into a lossy WebP besides its quality. */
    public enum Effort {
        USUAL(""),
        /** All that the encoder tries of itself. */
        FINE("fine"),
        /** The same, and edges smoothed as it finds best: takes seven times as long. */
        TUNED("tuned"),
        /** The same with no smoothing at all: grain stays. */
        GRAIN("grain"),
        /** As tuned, and coloured edges kept as sharp as halved colour allows. */
        SHARP("sharp"),
        /** The same, with edges smoothed as usual. */
        CRISP("crisp");

        private final String word;

        Effort(String word) {
            this.word = word;
        }
    }

    private static final Pattern CODE =
            Pattern.compile("jpeg-q(?<jpegQuality>\\d{1,3}(\\.\\d{1,2})?)-(?<chroma>420|422|444)"
                    + "|avif-q(?<avifQuality>\\d{1,3})-(?<avifChroma>420|444)(-a(?<avifAlpha>\\d{1,3}))?"
                    + "|webp-q(?<webpQuality>\\d{1,3}(\\.\\d{1,2})?)(-a(?<alpha>\\d{1,3}))?(-s(?<shaping>\\d{1,3}))?(-(?<effort>fine|tuned|grain|sharp|crisp))?"
                    + "|webp-near(?<near>\\d{1,3})"
                    + "|(?<exact>webp|png|ico)-lossless"
                    + "|(?<palette>png|ico)-(?<colours>\\d{1,3})(?<dithered>-dithered)?");

    public static Encoding jpeg(double quality, Chroma chroma) {
        return new Encoding(
                PictureType.JPEG, Way.LOSSY, rounded(quality), 100, USUAL_SHAPING, chroma, 0, false, Effort.USUAL);
    }

    public static Encoding webp(double quality, int alphaQuality) {
        return new Encoding(
                PictureType.WEBP,
                Way.LOSSY,
                rounded(quality),
                alphaQuality,
                USUAL_SHAPING,
                null,
                0,
                false,
                Effort.USUAL);
    }

    /** @param chroma full or halved */
    public static Encoding avif(int quality, int alphaQuality, Chroma chroma) {
        return new Encoding(
                PictureType.AVIF, Way.LOSSY, quality, alphaQuality, USUAL_SHAPING, chroma, 0, false, Effort.USUAL);
    }

    public static Encoding webpNearly(int nearness) {
        return new Encoding(
                PictureType.WEBP, Way.NEARLY_LOSSLESS, nearness, 100, USUAL_SHAPING, null, 0, false, Effort.USUAL);
    }

    /** The same lossy WebP with other noise shaping. */
    Encoding shaped(int other) {
        return new Encoding(type, way, quality, alphaQuality, other, chroma, colours, dithered, effort);
    }

    /** The same lossy WebP with other effort. */
    Encoding with(Effort other) {
        return new Encoding(type, way, quality, alphaQuality, shaping, chroma, colours, dithered, other);
    }

    /** @param type WebP, PNG or ICO */
    public static Encoding lossless(PictureType type) {
        return new Encoding(type, Way.LOSSLESS, 100, 100, USUAL_SHAPING, null, 0, false, Effort.USUAL);
    }

    /** @param type PNG or ICO */
    public static Encoding palette(PictureType type, int colours, boolean dithered) {
        return new Encoding(type, Way.PALETTE, 100, 100, USUAL_SHAPING, null, colours, dithered, Effort.USUAL);
    }

    /** To hundredths, so that an encoding can be written down and made again. */
    private static double rounded(double quality) {
        return Math.rint(quality * 100) / 100;
    }

    /**
     * Reads {@link #code()}.
     *
     * @throws BadInput when it is not one
     */
    public static Encoding parse(String code) {
        Matcher parts = CODE.matcher(code);
        if (!parts.matches()) {
            throw new BadInput("encoding", "expected an encoding such as jpeg-q71.5-420, received " + code);
        }
        if (parts.group("jpegQuality") != null) {
            double quality = inRange(code, Double.parseDouble(parts.group("jpegQuality")), 1, 100);
            return jpeg(quality, chroma(parts.group("chroma")));
        }
        if (parts.group("avifQuality") != null) {
            int quality = (int) inRange(code, Integer.parseInt(parts.group("avifQuality")), 0, 100);
            String alpha = parts.group("avifAlpha");
            int alphaQuality = alpha == null ? 100 : (int) inRange(code, Integer.parseInt(alpha), 0, 100);
            return avif(quality, alphaQuality, chroma(parts.group("avifChroma")));
        }
        if (parts.group("webpQuality") != null) {
            double quality = inRange(code, Double.parseDouble(parts.group("webpQuality")), 0, 100);
            String alpha = parts.group("alpha");
            String shaping = parts.group("shaping");
            String effort = parts.group("effort");
            return webp(quality, alpha == null ? 100 : (int) inRange(code, Integer.parseInt(alpha), 0, 100))
                    .shaped(shaping == null ? USUAL_SHAPING : (int) inRange(code, Integer.parseInt(shaping), 0, 100))
                    .with(effort == null ? Effort.USUAL : Effort.valueOf(effort.toUpperCase(Locale.ROOT)));
        }
        if (parts.group("near") != null) {
            return webpNearly((int) inRange(code, Integer.parseInt(parts.group("near")), 0, 100));
        }
        if (parts.group("exact") != null) {
            return lossless(PictureType.ofWord(parts.group("exact")));
        }
        int colours = (int) inRange(code, Integer.parseInt(parts.group("colours")), 2, 256);
        return palette(PictureType.ofWord(parts.group("palette")), colours, parts.group("dithered") != null);
    }

    private static Chroma chroma(String digits) {
        return Stream.of(Chroma.values())
                .filter(chroma -> chroma.digits().equals(digits))
                .findFirst()
                .orElseThrow();
    }

    private static double inRange(String code, double value, double least, double most) {
        if (value < least || value > most) {
            throw new BadInput("encoding", "the number in " + code + " must be " + least + " to " + most);
        }
        return value;
    }

    /** Short and unmistakable, for programs: {@code jpeg-q71.5-420}, {@code webp-q80-a90}, {@code png-128-dithered}. */
    public String code() {
        return type.word()
                + switch (way) {
                    case LOSSY ->
                        "-q" + number()
                                + (chroma != null ? "-" + chroma.digits() : "")
                                + (alphaQuality < 100 ? "-a" + alphaQuality : "")
                                + (shaping != USUAL_SHAPING ? "-s" + shaping : "")
                                + (effort != Effort.USUAL ? "-" + effort.word : "");
                    case NEARLY_LOSSLESS -> "-near" + number();
                    case LOSSLESS -> "-lossless";
                    case PALETTE -> "-" + colours + (dithered ? "-dithered" : "");
                };
    }

    /** For people, without the type: {@code quality 71.5, 4:2:0}. */
    public String says() {
        return switch (way) {
            case LOSSY ->
                "quality " + String.format(Locale.ROOT, "%.1f", quality)
                        + (chroma != null ? ", " + chroma.label() : "")
                        + (alphaQuality < 100 ? ", alpha " + alphaQuality : "")
                        + (shaping != USUAL_SHAPING ? ", shaping " + shaping : "")
                        + (effort != Effort.USUAL ? ", " + effort.word : "");
            case NEARLY_LOSSLESS -> "nearly lossless, " + number();
            case LOSSLESS -> "lossless";
            case PALETTE -> colours + " colours" + (dithered ? ", dithered" : "");
        };
    }

    private String number() {
        return quality == Math.rint(quality) ? Integer.toString((int) quality) : Double.toString(quality);
    }

    /**
     * @throws BadInput when the picture has transparency that the type cannot hold, or is too large for it
     */
    public byte[] write(Pixels pixels, Tags tags) {
        return write(new Subject(pixels), tags);
    }

    /** The same of a picture that is encoded again and again. */
    byte[] write(Subject subject, Tags tags) {
        Pixels pixels = subject.pixels();
        return switch (type) {
            case JPEG -> JpegWriter.write(subject.jpeg(chroma), Math.max(1, quality), tags);
            case WEBP ->
                way == Way.LOSSY
                        ? WebpWriter.writeLossy(pixels, subject.webpAlpha(), lossyWebp(), tags)
                        : WebpWriter.writeLossless(pixels, way == Way.LOSSLESS ? 100 : (int) quality, tags);
            case AVIF -> AvifWriter.write(pixels, (int) quality, alphaQuality, chroma, tags);
            case ICO -> IcoWriter.wrap(png(subject, Tags.NONE), pixels.size());
            default -> png(subject, tags);
        };
    }

    private WebpWriter.Lossy lossyWebp() {
        return switch (effort) {
            case USUAL -> WebpWriter.Lossy.usual(quality, alphaQuality, shaping);
            case FINE -> WebpWriter.Lossy.fine(quality, alphaQuality, shaping, Smoothing.USUAL, false);
            case TUNED -> WebpWriter.Lossy.fine(quality, alphaQuality, shaping, Smoothing.FOUND, false);
            case GRAIN -> WebpWriter.Lossy.fine(quality, alphaQuality, shaping, Smoothing.NONE, false);
            case SHARP -> WebpWriter.Lossy.fine(quality, alphaQuality, shaping, Smoothing.FOUND, true);
            case CRISP -> WebpWriter.Lossy.fine(quality, alphaQuality, shaping, Smoothing.USUAL, true);
        };
    }

    private byte[] png(Subject subject, Tags tags) {
        Pixels pixels = subject.pixels();
        Palette palette = way == Way.PALETTE ? Palette.reduced(subject, colours, dithered) : Palette.exact(pixels);
        byte[] listed = palette == null ? null : PngWriter.write(pixels, tags, palette.colours(), palette.indices());
        boolean small = pixels.size().pixels() <= SMALL;
        if (listed != null && (way == Way.PALETTE || !small)) {
            return listed;
        }
        byte[] whole = PngWriter.write(pixels, tags);
        return listed == null || whole.length < listed.length ? whole : listed;
    }
}
