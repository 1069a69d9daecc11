package gavlin.web.connect;

import com.github.sardine.DavResource;
import com.github.sardine.Sardine;
import com.github.sardine.impl.SardineException;
import com.github.sardine.impl.SardineImpl;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Over WebDAV (RFC 4918). */
final class WebDavFolder implements Folder {
    private static final int NOT_FOUND = 404;
    private static final int METHOD_NOT_ALLOWED = 405;
    private static final int DEPTH = 2;

    private final Sardine dav;
    private final URI root;
    private final Set<String> made = new HashSet<>();

    WebDavFolder(Reach reach, String user, String password) throws IOException {
        this.dav = user.isEmpty() ? new SardineImpl(Http.to(reach)) : new SardineImpl(Http.to(reach), user, password);
        this.root = reach.uri();
        if (!user.isEmpty()) {
            dav.enablePreemptiveAuthentication(root.toURL());
        }
        try {
            if (!asked(() -> dav.exists(root.toString()))) {
                throw SiteRefused.everything("there is no folder at this address");
            }
        } catch (IOException | RuntimeException e) {
            close();
            throw e;
        }
    }

    private interface Asking<T> {
        T ask() throws IOException;
    }

    /** Answers that say no become refusals; what is busy or broken stays what it is. */
    private static <T> T asked(Asking<T> asking) throws IOException {
        try {
            return asking.ask();
        } catch (SardineException e) {
            int status = e.getStatusCode();
            if (status == 401 || status == 403) {
                throw SiteRefused.everything("the folder's server refuses the name or the password");
            }
            if (status >= 300 && status < 400) {
                throw SiteRefused.everything(
                        "the server leads elsewhere, where Gavlin doesn't go; give the address that it leads to");
            }
            if (status >= 500 && status != 507 || status == 429 || status == 423) {
                throw e;
            }
            throw SiteRefused.thisFile("the folder's server answered: " + status + " " + e.getResponsePhrase());
        }
    }

    private String at(String path) {
        return root
                + Arrays.stream(path.split("/"))
                        .map(part ->
                                URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20"))
                        .collect(Collectors.joining("/"));
    }

    @Override
    public void write(String path, byte[] bytes) throws IOException {
        for (int slash = path.indexOf('/'); slash > 0; slash = path.indexOf('/', slash + 1)) {
            String folder = path.substring(0, slash);
            if (made.add(folder)) {
                makeFolder(folder);
            }
        }
        asked(() -> {
            dav.put(at(path), bytes);
            return null;
        });
    }

    private void makeFolder(String folder) throws IOException {
        asked(() -> {
            try {
                dav.createDirectory(at(folder) + "/");
            } catch (SardineException e) {
                if (e.getStatusCode() != METHOD_NOT_ALLOWED) { // it is there already (RFC 4918, 9.3.1)
                    throw e;
                }
            }
            return null;
        });
    }

    @Override
    public void rename(String from, String to) throws IOException {
        asked(() -> {
            dav.move(at(from), at(to), true);
            return null;
        });
    }

    @Override
    public byte[] read(String path) throws IOException {
        return orNothing(
                () -> {
                    try (InputStream in = dav.get(at(path))) {
                        return Incoming.read(in);
                    }
                },
                null);
    }

    @Override
    public long size(String path) throws IOException {
        return orNothing(() -> dav.list(at(path), 0).get(0).getContentLength(), -1L);
    }

    @Override
    public void delete(String path) throws IOException {
        orNothing(
                () -> {
                    dav.delete(at(path));
                    return null;
                },
                null);
    }

    private static <T> T orNothing(Asking<T> asking, T nothing) throws IOException {
        return asked(() -> {
            try {
                return asking.ask();
            } catch (SardineException e) {
                if (e.getStatusCode() == NOT_FOUND) {
                    return nothing;
                }
                throw e;
            }
        });
    }

    @Override
    public List<Entry> list() throws IOException {
        List<Entry> all = new ArrayList<>();
        list("", 0, all);
        return all;
    }

    /** One folder at a time: many servers refuse to tell all at once (RFC 4918, 9.1). */
    private void list(String folder, int depth, List<Entry> into) throws IOException {
        String here = folder.isEmpty() ? root.toString() : at(folder) + "/";
        for (DavResource each : asked(() -> dav.list(here, 1))) {
            if (isSame(each.getPath(), URI.create(here).getPath())) {
                continue; // the folder itself, which may come anywhere (RFC 4918, 9.1)
            }
            String path = folder.isEmpty() ? each.getName() : folder + "/" + each.getName();
            if (!each.isDirectory()) {
                into.add(new Entry(path, each.getContentLength()));
            } else if (depth < DEPTH) {
                list(path, depth + 1, into);
            }
        }
    }

    private static boolean isSame(String one, String other) {
        return one.replaceFirst("/+$", "").equals(other.replaceFirst("/+$", ""));
    }

    @Override
    public void close() throws IOException {
        dav.shutdown();
    }
}
