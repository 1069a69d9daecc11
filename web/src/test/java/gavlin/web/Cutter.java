package gavlin.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;

/** A line between two programs on loopback that breaks, again and again, in the middle of what it carries. */
final class Cutter implements AutoCloseable {
    private final ServerSocket from;
    private final int to;
    private final Random random = new Random(14);
    private final AtomicInteger left;
    private volatile int carried;
    private volatile int next;

    /** @param cuts how often it breaks @param every bytes carried between two breaks, at most */
    Cutter(int to, int cuts, int every) throws IOException {
        this.from = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        this.to = to;
        this.left = new AtomicInteger(cuts);
        this.next = 1 + random.nextInt(every);
        Thread accepting = new Thread(() -> accept(every), "cutter");
        accepting.setDaemon(true);
        accepting.start();
    }

    int port() {
        return from.getLocalPort();
    }

    int cutsLeft() {
        return left.get();
    }

    private void accept(int every) {
        try {
            while (true) {
                Socket near = from.accept();
                Socket far = new Socket(InetAddress.getLoopbackAddress(), to);
                carry(near, far, every);
                carry(far, near, every);
            }
        } catch (IOException e) {
            // closed
        }
    }

    private void carry(Socket from, Socket to, int every) {
        Thread thread = new Thread(
                () -> {
                    byte[] some = new byte[1000];
                    try (from;
                            to) {
                        InputStream in = from.getInputStream();
                        OutputStream out = to.getOutputStream();
                        for (int read = in.read(some); read >= 0; read = in.read(some)) {
                            out.write(some, 0, read);
                            out.flush();
                            if (isCut(read, every)) {
                                return;
                            }
                        }
                    } catch (IOException e) {
                        // the other side is gone
                    }
                },
                "cutter");
        thread.setDaemon(true);
        thread.start();
    }

    private synchronized boolean isCut(int read, int every) {
        carried += read;
        if (left.get() == 0 || carried < next) {
            return false;
        }
        carried = 0;
        next = 1 + random.nextInt(every);
        left.decrementAndGet();
        return true;
    }

    @Override
    public void close() throws IOException {
        from.close();
    }
}
