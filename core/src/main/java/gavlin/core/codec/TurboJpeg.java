package gavlin.core.codec;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.NativeLibrary;
import com.sun.jna.NativeLong;
import com.sun.jna.Pointer;
import gavlin.core.geometry.Size;
import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * libjpeg-turbo's TurboJPEG interface, version 2, where the machine has it (Debian's libturbojpeg0). Its default decoding,
 * accurate DCT and smooth chroma, gives the same pixels as the JDK's reader.
 */
final class TurboJpeg {
    private static final int PIXEL_RGB = 0;
    private static final int NO_FLAGS = 0;
    private static final String NAME = "libturbojpeg.so.0";
    private static final Api API = load();
    private static final String VERSION = API == null ? NAME : fileName();

    /** As in turbojpeg.h. */
    private interface Api extends Library {
        Pointer tjInitDecompress();

        int tjDecompress2(
                Pointer handle,
                Pointer jpeg,
                NativeLong jpegSize,
                Pointer pixels,
                int width,
                int pitch,
                int height,
                int pixelFormat,
                int flags);

        String tjGetErrorStr2(Pointer handle);

        int tjDestroy(Pointer handle);
    }

    private TurboJpeg() {}

    static boolean isThere() {
        return API != null;
    }

    /** The library's file, whose name has its version: its interface does not tell it. */
    static String version() {
        return VERSION;
    }

    private static String fileName() {
        try {
            return NativeLibrary.getInstance(NAME)
                    .getFile()
                    .toPath()
                    .toRealPath()
                    .getFileName()
                    .toString();
        } catch (IOException e) {
            return NAME;
        }
    }

    /**
     * Decodes to RGB, 3 bytes a pixel, row by row without gaps.
     *
     * @param jpeg the whole of it is the file
     * @param into a direct buffer of at least {@code width · height · 3} bytes
     * @throws PictureRefused when the data is damaged or breaks off
     */
    static void decode(Memory jpeg, Size size, ByteBuffer into) {
        Pointer handle = API.tjInitDecompress();
        try {
            int failed = API.tjDecompress2(
                    handle,
                    jpeg,
                    new NativeLong(jpeg.size()),
                    Native.getDirectBufferPointer(into),
                    size.width(),
                    size.width() * 3,
                    size.height(),
                    PIXEL_RGB,
                    NO_FLAGS);
            String said = failed == 0 ? "" : API.tjGetErrorStr2(handle);
            if (failed != 0 && !said.contains("extraneous bytes")) { // which many cameras leave, and nobody misses
                throw PictureRefused.corrupt("its picture data cannot be decoded (" + said + ")");
            }
        } finally {
            API.tjDestroy(handle);
        }
    }

    private static Api load() {
        try {
            return Native.load(NAME, Api.class);
        } catch (UnsatisfiedLinkError e) {
            return null;
        }
    }
}
