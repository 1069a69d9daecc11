package gavlin.core.decoder;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.jar.Attributes;
import java.util.jar.JarFile;
import java.util.jar.Manifest;
import java.util.stream.Stream;

/**
 * The command that starts a decoder with as little around it as will do: a heap of its own; limits of the operating system on its
 * address space, its time on the cores and the size of its files; none of the application's environment, which holds a password; and,
 * where Debian's bubblewrap works, no network, no other processes and no files but Java's, the fonts' and its own folder.
 */
final class Sandbox {
    /** For a whole picture of the largest size that is decoded whole. */
    static final long HEAP_BYTES = 768L << 20;

    static final int MOST_CPU_SECONDS = 600;
    /** Heap, code, stacks, and the largest working picture mapped. */
    private static final long ADDRESS_SPACE_KB = 5L << 20;
    /** In blocks of 512 bytes: the largest working picture has 1.3 GB. */
    private static final long MOST_OUTPUT_BLOCKS = 4_000_000;
    /** Of the scheduler: people's requests come first. */
    private static final int NICENESS = 5;

    private static final List<String> SYSTEM = List.of(
            "/usr",
            "/etc/alternatives",
            "/etc/fonts",
            "/etc/ld.so.cache",
            "/etc/ld.so.conf",
            "/etc/ld.so.conf.d",
            "/var/cache/fontconfig");
    private static final List<String> MERGED = List.of("bin", "sbin", "lib", "lib32", "lib64");

    private final boolean wrapped;
    private final List<Path> classPath;

    private Sandbox(boolean wrapped, List<Path> classPath) {
        this.wrapped = wrapped;
        this.classPath = classPath;
    }

    /** @param wanted whether bubblewrap is used where it works */
    static Sandbox ofThisMachine(boolean wanted) {
        List<Path> classPath = classPath();
        return new Sandbox(wanted && works(), classPath);
    }

    boolean isWrapped() {
        return wrapped;
    }

    /** @param folder absolute; all that the decoder can write to */
    Process start(Path folder, Path errors) throws IOException {
        List<String> command = new ArrayList<>();
        // One limit a command: POSIX knows no more, and a decoder without them does not start.
        String limits = "ulimit -v " + ADDRESS_SPACE_KB + " && ulimit -t " + MOST_CPU_SECONDS + " && ulimit -f "
                + MOST_OUTPUT_BLOCKS + " && ulimit -c 0 && exec nice -n " + NICENESS + " \"$@\"";
        command.addAll(List.of("sh", "-c", limits, "sh"));
        if (wrapped) {
            command.addAll(wrapping(folder));
        }
        command.addAll(java(folder));
        ProcessBuilder builder =
                new ProcessBuilder(command).directory(folder.toFile()).redirectError(errors.toFile());
        Map<String, String> environment = builder.environment();
        environment.clear();
        environment.put("PATH", "/usr/local/bin:/usr/bin:/bin");
        environment.put("LANG", "C.UTF-8");
        environment.put("HOME", folder.toString());
        environment.put("MALLOC_ARENA_MAX", "2"); // each arena reserves address space
        return builder.start();
    }

    private List<String> java(Path folder) {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx" + (HEAP_BYTES >> 20) + "m",
                // A usual picture makes the heap neither grow nor be collected whole: that took 40 ms of a large one.
                "-Xms128m",
                "-Xmn64m",
                "-XX:+UseSerialGC",
                "-XX:MaxHeapFreeRatio=40",
                "-XX:CompressedClassSpaceSize=64m",
                "-XX:ReservedCodeCacheSize=96m",
                "-XX:MaxMetaspaceSize=192m",
                "-XX:+ExitOnOutOfMemoryError",
                "-XX:-UsePerfData",
                "-XX:-CreateCoredumpOnCrash",
                "-XX:ErrorFile=/dev/null",
                "-Djava.awt.headless=true",
                "-Djava.io.tmpdir=" + folder.resolve("tmp"),
                "-Djava.util.prefs.userRoot=" + folder,
                "-cp"));
        command.add(String.join(
                File.pathSeparator, classPath.stream().map(Path::toString).toList()));
        command.add(DecoderMain.class.getName());
        command.add(folder.toString());
        return command;
    }

    private List<String> wrapping(Path folder) {
        List<String> command = new ArrayList<>(List.of(
                "bwrap", "--unshare-all", "--die-with-parent", "--new-session", "--proc", "/proc", "--dev", "/dev"));
        Stream.concat(SYSTEM.stream(), settingsOfJava())
                .forEach(path -> command.addAll(List.of("--ro-bind-try", path, path)));
        for (String name : MERGED) {
            Path top = Path.of("/" + name);
            if (Files.isSymbolicLink(top)) {
                command.addAll(List.of("--symlink", "usr/" + name, top.toString()));
            } else {
                command.addAll(List.of("--ro-bind-try", top.toString(), top.toString()));
            }
        }
        command.addAll(List.of("--tmpfs", "/tmp"));
        Set<Path> needed = new LinkedHashSet<>(classPath);
        needed.add(Path.of(System.getProperty("java.home")));
        needed.forEach(path -> command.addAll(List.of("--ro-bind", path.toString(), path.toString())));
        command.addAll(List.of("--bind", folder.toString(), folder.toString(), "--chdir", folder.toString()));
        return command;
    }

    /** Debian keeps the settings of its JDKs there. */
    private static Stream<String> settingsOfJava() {
        String[] found = new File("/etc").list((etc, name) -> name.matches("java-\\d+-openjdk"));
        return Stream.of(found == null ? new String[0] : found).map(name -> "/etc/" + name);
    }

    /** The application's own class path, with what the manifests of its jars name: "the same jar" in every way of starting it. */
    private static List<Path> classPath() {
        Set<Path> all = new LinkedHashSet<>();
        for (String entry : System.getProperty("java.class.path").split(File.pathSeparator)) {
            Path path = Path.of(entry).toAbsolutePath().normalize();
            if (Files.exists(path) && all.add(path) && Files.isRegularFile(path)) {
                all.addAll(named(path));
            }
        }
        return List.copyOf(all);
    }

    private static List<Path> named(Path jar) {
        try (JarFile file = new JarFile(jar.toFile())) {
            Manifest manifest = file.getManifest();
            String names =
                    manifest == null ? null : manifest.getMainAttributes().getValue(Attributes.Name.CLASS_PATH);
            List<Path> paths = new ArrayList<>();
            for (String name : names == null ? new String[0] : names.trim().split("\\s+")) {
                Path path = Path.of(jar.toUri().resolve(name)).normalize();
                if (Files.exists(path)) {
                    paths.add(path);
                }
            }
            return paths;
        } catch (IOException | IllegalArgumentException e) {
            return List.of(); // then it is no jar with a class path of its own
        }
    }

    private static boolean works() {
        try {
            Process probe = new ProcessBuilder(
                            "bwrap",
                            "--unshare-all",
                            "--die-with-parent",
                            "--ro-bind",
                            "/",
                            "/",
                            "--proc",
                            "/proc",
                            "--dev",
                            "/dev",
                            "true")
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            return probe.waitFor(10, TimeUnit.SECONDS) && probe.exitValue() == 0;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
