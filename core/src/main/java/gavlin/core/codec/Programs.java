package gavlin.core.codec;

import java.util.Collection;

/** The programs that read and write pictures here, with their versions: part of every rendition's key. */
public final class Programs {
    private static final String JDK = "jdk " + Runtime.version();
    private static final String WEBP = "webp-imageio " + version(com.luciad.imageio.webp.WebPWriteParam.class);

    private Programs() {}

    /** What decides the pixels of a file of this type besides its bytes. */
    public static String readers(PictureType type) {
        return switch (type) {
            case JPEG -> TurboJpeg.isThere() ? TurboJpeg.version() : JDK;
            case SVG -> "afresh by jsvg " + version(com.github.weisj.jsvg.SVGDocument.class);
            case PDF -> "afresh by pdfbox " + version(org.apache.pdfbox.Loader.class);
            case WEBP -> WEBP;
            case AVIF, HEIC -> HeifPrograms.version();
            default -> "gavlin";
        };
    }

    /** What decides the bytes of files of these types, besides the pixels. */
    public static String writers(Collection<PictureType> types) {
        String always = JDK + ", " + WEBP;
        return types.contains(PictureType.AVIF)
                ? always + ", " + HeifPrograms.version() + ", " + HeifPrograms.encoderVersion()
                : always;
    }

    private static String version(Class<?> library) {
        String version = library.getPackage().getImplementationVersion();
        if (version != null) {
            return version;
        }
        String jar =
                String.valueOf(library.getProtectionDomain().getCodeSource().getLocation());
        return jar.replaceAll(".*/", "");
    }
}
