package gavlin.web.picture;

import gavlin.core.decoder.Decoders;
import java.io.IOException;
import java.nio.file.Files;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The decoder processes of this node, in the cache folder, on whose disk what they make is kept. */
@Configuration
class DecoderSettings {
    @Bean(destroyMethod = "close")
    Decoders decoders(PictureSettings settings) throws IOException {
        return new Decoders(
                Decoders.Settings.of(Files.createDirectories(settings.cache()).resolve("decoders")));
    }
}
