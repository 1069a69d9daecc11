package gavlin.core.decoder;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.core.BadInput;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.PictureRefused;
import gavlin.core.codec.PictureRefused.Reason;
import gavlin.core.codec.PictureType;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.jpeg.Chroma;
import gavlin.core.page.PageReading;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.WorkingPicture;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

@Isolated("it counts and kills processes, and its jobs have seconds")
class DecodersTest {
    @TempDir
    static Path folder;

    private static Decoders decoders;

    @BeforeAll
    static void start() throws IOException {
        decoders = new Decoders(new Decoders.Settings(
                2, folder.resolve("decoders"), true, Duration.ofSeconds(8), Duration.ofSeconds(60), 8));
    }

    @AfterAll
    static void end() {
        decoders.close();
    }

    @Test
    void picture_takenByADecoder_isTheSameWorkingPicture_asTakenHere() throws IOException {
        byte[] file = photograph(900, 600);
        Path there = folder.resolve("there.working");
        Path here = folder.resolve("here.working");
        Taken taken = decoders.take(Source.of(file), Limits.DEFAULT, there);
        var header = PictureReader.inspect(file, Limits.DEFAULT);
        PictureReader.decode(file, header, here);

        assertEquals(PictureType.JPEG, taken.type());
        assertEquals(header.upright(), taken.size());
        assertEquals(PictureReader.embedded(file, header), taken.embedded());
        assertEquals("a lighthouse", taken.embedded().title());
        assertEquals(-1, Files.mismatch(here, there));
    }

    @Test
    void excerpt_rendersTheSamePixels_asTheWholePicture_andLeavesNoFile() throws IOException {
        byte[] file = photograph(2400, 1600);
        Framing<InPicture> framing = new Framing<>(Box.parse("600x300+200+150"), Box.parse("600x300"));
        Size out = Size.parse("600x300");
        Path whole = folder.resolve("whole.working");
        decoders.take(Source.of(file), Limits.DEFAULT, whole);
        WorkingPicture excerpt = decoders.excerpt(Source.of(file), Limits.DEFAULT, List.of(framing));
        assertArrayEquals(
                WorkingPicture.open(whole).render(framing, out).samples(),
                excerpt.render(framing, out).samples());
        try (Stream<Path> left = Files.walk(folder.resolve("decoders"))) {
            assertEquals(
                    List.of(),
                    left.filter(Files::isRegularFile)
                            .filter(path ->
                                    !path.endsWith("errors") && !path.toString().contains("/tmp/"))
                            .filter(path -> path.startsWith(folder.resolve("decoders")))
                            .toList());
        }
    }

    @Test
    void damagedPicture_isRefusedInTheReadersWords_andCanBeSalvaged() throws IOException {
        byte[] file = photograph(300, 200);
        byte[] cut = Arrays.copyOf(file, file.length * 2 / 3);
        PictureRefused refused = assertThrows(
                PictureRefused.class,
                () -> decoders.take(Source.of(cut), Limits.DEFAULT, folder.resolve("never.working")));
        assertEquals(Reason.CORRUPT, refused.reason());
        assertTrue(refused.getMessage().startsWith("the file is damaged: "), refused.getMessage());
        assertFalse(Files.exists(folder.resolve("never.working")));

        Path saved = folder.resolve("saved.png");
        decoders.salvage(Source.of(cut), Limits.DEFAULT, saved);
        assertEquals(
                Size.parse("300x200"), OwnFile.pixels(Files.readAllBytes(saved)).size());
    }

    @Test
    void regions_areWrittenByADecoder_asHere() throws IOException {
        byte[] file = photograph(300, 200);
        var area = new gavlin.core.codec.RegionCopy.Outline("lamp", false, new Box<>(0.25, 0.25, 0.5, 0.25));
        Path copy = folder.resolve("regions.jpg");
        decoders.withRegions(Source.of(file), Limits.DEFAULT, List.of(area), null, copy);
        byte[] here =
                gavlin.core.codec.RegionCopy.of(file, PictureReader.inspect(file, Limits.DEFAULT), List.of(area), null);
        assertArrayEquals(here, Files.readAllBytes(copy));
    }

