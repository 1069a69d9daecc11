package gavlin.web.picture;

import gavlin.core.codec.Limits;
import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * Settings under {@code gavlin}.
 *
 * @param cache folder for working pictures and views; may be emptied at any time
 * @param maxCacheSize the oldest files go when it is exceeded
 */
@ConfigurationProperties("gavlin")
public record PictureSettings(
        Path cache,
        @DefaultValue("4GB") DataSize maxCacheSize,
        @DefaultValue Pictures pictures) {
    /** What an uploaded file may claim before it is decoded; see {@link Limits}. */
    record Pictures(
            @DefaultValue("64000000B") DataSize maxWeight,
            @DefaultValue("120") int maxMegapixels,
            @DefaultValue("100") int maxFrames,
            @DefaultValue("100") int maxScans) {}

    Limits limits() {
        return new Limits(
                pictures.maxWeight.toBytes(),
                pictures.maxMegapixels * 1_000_000L,
                pictures.maxFrames,
                pictures.maxScans);
    }
}
