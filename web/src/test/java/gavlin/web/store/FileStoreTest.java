package gavlin.web.store;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import gavlin.web.RunningGavlin;
import gavlin.web.problem.NotFound;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FileStoreTest {
    private final FileStore files = RunningGavlin.get().bean(FileStore.class);

    @ParameterizedTest
    @ValueSource(ints = {1, 1 << 20, (1 << 20) + 1, 3_500_000})
    void bytes_ofAnyLength_comeBackAsTheyWere(int length) {
        byte[] bytes = noise(length, 1);
        assertArrayEquals(bytes, files.bytes(files.put(bytes)));
    }

    @Test
    void sameBytes_putByManyAtOnce_areStoredOnce() {
        byte[] bytes = noise(2_000_000, 2);
        CompletableFuture<?>[] puts = IntStream.range(0, 6)
                .mapToObj(i -> CompletableFuture.supplyAsync(() -> files.put(bytes)))
                .toArray(CompletableFuture[]::new);
        CompletableFuture.allOf(puts).join();
        assertArrayEquals(bytes, files.bytes(FileStore.sha256(bytes)));
    }

    /** FIPS 180-4's example "abc". */
    @Test
    void sha256_ofTheStandardsExample_isItsDigest() {
        assertEquals(
                "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
                FileStore.sha256("abc".getBytes(java.nio.charset.StandardCharsets.US_ASCII)));
    }

    @Test
    void unknownHash_isNotFound() {
        assertThrows(NotFound.class, () -> files.bytes("f".repeat(64)));
    }

    private static byte[] noise(int length, long seed) {
        byte[] bytes = new byte[length];
        new Random(seed).nextBytes(bytes);
        return bytes;
    }
}