    @Test
    void savedPage_readByADecoder_proposesTheSameSlots_asReadHere() throws IOException {
        byte[] page = "<title>Lights</title><img src=a.png style='width:300px;height:200px'>"
                .getBytes(StandardCharsets.UTF_8);
        PageReading there = decoders.page(Map.of("page.html", Source.of(page)));
        assertEquals(PageReading.of(Map.of("page.html", page)), there);
        assertEquals(1, there.proposals().size());
        assertThrows(BadInput.class, () -> decoders.page(Map.of("page.css", Source.of(page))));
    }

    /** Files that ended the application before decoders had processes of their own. */
    static Stream<String> drawingsThatEndTheirReader() {
        String head = "<svg xmlns='http://www.w3.org/2000/svg' width='100' height='100'>";
        return Stream.of(
                head + "<filter id='f' x='-99999' y='-99999' width='999999' height='999999'>"
                        + "<feGaussianBlur stdDeviation='9'/></filter><rect width='9' height='9' filter='url(#f)'/></svg>",
                head + "<pattern id='p' width='30000' height='30000' patternUnits='userSpaceOnUse'>"
                        + "<rect width='30000' height='30000'/></pattern>"
                        + "<rect width='100' height='100' fill='url(#p)'/></svg>",
                head + "<path d='M0 0H90V90' stroke='#000' stroke-dasharray='0.00001' fill='none'/></svg>");
    }

    @ParameterizedTest
    @MethodSource("drawingsThatEndTheirReader")
    void drawing_thatEndsItsReader_isRefusedInWords_andTheNextPictureIsTaken(String drawing) throws IOException {
        byte[] file = drawing.getBytes(StandardCharsets.UTF_8);
        try {
            decoders.take(Source.of(file), Limits.DEFAULT, folder.resolve("drawing.working"));
        } catch (PictureRefused e) { // a reader that has learnt to take it is as welcome
            assertTrue(e.getMessage().length() > 30, e.getMessage());
        }
        decoders.take(Source.of(photograph(300, 200)), Limits.DEFAULT, folder.resolve("next.working"));
    }

    @Test
    void styleSheet_thatBurnsForEver_isRefusedInWords() throws IOException {
        byte[] page = ("<style>[class~=\"(.*a){20}x\"]{width:9px}" + ":has(".repeat(40) + "a" + ")".repeat(40)
                        + "{width:9px}</style><img class='" + "a".repeat(60) + "' style='width:30px;height:20px'>")
                .repeat(3)
                .getBytes(StandardCharsets.UTF_8);
        long started = System.nanoTime();
        try {
            decoders.page(Map.of("page.html", Source.of(page)));
        } catch (BadInput e) {
            assertTrue(e.getMessage().contains("page"), e.getMessage());
        }
        assertTrue(Duration.ofNanos(System.nanoTime() - started).toSeconds() < 60, "it is ended");
    }

    @Test
    void pictureOfManyPixels_inFewBytes_isTakenOrRefused_butEndsNothing() throws IOException {
        byte[] file = plainWebp(12_000, 10_000);
        assertTrue(file.length < 100, file.length + " bytes");
        List<CompletableFuture<Void>> all = Stream.generate(() -> CompletableFuture.runAsync(() -> {
                    try {
                        decoders.take(
                                Source.of(file),
                                Limits.DEFAULT,
                                folder.resolve("many-" + Thread.currentThread().getId()));
                    } catch (PictureRefused e) {
                        assertTrue(e.getMessage().contains("export it again"), e.getMessage());
                    } catch (IOException e) {
                        throw new java.io.UncheckedIOException(e);
                    }
                }))
                .limit(2)
                .toList();
        all.forEach(CompletableFuture::join);
    }

    @Test
    void decoder_killedOverAJob_isReplaced_andTheJobDoneByAnother() throws Exception {
        CountDownLatch begun = new CountDownLatch(1);
        Set<Long> others =
                ProcessHandle.current().descendants().map(ProcessHandle::pid).collect(Collectors.toSet());
        byte[] file = photograph(300, 200);
        Source slow = to -> {
            begun.countDown();
            killAllBut(others); // whoever is to read this is killed while it comes in
            to.write(file);
        };
        try (Decoders own = new Decoders(new Decoders.Settings(
                1, folder.resolve("own"), true, Duration.ofSeconds(8), Duration.ofSeconds(60), 8))) {
            own.take(Source.of(file), Limits.DEFAULT, folder.resolve("warm.working"));
            killAllBut(others); // and one with nothing to do
            Taken taken = own.take(Source.of(file), Limits.DEFAULT, folder.resolve("after.working"));
            assertEquals(Size.parse("300x200"), taken.size());
            assertThrows(
                    PictureRefused.class,
                    () -> own.take(slow, Limits.DEFAULT, folder.resolve("killed.working")),
                    "killed on both tries");
            assertEquals(0, begun.getCount());
            own.take(Source.of(file), Limits.DEFAULT, folder.resolve("again.working"));
        }
    }

