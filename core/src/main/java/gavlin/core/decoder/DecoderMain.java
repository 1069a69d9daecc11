package gavlin.core.decoder;

import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PngWriter;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.jpeg.Chroma;
import gavlin.core.raster.Pixels;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import javax.imageio.ImageIO;

/**
 * A decoder's own process: does the jobs that come as lines on its input, in its folder, one after the other, and answers each with a
 * line. It ends with its input, whatever it is doing, so that it never outlives the application.
 */
public final class DecoderMain {
    static final String READY = "ready";
    /** Of a core, in all; a fresh one takes its place well before the operating system ends it. */
    private static final Duration WORN_OUT = Duration.ofSeconds(Sandbox.MOST_CPU_SECONDS / 2);
    /** Deep enough for what a document may nest; deeper ends in a refusal, not in the process. */
    private static final long STACK_BYTES = 8 << 20;

    private final Path folder;
    private final PrintStream answers;

    private DecoderMain(Path folder, PrintStream answers) {
        this.folder = folder;
        this.answers = answers;
    }

    /** @param args the folder */
    public static void main(String[] args) throws IOException {
        PrintStream answers = new PrintStream(System.out, true, StandardCharsets.UTF_8);
        System.setOut(System.err); // whatever a library prints is no answer
        System.setProperty("org.apache.commons.logging.LogFactory", "org.apache.commons.logging.impl.LogFactoryImpl");
        System.setProperty("org.apache.commons.logging.Log", "org.apache.commons.logging.impl.NoOpLog");
        ImageIO.setUseCache(false);
        DecoderMain decoder = new DecoderMain(Path.of(args[0]), answers);
        decoder.warmUp();
        answers.println(READY);
        BufferedReader jobs = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
        for (String line = jobs.readLine(); line != null; line = jobs.readLine()) {
            String job = line;
            new Thread(null, () -> decoder.answer(job), "job", STACK_BYTES).start();
        }
        Runtime.getRuntime().halt(0);
    }

    private void answer(String line) {
        Answer answer;
        try {
            answer = Answer.done(Answer.JSON.readValue(line, Job.class).run(folder));
        } catch (Throwable e) { // stack overflows among them
            answer = Answer.failed(e);
        }
        boolean last = isWornOut() || isDrawingStill();
        answers.println((last ? answer.asLast() : answer).line());
        if (last) {
            Runtime.getRuntime().halt(0);
        }
    }

    private static boolean isWornOut() {
        return ProcessHandle.current()
                        .info()
                        .totalCpuDuration()
                        .orElse(Duration.ZERO)
                        .compareTo(WORN_OUT)
                > 0;
    }

    /** A drawing that took too long was given up, but its thread can't be stopped: it goes with the process. */
    private static boolean isDrawingStill() {
        return Thread.getAllStackTraces().keySet().stream()
                .anyMatch(thread -> thread.getName().equals("drawing"));
    }

    /** Reads one small picture of each common type, so that the first person doesn't wait for classes and libraries to load. */
    private void warmUp() throws IOException {
        Size size = new Size(256, 160);
        Pixels pixels = new Pixels(size, 3, new byte[(int) size.pixels() * 3]);
        String drawing = "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><path d='M0 0h9v9z'/></svg>";
        List<byte[]> files = List.of(
                JpegWriter.write(pixels, 80, Chroma.HALVED, Tags.NONE),
                PngWriter.write(pixels, Tags.NONE),
                WebpWriter.writeLossy(pixels, WebpWriter.Lossy.usual(80), Tags.NONE),
                drawing.getBytes(StandardCharsets.UTF_8));
        for (byte[] file : files) {
            Files.write(Job.in(folder), file);
            Answer.done(new Job.Take(Limits.DEFAULT).run(folder));
        }
        Framing<gavlin.core.geometry.Space.InPicture> part =
                new Framing<>(Box.parse("100x50+9+9"), Box.parse("100x50"));
        Job job = new Job.Excerpt(Limits.DEFAULT, List.of(part));
        Answer.JSON.readValue(Answer.JSON.writeValueAsString(job), Job.class).run(folder);
    }
}
