package gavlin.web.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.Mockito.mock;

import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.geometry.Size;
import gavlin.web.RunningGavlin;
import gavlin.web.store.FileStore;
import gavlin.web.work.HeavyWork;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
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
        WorkingPictures working = new WorkingPictures(settings, mock(FileStore.class), new HeavyWork());
        byte[] photograph = RunningGavlin.photograph(Size.parse("120x80"), 3); // about 50 kB as a working picture
        var header = PictureReader.inspect(photograph, Limits.DEFAULT);
        CompletableFuture.allOf(IntStream.range(0, 120)
                        .mapToObj(i -> CompletableFuture.runAsync(() -> {
                            var decoded = working.decode(photograph, header, "%064x".formatted(i));
                            assertEquals(Size.parse("120x80"), decoded.picture().size());
                        }))
                        .toArray(CompletableFuture[]::new))
                .join();
        assertTrue(bytes() <= most.toBytes() * 1.2, bytes() + " bytes");
        assertTrue(bytes() >= most.toBytes() / 2, "what there is room for is kept: " + bytes());
    }

    private long bytes() throws IOException {
        try (Stream<Path> all = Files.list(cache)) {
            return all.mapToLong(file -> {
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
