package gavlin.web.connect;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;

/**
 * A folder on a web server: each file lies there under its path in a package. It is written under another name beside its place and then
 * given its own, so that no visitor ever gets half of it.
 */
final class FolderConnector implements Connector {
    private static final String UNFINISHED = ".gavlin-part";

    private final Folder folder;

    FolderConnector(Folder folder) {
        this.folder = folder;
    }

    private interface Asking<T> {
        T ask() throws IOException;
    }

    private static <T> T asked(Asking<T> asking) {
        try {
            return asking.ask();
        } catch (IOException e) {
            throw new SiteUnreachable("the connection to the folder was lost", e);
        }
    }

    @Override
    public String answered() {
        int files = holdings().size();
        return files == 0
                ? "an empty folder"
                : files == 1 ? "a folder with one file" : "a folder with " + files + " files";
    }

    @Override
    public String noPlaceFor(String slot, String section, int density) {
        return null;
    }

    @Override
    public boolean holds(File file) {
        return asked(() -> folder.size(file.path()) == file.bytes().length
                && Arrays.equals(folder.read(file.path()), file.bytes()));
    }

    @Override
    public void put(File file) {
        asked(() -> {
            String beside = file.path() + UNFINISHED;
            folder.write(beside, file.bytes());
            if (folder.size(beside) != file.bytes().length) {
                throw new IOException("not all of it arrived");
            }
            folder.rename(beside, file.path());
            return null;
        });
    }

    @Override
    public void publish() {
        // What lies in a folder is seen.
    }

    @Override
    public byte[] held(File file) {
        return asked(() -> folder.read(file.path()));
    }

    @Override
    public byte[] shown(File file) {
        return held(file);
    }

    @Override
    public void remove(File file) {
        asked(() -> {
            folder.delete(file.path());
            return null;
        });
    }

    @Override
    public List<Holding> holdings() {
        return asked(folder::list).stream()
                .filter(entry -> !entry.path().endsWith(UNFINISHED))
                .map(entry -> new Holding(entry.path(), "", null, entry.bytes(), "", "", ""))
                .toList();
    }

    @Override
    public void close() {
        try {
            folder.close();
        } catch (IOException e) {
            // Nothing more is wanted of it.
        }
    }
}
