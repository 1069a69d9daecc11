package gavlin.core.codec;

import gavlin.core.BadInput;
import gavlin.core.speech.Said;
import java.util.Arrays;
import java.util.Locale;

/** The kinds of picture file that Gavlin reads; some of them it also writes. */
public enum PictureType {
    JPEG("image/jpeg", "jpg", "JPEG", false, true),
    PNG("image/png", "png", "PNG", true, true),
    WEBP("image/webp", "webp", "WebP", true, true),
    GIF("image/gif", "gif", "GIF", true, false),
    ICO("image/vnd.microsoft.icon", "ico", "ICO", true, true),
    BMP("image/bmp", "bmp", "BMP", true, false),
    SVG("image/svg+xml", "svg", "SVG", true, false),
    PDF("application/pdf", "pdf", "PDF", true, false),
    AVIF("image/avif", "avif", "AVIF", true, true),
    HEIC("image/heic", "heic", "HEIC", true, false);

    private final String mediaType;
    private final String extension;
    private final String label;
    private final boolean alpha;
    private final boolean written;

    PictureType(String mediaType, String extension, String label, boolean alpha, boolean written) {
        this.mediaType = mediaType;
        this.extension = extension;
        this.label = label;
        this.alpha = alpha;
        this.written = written;
    }

    /** The type of a slot sheet's word, such as {@code jpeg}. */
    public static PictureType ofWord(String word) {
        return Arrays.stream(values())
                .filter(t -> t.word().equals(word))
                .findFirst()
                .orElseThrow(() -> new BadInput("type", "expected one of " + words() + ", received " + word));
    }

    private static String words() {
        return Said.either(Arrays.stream(values()).map(PictureType::word).toList());
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public String label() {
        return label;
    }

    /** As registered with IANA. */
    public String mediaType() {
        return mediaType;
    }

    public String extension() {
        return extension;
    }

    public boolean canHoldAlpha() {
        return alpha;
    }

    /** Of AVIF only where the machine has an encoder: see {@link AvifWriter}. */
    public boolean canBeWritten() {
        return written && (this != AVIF || AvifWriter.isThere());
    }

    /** Whether it has no pixels of its own and is drawn afresh in every size. */
    public boolean isDrawn() {
        return this == SVG || this == PDF;
    }

    /** Whether a copy of such a file can say itself what must be seen of it; see {@link RegionCopy}. */
    public boolean canHoldRegions() {
        return this == JPEG || this == PNG || this == WEBP;
    }
}
