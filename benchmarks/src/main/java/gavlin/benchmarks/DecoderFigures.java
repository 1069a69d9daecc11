package gavlin.benchmarks;

import gavlin.core.codec.Header;
import gavlin.core.codec.Limits;
import gavlin.core.codec.PictureReader;
import gavlin.core.decoder.Decoders;
import gavlin.core.decoder.Source;
import gavlin.core.geometry.Size;
import java.nio.file.Files;
import java.nio.file.Path;

/** What arm's length costs: the same picture judged, decoded and read by a decoder process, and in this one. */
final class DecoderFigures {
    private DecoderFigures() {}

    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createTempDirectory("decoder-figures");
        byte[] file = TestPhotograph.jpeg(new Size(6000, 4000), 11);
        try (Decoders decoders = new Decoders(Decoders.Settings.of(folder.resolve("decoders")))) {
            for (int i = 0; i < 12; i++) { // until its compiler is done with it, in each of them
                decoders.take(Source.of(file), Limits.DEFAULT, folder.resolve("there"));
            }
            new Figures("24-megapixel JPEG taken: judged, decoded, halved, its words read")
                    .add(
                            "by a decoder process",
                            () -> decoders.take(Source.of(file), Limits.DEFAULT, folder.resolve("there")))
                    .add("in this process", () -> {
                        Header header = PictureReader.inspect(file, Limits.DEFAULT);
                        PictureReader.decode(file, header, folder.resolve("here"));
                        PictureReader.embedded(file, header);
                    })
                    .print(15);
        }
    }
}
