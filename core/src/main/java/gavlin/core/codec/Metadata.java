package gavlin.core.codec;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.exif.ExifIFD0Directory;
import gavlin.core.raster.Orientation;
import java.io.ByteArrayInputStream;
import java.io.IOException;

/** A file's metadata, as metadata-extractor reads it. Broken metadata never makes a picture unusable. */
final class Metadata {
    private Metadata() {}

    /** The orientation of the first EXIF block, upright when there is none or it makes no sense. */
    static Orientation orientation(Bytes file) {
        com.drew.metadata.Metadata all = read(file);
        ExifIFD0Directory exif = all == null ? null : all.getFirstDirectoryOfType(ExifIFD0Directory.class);
        Integer value = exif == null ? null : exif.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
        return value == null ? Orientation.UPRIGHT : Orientation.ofExif(value);
    }

    /** Null when there is none that can be read. */
    static com.drew.metadata.Metadata read(Bytes file) {
        try {
            return ImageMetadataReader.readMetadata(new ByteArrayInputStream(file.array()), file.length());
        } catch (ImageProcessingException | IOException | RuntimeException e) {
            return null;
        }
    }
}
