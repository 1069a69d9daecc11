package gavlin.core.codec;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * libheif's own programs, where the machine has them (Debian's libheif-examples): each runs in a process and a folder of its
 * own, with bounded time, memory and output.
 */
final class HeifPrograms {
    /** Of address space for the process, kB: a picture of 120 megapixels in its own planes and as RGB, and the program. */
    private static final long MOST_MEMORY_KB = 2_500_000;
    /** Of anything that it writes, in the shell's blocks of 512 bytes: a gigabyte. */
    private static final long MOST_OUTPUT_BLOCKS = 2_000_000;

    private static final List<Path> LIBRARIES = libraryFolders();

    private HeifPrograms() {}

    /** A program took too long, or said that it could not do it. */
    static final class Failed extends IOException {
        private static final long serialVersionUID = 1;
        private final boolean tooLong;

        private Failed(String message, boolean tooLong) {
            super(message);
            this.tooLong = tooLong;
        }

        boolean tooLong() {
            return tooLong;
        }
    }

    interface Work<T> {
        T in(Path folder) throws IOException;
    }

    static boolean has(String program) {
        return Stream.of(System.getenv().getOrDefault("PATH", "").split(":"))
                .anyMatch(part -> Files.isExecutable(Path.of(part, program)));
    }

    /** Does something in a folder of its own, which is gone afterwards. */
    static <T> T inFolder(Work<T> work) {
        Path folder = null;
        try {
            folder = Files.createTempDirectory("heif");
            return work.in(folder);
        } catch (Failed e) {
            throw new UncheckedIOException(e.getMessage(), e);
        } catch (IOException e) {
            throw new UncheckedIOException("the folder for temporary files cannot be used", e);
        } finally {
            delete(folder);
        }
    }

    private static void delete(Path folder) {
        if (folder == null) {
            return;
        }
        try (Stream<Path> all = Files.list(folder)) {
            for (Path path : all.toList()) {
                Files.deleteIfExists(path);
            }
            Files.deleteIfExists(folder);
        } catch (IOException e) {
            // It is in the folder for temporary files, which the machine clears.
        }
    }

    /**
     * @return what it said
     * @throws CancellationException when the thread is interrupted; the program is stopped
     */
    static String run(Path folder, int seconds, String... command) throws IOException {
        String limited = "ulimit -v " + MOST_MEMORY_KB + " -f " + MOST_OUTPUT_BLOCKS + "; exec \"$@\"";
        String[] all = Stream.concat(Stream.of("sh", "-c", limited, "sh"), Stream.of(command))
                .toArray(String[]::new);
        Process process = new ProcessBuilder(all)
                .directory(folder.toFile())
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("said").toFile())
                .start();
        try {
            if (!process.waitFor(seconds, TimeUnit.SECONDS)) {
                throw new Failed(String.join(" ", command) + " takes more than " + seconds + " s", true);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException(command[0] + " was stopped");
        } finally {
            process.destroyForcibly();
        }
        String said = Files.readString(folder.resolve("said"), StandardCharsets.ISO_8859_1);
        if (process.exitValue() != 0) {
            throw new Failed(String.join(" ", command) + " ended with " + process.exitValue() + ": " + said, false);
        }
        return said;
    }

    /** The library's file, whose name has its version, wherever Debian's machines keep it. */
    static String version() {
        return versionOf("libheif.so.1");
    }

    /** The same of the encoder that it calls. */
    static String encoderVersion() {
        return versionOf("libaom.so.3");
    }

    /** Asked anew each time: the programs run whichever is there, also one that came while this process runs. */
    private static String versionOf(String name) {
        for (Path folder : LIBRARIES) {
            try {
                return folder.resolve(name).toRealPath().getFileName().toString();
            } catch (IOException e) {
                // Then in another one, or it is not known.
            }
        }
        return name;
    }

    private static List<Path> libraryFolders() {
        List<Path> all = new ArrayList<>();
        try (DirectoryStream<Path> folders = Files.newDirectoryStream(Path.of("/usr/lib"), "*-linux-gnu*")) {
            folders.forEach(all::add);
        } catch (IOException | DirectoryIteratorException e) {
            // A machine that keeps them elsewhere.
        }
        return all;
    }
}
