package gavlin.core.decoder;

import java.io.IOException;
import java.io.OutputStream;

/** Where a stranger's bytes come from, for handing them on unread: a stream's length in memory is never needed. */
public interface Source {
    void copyTo(OutputStream to) throws IOException;

    static Source of(byte[] bytes) {
        return to -> to.write(bytes);
    }
}
