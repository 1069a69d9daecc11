package gavlin.web.connect;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Seals the keys of sites: AES-256 in Galois/Counter Mode (NIST SP 800-38D), a nonce of 96 random bits each time, with a key that lies in
 * a file beside the data and never in the database. What a secret is for is sealed along with it: copied to another place it doesn't open.
 */
@Component
class KeyBox {
    private static final int KEY_BYTES = 32;
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;
    private static final FileAttribute<?> OWNER_ONLY =
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"));

    private final Path file;
    private final SecureRandom random = new SecureRandom();

    KeyBox(@Value("${gavlin.key-file}") Path file) {
        this.file = file;
    }

    byte[] seal(String secret, String purpose) {
        byte[] nonce = new byte[NONCE_BYTES];
        random.nextBytes(nonce);
        try {
            byte[] sealed =
                    cipher(Cipher.ENCRYPT_MODE, nonce, purpose).doFinal(secret.getBytes(StandardCharsets.UTF_8));
            return ByteBuffer.allocate(nonce.length + sealed.length)
                    .put(nonce)
                    .put(sealed)
                    .array();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every JDK has AES in Galois/Counter Mode", e);
        }
    }

    /** @throws SiteRefused when it was sealed with another key, or for another purpose */
    String open(byte[] sealed, String purpose) {
        try {
            ByteBuffer in = ByteBuffer.wrap(sealed);
            byte[] nonce = new byte[NONCE_BYTES];
            in.get(nonce);
            byte[] rest = new byte[in.remaining()];
            in.get(rest);
            return new String(cipher(Cipher.DECRYPT_MODE, nonce, purpose).doFinal(rest), StandardCharsets.UTF_8);
        } catch (AEADBadTagException e) {
            throw SiteRefused.everything(
                    "the site's key was sealed with another key file than this installation has; give the key again");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every JDK has AES in Galois/Counter Mode", e);
        }
    }

    private Cipher cipher(int mode, byte[] nonce, String purpose) throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(mode, new SecretKeySpec(key(), "AES"), new GCMParameterSpec(TAG_BITS, nonce));
        cipher.updateAAD(purpose.getBytes(StandardCharsets.UTF_8));
        return cipher;
    }

    /** Made when it is first needed. */
    private byte[] key() {
        try {
            if (!Files.exists(file)) {
                make();
            }
            byte[] key = Files.readAllBytes(file);
            if (key.length != KEY_BYTES) {
                throw new IllegalStateException(
                        "the key file " + file + " must have " + KEY_BYTES + " bytes, has " + key.length);
            }
            return key;
        } catch (IOException e) {
            throw new UncheckedIOException("the key file can't be read or written", e);
        }
    }

    private synchronized void make() throws IOException {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        Files.createDirectories(file.toAbsolutePath().getParent());
        Path whole = Files.createTempFile(file.toAbsolutePath().getParent(), "key", "", OWNER_ONLY);
        Files.write(whole, key, StandardOpenOption.WRITE);
        try {
            Files.createLink(file, whole); // fails where another process was first, whose key is then used
        } catch (FileAlreadyExistsException e) {
            // Its key is as good.
        } finally {
            Files.delete(whole);
        }
    }
}
