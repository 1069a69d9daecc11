package gavlin.web.connect;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeyBoxTest {
    @TempDir
    Path folder;

    @Test
    void sealedSecret_opensWithTheSameFile_forTheSamePurposeOnly() throws IOException {
        Path file = folder.resolve("keys/sites.key");
        byte[] sealed = new KeyBox(file).seal("stand-in-demo", "tolvane slots https://a/");

        assertEquals("stand-in-demo", new KeyBox(file).open(sealed, "tolvane slots https://a/"));
        assertEquals("rw-------", PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));
        assertEquals(1, Files.list(file.getParent()).count(), "nothing is left beside it");
        assertFalse(new String(sealed, StandardCharsets.ISO_8859_1).contains("stand-in"));
        SiteRefused elsewhere =
                assertThrows(SiteRefused.class, () -> new KeyBox(file).open(sealed, "tolvane slots https://b/"));
        assertTrue(elsewhere.getMessage().contains("give the key again"), elsewhere.getMessage());
        assertThrows(
                SiteRefused.class,
                () -> new KeyBox(folder.resolve("other.key")).open(sealed, "tolvane slots https://a/"));
    }

    @Test
    void sameSecret_isNeverSealedTheSame_andOneChangedBitIsNoticed() {
        KeyBox keys = new KeyBox(folder.resolve("sites.key"));
        byte[] sealed = keys.seal("word", "p");
        assertNotEquals(Arrays.toString(sealed), Arrays.toString(keys.seal("word", "p")));
        sealed[sealed.length - 1] ^= 1;
        assertThrows(SiteRefused.class, () -> keys.open(sealed, "p"));
    }

    @Test
    void keyFileOfAnotherLength_isNamed() throws IOException {
        Path file = Files.write(folder.resolve("short.key"), new byte[3]);
        assertTrue(assertThrows(IllegalStateException.class, () -> new KeyBox(file).seal("a", "b"))
                .getMessage()
                .contains("must have 32 bytes, has 3"));
    }
}
