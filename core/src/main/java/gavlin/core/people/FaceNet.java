package gavlin.core.people;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A small network of separable convolutions (depthwise, then pointwise: Howard et al., "MobileNets", 2017) that looks for faces in a
 * square of {@value #INPUT} px. Its weights are the {@code tiny_face_detector} of npm's {@code @vladmandic/face-api} (MIT, beside them), one byte
 * each; the layers are those of that package. Planes are row by row, one after another. About 200 million multiplications.
 */
final class FaceNet {
    static final int INPUT = 416;
    /** Cells of the answer along each side. */
    static final int CELLS = 13;
    /** Boxes that each cell proposes, with five numbers each. */
    static final int ANCHORS = 5;

    private static final String FOLDER = "/gavlin/people/";
    private static final float[] MEAN = {117.001f, 114.697f, 97.404f};
    private static final int[] WIDTHS = {16, 32, 64, 128, 256, 512};

    private final Map<String, float[]> weights = new HashMap<>();

    FaceNet() {
        try (InputStream manifest =
                        FaceNet.class.getResourceAsStream(FOLDER + "tiny_face_detector_model-weights_manifest.json");
                InputStream bytes = FaceNet.class.getResourceAsStream(FOLDER + "tiny_face_detector_model.bin")) {
            for (JsonNode weight : new JsonMapper().readTree(manifest).get(0).path("weights")) {
                int length = 1;
                for (JsonNode side : weight.path("shape")) {
                    length *= side.asInt();
                }
                float scale = (float) weight.at("/quantization/scale").asDouble();
                float min = (float) weight.at("/quantization/min").asDouble();
                byte[] coded = bytes.readNBytes(length);
                float[] values = new float[length];
                for (int i = 0; i < length; i++) {
                    values[i] = (coded[i] & 0xff) * scale + min;
                }
                weights.put(weight.path("name").asString(), values);
            }
        } catch (IOException e) {
            throw new UncheckedIOException("the weights of the face detector are missing from the build", e);
        }
    }

    private record Planes(int side, int count, float[] values) {
        static Planes of(int side, int count) {
            return new Planes(side, count, new float[side * side * count]);
        }
    }

    /**
     * @param rgb three bytes a pixel, {@value #INPUT} px square; sRGB
     * @return 13 × 13 × 5 boxes of five numbers: place across and down in the cell, width and height, all before their functions, and the score
     */
    float[] look(byte[] rgb) {
        Planes input = Planes.of(INPUT, 3);
        int pixels = INPUT * INPUT;
        for (int i = 0; i < pixels; i++) {
            for (int c = 0; c < 3; c++) {
                input.values[c * pixels + i] = ((rgb[3 * i + c] & 0xff) - MEAN[c]) / 255;
            }
        }
        Planes planes = pooled(first(input), 2);
        for (int layer = 1; layer < WIDTHS.length; layer++) {
            planes = separable(planes, layer);
            planes = pooled(planes, layer < WIDTHS.length - 1 ? 2 : 1);
        }
        return last(planes);
    }

    /** A full 3×3 convolution without a margin. */
    private Planes first(Planes in) {
        float[] filters = weights.get("conv0/filters"); // [row][column][in][out]
        float[] bias = weights.get("conv0/bias");
        int side = in.side - 2;
        Planes out = Planes.of(side, WIDTHS[0]);
        IntStream.range(0, out.count).parallel().forEach(o -> {
            float[] sum = new float[side];
            for (int y = 0; y < side; y++) {
                Arrays.fill(sum, bias[o]);
                for (int tap = 0; tap < 27; tap++) {
                    int row = tap / 9;
                    int column = tap / 3 % 3;
                    int c = tap % 3;
                    float weight = filters[((row * 3 + column) * 3 + c) * out.count + o];
                    int from = (c * in.side + y + row) * in.side + column;
                    for (int x = 0; x < side; x++) {
                        sum[x] += weight * in.values[from + x];
                    }
                }
                leaky(sum, out.values, (o * side + y) * side);
            }
        });
        return out;
    }

    private Planes separable(Planes in, int layer) {
        float[] depthwise = weights.get("conv" + layer + "/depthwise_filter"); // [row][column][plane]
        float[] pointwise = weights.get("conv" + layer + "/pointwise_filter"); // [in][out]
        float[] bias = weights.get("conv" + layer + "/bias");
        int side = in.side;
        Planes each = Planes.of(side, in.count);
        IntStream.range(0, in.count).parallel().forEach(c -> {
            for (int y = 0; y < side; y++) {
                for (int tap = 0; tap < 9; tap++) {
                    int row = y + tap / 3 - 1;
                    int shift = tap % 3 - 1;
                    if (row < 0 || row >= side) {
                        continue; // a margin of one pixel of nothing
                    }
                    float weight = depthwise[tap * in.count + c];
                    int from = (c * side + row) * side + shift;
                    int to = (c * side + y) * side;
                    for (int x = Math.max(0, -shift); x < Math.min(side, side - shift); x++) {
                        each.values[to + x] += weight * in.values[from + x];
                    }
                }
            }
        });
        Planes out = Planes.of(side, WIDTHS[layer]);
        int plane = side * side;
        IntStream.range(0, out.count).parallel().forEach(o -> {
            float[] sum = new float[plane];
            Arrays.fill(sum, bias[o]);
            for (int c = 0; c < in.count; c++) {
                add(sum, pointwise[c * out.count + o], each.values, c * plane);
            }
            leaky(sum, out.values, o * plane);
        });
        return out;
    }

    private float[] last(Planes in) {
        float[] filters = weights.get("conv8/filters"); // [in][out]
        float[] bias = weights.get("conv8/bias");
        int numbers = bias.length;
        int plane = in.side * in.side;
        float[] out = new float[plane * numbers];
        for (int o = 0; o < numbers; o++) {
            float[] sum = new float[plane];
            Arrays.fill(sum, bias[o]);
            for (int c = 0; c < in.count; c++) {
                add(sum, filters[c * numbers + o], in.values, c * plane);
            }
            for (int i = 0; i < plane; i++) {
                out[i * numbers + o] = sum[i];
            }
        }
        return out;
    }

    private static void add(float[] sum, float weight, float[] values, int from) {
        for (int i = 0; i < sum.length; i++) {
            sum[i] += weight * values[from + i];
        }
    }

    /** The greatest of each two by two; at the far edges of what is there. */
    private static Planes pooled(Planes in, int stride) {
        int side = (in.side + stride - 1) / stride;
        Planes out = Planes.of(side, in.count);
        for (int c = 0; c < in.count; c++) {
            for (int y = 0; y < side; y++) {
                int top = (c * in.side + y * stride) * in.side;
                int below = y * stride + 1 < in.side ? top + in.side : top;
                for (int x = 0; x < side; x++) {
                    int left = x * stride;
                    int right = Math.min(left + 1, in.side - 1);
                    out.values[(c * side + y) * side + x] = Math.max(
                            Math.max(in.values[top + left], in.values[top + right]),
                            Math.max(in.values[below + left], in.values[below + right]));
                }
            }
        }
        return out;
    }

    private static void leaky(float[] from, float[] to, int at) {
        for (int i = 0; i < from.length; i++) {
            to[at + i] = from[i] > 0 ? from[i] : 0.1f * from[i];
        }
    }
}
