package gavlin.web.picture;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.Source;
import gavlin.core.geometry.Size;
import gavlin.core.raster.DiskFull;
import gavlin.web.RunningGavlin;
import gavlin.web.problem.StorageFull;
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
        WorkingPictures working =
                new WorkingPictures(settings, mock(FileStore.class), decoders, new gavlin.web.work.HeavyWork());
        byte[] photograph = RunningGavlin.photograph(Size.parse("120x80"), 3); // about 50 kB as a working picture
        IntStream.range(0, 120).parallel().forEach(i -> {
            var made = working.take(Source.of(photograph), "%064x".formatted(i));
            assertEquals(Size.parse("120x80"), made.picture().size());
        });
        decoders.close();
        assertTrue(bytes() <= most.toBytes() * 1.2, bytes() + " bytes");
        assertTrue(bytes() >= most.toBytes() / 2, "what there is room for is kept: " + bytes());
    }

    @Test
    void fullDisk_makesRoomOnce_andElseSaysSo_withNothingHalfWritten() throws IOException {
        PictureSettings settings = new PictureSettings(
                cache, DataSize.ofMegabytes(9), new PictureSettings.Pictures(DataSize.ofMegabytes(64), 120, 100, 100));
        for (int i = 0; i < 4; i++) {
            Files.write(cache.resolve("%064x.working".formatted(i)), new byte[100_000]);
        }
        Decoders decoders = mock(Decoders.class);
        when(decoders.take(any(), any(), any())).thenThrow(new DiskFull("there is no room"));
        WorkingPictures working =
                new WorkingPictures(settings, mock(FileStore.class), decoders, new gavlin.web.work.HeavyWork());
        StorageFull said =
                assertThrows(StorageFull.class, () -> working.take(Source.of(new byte[9]), "%064x".formatted(9)));
        assertTrue(said.getMessage().contains("the disk that Gavlin works on is full"), said.getMessage());
        verify(decoders, times(2)).take(any(), any(), any());
        assertEquals(200_000, bytes(), "half of the cache has been thrown away for it");
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
