package gavlin.web.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;

import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.Source;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin;
import gavlin.web.store.FileStore;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.util.unit.DataSize;

class WorkingPicturesTest {
    @TempDir
    Path cache;

    @Test
    void fullCache_filledFromAllSides_staysBoundedAndFailsNobody() throws IOException {
        DataSize most = DataSize.ofKilobytes(600);
        PictureSettings settings =
                new PictureSettings(cache, most, new PictureSettings.Pictures(DataSize.ofMegabytes(64), 120, 100, 100));
        Decoders decoders = new DecoderSettings().decoders(settings);
        WorkingPictures working = new WorkingPictures(settings, mock(FileStore.class), decoders);
        byte[] photograph = RunningGavlin.photograph(Size.parse("120x80"), 3); // about 50 kB as a working picture
        IntStream.range(0, 120).parallel().forEach(i -> {
            var made = working.take(Source.of(photograph), "%064x".formatted(i));
            assertEquals(Size.parse("120x80"), made.picture().size());
        });
        decoders.close();
        assertTrue(bytes() <= most.toBytes() * 1.2, bytes() + " bytes");
        assertTrue(bytes() >= most.toBytes() / 2, "what there is room for is kept: " + bytes());
    }

    private long bytes() throws IOException {
        try (Stream<Path> all = Files.list(cache)) {
            return all.filter(Files::isRegularFile)
                    .mapToLong(file -> {
                        try {
                            return Files.size(file);
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                    })
                    .sum();
        }
    }
}