    /** As Linux tells it: proc(5), /proc/pid/limits; bytes and seconds. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void everyDecoder_hasTheLimitsOfTheOperatingSystem(boolean wrapped) throws Exception {
        Set<Long> others =
                ProcessHandle.current().descendants().map(ProcessHandle::pid).collect(Collectors.toSet());
        try (Decoders own = new Decoders(new Decoders.Settings(
                1, folder.resolve("limits-" + wrapped), wrapped, Duration.ofSeconds(8), Duration.ofSeconds(60), 8))) {
            own.take(Source.of(photograph(30, 20)), Limits.DEFAULT, folder.resolve("limits.working"));
            List<Long> started = ProcessHandle.current()
                    .descendants()
                    .map(ProcessHandle::pid)
                    .filter(pid -> !others.contains(pid))
                    .toList();
            assertFalse(started.isEmpty());
            for (long pid : started) {
                String limits = Files.readString(Path.of("/proc/" + pid + "/limits"));
                assertTrue(limits.matches("(?s).*Max address space +5368709120 .*"), limits);
                assertTrue(limits.matches("(?s).*Max cpu time +600 .*"), limits);
                assertTrue(limits.matches("(?s).*Max file size +2048000000 .*"), limits);
                assertTrue(limits.matches("(?s).*Max core file size +0 .*"), limits);
            }
        }
    }

    @Test
    void moreCallersThanMayWait_areToldAtOnce() throws Exception {
        CountDownLatch hold = new CountDownLatch(1);
        Source waiting = to -> {
            try {
                hold.await();
            } catch (InterruptedException e) {
                throw new IOException(e);
            }
            to.write(photograph(30, 20));
        };
        try (Decoders own = new Decoders(new Decoders.Settings(
                1, folder.resolve("busy"), false, Duration.ofSeconds(8), Duration.ofMillis(200), 8))) {
            Path target = folder.resolve("busy.working");
            var first = CompletableFuture.runAsync(() -> {
                try {
                    own.take(waiting, Limits.DEFAULT, target);
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
            Thread.sleep(1500); // until it has its decoder
            assertThrows(DecodersBusy.class, () -> own.take(Source.of(photograph(30, 20)), Limits.DEFAULT, target));
            hold.countDown();
            first.join();
            assertTrue(Files.exists(target));
        }
    }

    @Test
    void foldersOfAKilledApplication_areClearedAway() throws IOException {
        Path root = folder.resolve("left");
        Path left = root.resolve("decoder-999999999-3"); // no such process
        Files.createDirectories(left.resolve("tmp"));
        Files.write(left.resolve("out"), new byte[9]);
        new Decoders(new Decoders.Settings(1, root, false, Duration.ofSeconds(8), Duration.ofSeconds(60), 8)).close();
        assertFalse(Files.exists(left));
    }

    /** A lossless picture of one colour needs no bits for its pixels: the size in its header is free (RFC 9649, §3.4 and §5). */
    private static byte[] plainWebp(int width, int height) {
        byte[] file =
                WebpWriter.writeLossless(new Pixels(Size.parse("16x16"), 4, new byte[16 * 16 * 4]), 100, Tags.NONE);
        ByteBuffer header = ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN);
        int sizes = 21;
        header.putInt(sizes, header.getInt(sizes) & 0xf0000000 | width - 1 | height - 1 << 14);
        return file;
    }

    private static void killAllBut(Set<Long> others) {
        ProcessHandle.current()
                .descendants()
                .filter(process -> !others.contains(process.pid()))
                .forEach(ProcessHandle::destroyForcibly);
    }

    private static byte[] photograph(int width, int height) {
        byte[] samples = new byte[width * height * 3];
        new Random(width).nextBytes(samples);
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) (100 + (samples[i] & 31) + i % width * 60 / width);
        }
        Pixels pixels = new Pixels(new Size(width, height), 3, samples);
        return JpegWriter.write(pixels, 85, Chroma.HALVED, new Tags("a lighthouse", "", "Ines", ""));
    }
}
