package gavlin.core.codec;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.exif.ExifIFD0Directory;
import gavlin.core.raster.Orientation;
import java.io.ByteArrayInputStream;
import java.io.IOException;

/** What a file's metadata says, as far as Gavlin uses it. Broken metadata never makes a picture unusable. */
final class Metadata {
    private Metadata() {}

    /** The orientation of the first EXIF block, upright when there is none or it makes no sense. */
    static Orientation orientation(Bytes file) {
        try {
            com.drew.metadata.Metadata metadata =
                    ImageMetadataReader.readMetadata(new ByteArrayInputStream(file.array()), file.length());
            ExifIFD0Directory exif = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
            Integer value = exif == null ? null : exif.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
            return value == null ? Orientation.UPRIGHT : Orientation.ofExif(value);
        } catch (ImageProcessingException | IOException | RuntimeException e) {
            return Orientation.UPRIGHT;
        }
    }
}
