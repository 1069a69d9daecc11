package gavlin.benchmarks;

import gavlin.core.codec.Header;
import gavlin.core.codec.JpegWriter;
import gavlin.core.codec.Limits;
import gavlin.core.codec.OwnFile;
import gavlin.core.codec.PictureReader;
import gavlin.core.codec.Tags;
import gavlin.core.colour.Colour;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.grow.Grow;
import gavlin.core.jpeg.Chroma;
import gavlin.core.line.Line;
import gavlin.core.operation.Prepared;
import gavlin.core.operation.Surroundings;
import gavlin.core.people.FaceDetector;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.raster.WorkingPicture;
import gavlin.core.turn.Turn;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What one step of a rendition costs by itself: 24 MP into 1920×480. Run by JMH, each in a process of its own. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx512m")
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class KernelFigures {
    private static final Size OUT = new Size(1920, 480);

    private WorkingPicture picture;
    private Framing<InPicture> plain;
    private Renderable<InPrepared> turned;
    private Framing<InPrepared> onTurned;
    private Renderable<InPrepared> grown;
    private Framing<InPrepared> onGrown;
    private Pixels rendered;
    private Pixels damaged;
    private Original original;
    private Surroundings around;
    private WorkingPicture whole;
    private FaceDetector faces;

    @Setup
    public void decode() throws IOException {
        byte[] file = TestPhotograph.jpeg(new Size(6000, 4000), 7);
        Header header = PictureReader.inspect(file, Limits.DEFAULT);
        plain = Workbench.cover(header.upright(), "1920x480");
        picture =
                PictureReader.decodeFor(file, header, Workbench.open().folder().resolve("excerpt"), List.of(plain));
        whole = PictureReader.decode(file, header, Workbench.open().folder().resolve("whole"))
                .picture();
        faces = new FaceDetector();
        Prepared turn = Prepared.asIs(picture.size()).with(new Turn(false, 2.5));
        turned = turn.of(picture);
        onTurned = cover(turn);
        Prepared grow = Prepared.asIs(picture.size()).with(new Grow(0, 600, 0, 600));
        grown = grow.of(picture);
        onGrown = cover(grow);
        rendered = picture.render(plain, OUT);
        damaged = OwnFile.pixels(encode());
        original = new Original(rendered);
        around = new Surroundings(new Box<InSlot>(0, 0, OUT.width(), OUT.height()), 1);
    }

    private static Framing<InPrepared> cover(Prepared prepared) {
        return Framing.of(prepared.size(), OUT, Rule.COVER, FocalPoint.centre(), FocalPoint.centre(), 1);
    }

    @Benchmark
    public Pixels renderPlain() {
        return picture.render(plain, OUT);
    }

    @Benchmark
    public Pixels renderTurned() {
        return turned.render(onTurned, OUT);
    }

    @Benchmark
    public Pixels renderGrown() {
        return grown.render(onGrown, OUT);
    }

    @Benchmark
    public Pixels frameLine() {
        return new Line(4, new Colour(0x17313a)).finish(rendered, around);
    }

    @Benchmark
    public byte[] encode() {
        return JpegWriter.write(rendered, 80, Chroma.HALVED, Tags.NONE);
    }

    @Benchmark
    public List<FaceDetector.Face> faces() {
        return faces.find(whole);
    }

    @Benchmark
    public Damage likeness() {
        return original.damage(damaged);
    }
}
