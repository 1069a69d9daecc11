package gavlin.web.connect;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.config.hosts.HostConfigEntryResolver;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.SshException;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.keyprovider.KeyIdentityProvider;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClientFactory;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHPosixRenameExtension;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;

/**
 * Over SFTP. The host's key is pinned when it is first seen: another one later is refused, because it means another machine or somebody
 * in between.
 */
final class SftpFolder implements Folder {
    private static final Duration PATIENCE = Duration.ofSeconds(15);
    private static final int DEPTH = 2;

    private final SshClient client;
    private ClientSession session;
    private SftpClient sftp;
    private final String root;
    private String hostKey = "";

    /**
     * @param secret a password, or a private key as text
     * @param pinned fingerprint that the host must have; empty to take the one it has
     */
    SftpFolder(Reach reach, String user, String secret, String pinned) throws IOException {
        this.root = reach.uri().getPath();
        this.client = SshClient.setUpDefaultClient();
        client.setHostConfigEntryResolver(HostConfigEntryResolver.EMPTY);
        client.setKeyIdentityProvider(KeyIdentityProvider.EMPTY_KEYS_PROVIDER);
        client.setServerKeyVerifier((where, address, key) -> {
            hostKey = KeyUtils.getFingerPrint(key);
            return pinned.isEmpty() || pinned.equals(hostKey);
        });
        CoreModuleProperties.IDLE_TIMEOUT.set(client, Duration.ofMinutes(2));
        client.start();
        try {
            session = client.connect(user, new InetSocketAddress(reach.at(), reach.port()))
                    .verify(PATIENCE)
                    .getSession();
            identify(secret);
            session.auth().verify(PATIENCE);
            sftp = SftpClientFactory.instance().createSftpClient(session);
            if (!sftp.stat(root.isEmpty() ? "." : at("")).isDirectory()) {
                throw SiteRefused.everything("at this address is no folder");
            }
        } catch (SftpException e) {
            close();
            throw SiteRefused.everything("there is no folder at this address");
        } catch (SshException e) {
            close();
            throw judged(e, pinned);
        } catch (IOException | RuntimeException e) {
            close();
            throw e;
        }
    }

    private IOException judged(SshException e, String pinned) {
        if (!pinned.isEmpty() && !hostKey.isEmpty() && !pinned.equals(hostKey)) {
            throw SiteRefused.everything(
                    "the host shows another key than before: it was " + pinned + " and is " + hostKey
                            + ". That is another machine, or somebody in between. If its keeper says that the key was changed, set the connection anew");
        }
        if (e.getDisconnectCode() == 14
                || String.valueOf(e.getMessage()).contains("authentication")) { // RFC 4253, 11.1
            throw SiteRefused.everything("the host refuses the name, the password or the key");
        }
        return e;
    }

    private void identify(String secret) throws IOException {
        if (!secret.startsWith("-----BEGIN")) {
            session.addPasswordIdentity(secret);
            return;
        }
        try (InputStream text = new ByteArrayInputStream(secret.getBytes(StandardCharsets.UTF_8))) {
            for (KeyPair pair : SecurityUtils.loadKeyPairIdentities(session, NamedResource.ofName("key"), text, null)) {
                session.addPublicKeyIdentity(pair);
            }
        } catch (GeneralSecurityException | IOException | RuntimeException e) {
            throw SiteRefused.everything(
                    "the private key can't be read: give it whole, in PEM or OpenSSH's form, without a passphrase");
        }
    }

    /** SHA-256 of the host's key, as ssh-keygen -l prints it. */
    String hostKey() {
        return hostKey;
    }

    private String at(String path) {
        return root.endsWith("/") ? root + path : root + "/" + path;
    }

    @Override
    public void write(String path, byte[] bytes) throws IOException {
        for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
            String folder = at(path.substring(0, slash));
            if (attributes(folder) == null) {
                sftp.mkdir(folder);
            }
        }
        try (OutputStream out = sftp.write(at(path))) {
            out.write(bytes);
        } catch (SftpException e) {
            throw refused(e);
        }
    }

    /** What the server says no to is its last word; that a connection broke is not. */
    private static IOException refused(SftpException e) {
        switch (e.getStatus()) {
            case SftpConstants.SSH_FX_PERMISSION_DENIED, SftpConstants.SSH_FX_WRITE_PROTECT ->
                throw SiteRefused.everything("the host doesn't let this account write here");
            case SftpConstants.SSH_FX_NO_SPACE_ON_FILESYSTEM, SftpConstants.SSH_FX_QUOTA_EXCEEDED ->
                throw SiteRefused.everything("the host has no room left");
            default -> {
                return e;
            }
        }
    }

    @Override
    public void rename(String from, String to) throws IOException {
        OpenSSHPosixRenameExtension atOnce = sftp.getExtension(OpenSSHPosixRenameExtension.class);
        if (atOnce != null && atOnce.isSupported()) {
            atOnce.posixRename(at(from), at(to));
        } else {
            delete(to); // plain SFTP has no renaming over something
            sftp.rename(at(from), at(to));
        }
    }

    @Override
    public byte[] read(String path) throws IOException {
        long size = size(path);
        if (size < 0) {
            return null;
        }
        try (InputStream in = sftp.read(at(path))) {
            return Incoming.read(in);
        }
    }

    @Override
    public long size(String path) throws IOException {
        SftpClient.Attributes attributes = attributes(at(path));
        return attributes == null ? -1 : attributes.getSize();
    }

    private SftpClient.Attributes attributes(String path) throws IOException {
        try {
            return sftp.stat(path);
        } catch (SftpException e) {
            if (e.getStatus() == SftpConstants.SSH_FX_NO_SUCH_FILE
                    || e.getStatus() == SftpConstants.SSH_FX_NO_SUCH_PATH) {
                return null;
            }
            throw e;
        }
    }

    @Override
    public void delete(String path) throws IOException {
        if (attributes(at(path)) != null) {
            sftp.remove(at(path));
        }
    }

    @Override
    public List<Entry> list() throws IOException {
        List<Entry> all = new ArrayList<>();
        list("", 0, all);
        return all;
    }

    private void list(String folder, int depth, List<Entry> into) throws IOException {
        for (SftpClient.DirEntry each : sftp.readDir(at(folder))) {
            String path = folder.isEmpty() ? each.getFilename() : folder + "/" + each.getFilename();
            if (each.getAttributes().isRegularFile()) {
                into.add(new Entry(path, each.getAttributes().getSize()));
            } else if (depth < DEPTH
                    && !each.getFilename().startsWith(".")
                    && each.getAttributes().isDirectory()) {
                list(path, depth + 1, into);
            }
        }
    }

    @Override
    public void close() throws IOException {
        if (sftp != null) {
            sftp.close();
        }
        if (session != null) {
            session.close(true);
        }
        client.stop();
    }
}
