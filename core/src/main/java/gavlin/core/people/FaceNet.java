package gavlin.core.people;

import gavlin.core.geometry.Size;
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
 * A small network of separable convolutions (depthwise, then pointwise: Howard et al., "MobileNets", 2017) that looks for faces; it was taught on
 * pictures of 416 px. Its weights are the {@code tiny_face_detector} of npm's {@code @vladmandic/face-api} (MIT, beside them), one byte
 * each; the layers are those of that package. Planes are row by row, one after another. About 1,200 multiplications a pixel.
 */
final class FaceNet {
    /** Px of a side of a cell: faces are answered for each. */
    static final int CELL = 32;
    /** Boxes that each cell proposes, with five numbers each. */
    static final int ANCHORS = 5;

    private static final String FOLDER = "/gavlin/people/";
    private static final float[] MEAN = {117.001f, 114.697f, 97.404f};
    /** Of pixels that are summed up together: they stay in the processor's nearest cache. */
    private static final int BLOCK = 2048;

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

    /** @param of row by row, each plane in an array of its own: loops over several at one index are the ones that become vector instructions */
    private record Planes(int width, int height, float[][] of) {
        static Planes empty(int width, int height, int count) {
            return new Planes(width, height, new float[count][width * height]);
        }

        int pixels() {
            return width * height;
        }
    }

    /**
     * @param rgb three bytes a pixel, row by row; sRGB
     * @param size whole cells of {@value #CELL} px
     * @return for each cell {@value #ANCHORS} boxes of five numbers: place across and down in the cell, width and height, all before their functions, and
     *     the score
     */
    float[] look(byte[] rgb, Size size) {
        Planes input = Planes.empty(size.width(), size.height(), 3);
        for (int c = 0; c < 3; c++) {
            for (int i = 0; i < input.of[c].length; i++) {
                input.of[c][i] = ((rgb[3 * i + c] & 0xff) - MEAN[c]) / 255;
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
        Planes out = Planes.empty(in.width - 2, in.height - 2, WIDTHS[0]);
        IntStream.range(0, out.of.length).parallel().forEach(o -> {
            float[] sum = new float[out.width];
            for (int y = 0; y < out.height; y++) {
                Arrays.fill(sum, bias[o]);
                for (int tap = 0; tap < 27; tap++) {
                    int from = (y + tap / 9) * in.width + tap / 3 % 3;
                    add(filters[tap * out.of.length + o], in.of[tap % 3], from, sum, 0, sum.length);
                }
                System.arraycopy(sum, 0, out.of[o], y * out.width, sum.length);
            }
            leaky(out.of[o]);
        });
        return out;
    }

    private Planes separable(Planes in, int layer) {
        Planes each = depthwise(in, weights.get("conv" + layer + "/depthwise_filter"));
        float[] pointwise = weights.get("conv" + layer + "/pointwise_filter"); // [in][out]
        Planes out = weighed(each, pointwise, weights.get("conv" + layer + "/bias"));
        Arrays.stream(out.of).parallel().forEach(FaceNet::leaky);
        return out;
    }

    /** Each plane by itself, 3×3, with a margin of one pixel of nothing. */
    private static Planes depthwise(Planes in, float[] filter) { // [row][column][plane]
        Planes out = Planes.empty(in.width, in.height, in.of.length);
        IntStream.range(0, in.of.length).parallel().forEach(c -> {
            for (int y = 0; y < in.height; y++) {
                for (int tap = 0; tap < 9; tap++) {
                    int row = y + tap / 3 - 1;
                    int shift = tap % 3 - 1;
                    if (row >= 0 && row < in.height) {
                        int start = Math.max(0, -shift);
                        int length = in.width - Math.abs(shift);
                        float weight = filter[tap * in.of.length + c];
                        add(weight, in.of[c], row * in.width + start + shift, out.of[c], y * in.width + start, length);
                    }
                }
            }
        });
        return out;
    }

    private static void add(float weight, float[] values, int from, float[] sum, int to, int length) {
        for (int i = 0; i < length; i++) {
            sum[to + i] += weight * values[from + i];
        }
    }

    private float[] last(Planes in) {
        Planes out = weighed(in, weights.get("conv8/filters"), weights.get("conv8/bias"));
        float[] numbers = new float[out.of.length * out.pixels()];
        for (int i = 0; i < numbers.length; i++) {
            numbers[i] = out.of[i % out.of.length][i / out.of.length];
        }
        return numbers;
    }

    /**
     * Sums of all planes, each weighed. Four at a time, so that the sums are read and written a quarter as often, and block by block.
     *
     * @param filter [in][out]
     */
    private static Planes weighed(Planes in, float[] filter, float[] bias) {
        int results = bias.length;
        Planes out = Planes.empty(in.width, in.height, results);
        IntStream.range(0, results).parallel().forEach(o -> {
            float[] sum = out.of[o];
            Arrays.fill(sum, bias[o]);
            for (int from = 0; from < sum.length; from += BLOCK) {
                int to = Math.min(sum.length, from + BLOCK);
                for (int c = 0; c < in.of.length; c += 4) { // their number is a multiple of four in every layer
                    float[] a = in.of[c];
                    float[] b = in.of[c + 1];
                    float[] d = in.of[c + 2];
                    float[] e = in.of[c + 3];
                    float ofA = filter[c * results + o];
                    float ofB = filter[(c + 1) * results + o];
                    float ofD = filter[(c + 2) * results + o];
                    float ofE = filter[(c + 3) * results + o];
                    for (int i = from; i < to; i++) {
                        sum[i] += ofA * a[i] + ofB * b[i] + ofD * d[i] + ofE * e[i];
                    }
                }
            }
        });
        return out;
    }

    /** The greatest of each two by two; at the far edges of what is there. */
    private static Planes pooled(Planes in, int stride) {
        Planes out = Planes.empty((in.width + stride - 1) / stride, (in.height + stride - 1) / stride, in.of.length);
        IntStream.range(0, in.of.length).parallel().forEach(c -> {
            float[] from = in.of[c];
            for (int y = 0; y < out.height; y++) {
                int top = y * stride * in.width;
                int below = y * stride + 1 < in.height ? top + in.width : top;
                for (int x = 0; x < out.width; x++) {
                    int left = x * stride;
                    int right = Math.min(left + 1, in.width - 1);
                    out.of[c][y * out.width + x] = Math.max(
                            Math.max(from[top + left], from[top + right]),
                            Math.max(from[below + left], from[below + right]));
                }
            }
        });
        return out;
    }

    private static void leaky(float[] values) {
        for (int i = 0; i < values.length; i++) {
            values[i] = Math.max(values[i], 0.1f * values[i]);
        }
    }
}
