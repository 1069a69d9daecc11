package gavlin.core.weight;

import gavlin.core.raster.Pixels;

/** How much of a picture is flat: the share of its pixels that are the same as the one to their left, 0..1. One pass over the bytes. */
final class Flatness {
    private Flatness() {}

    static double of(Pixels pixels) {
        int channels = pixels.channels();
        int width = pixels.size().width();
        byte[] samples = pixels.samples();
        long flat = 0;
        long all = (long) (width - 1) * pixels.size().height();
        for (int y = 0; y < pixels.size().height(); y++) {
            int row = y * width * channels;
            for (int at = row + channels; at < row + width * channels; at += channels) {
                boolean same = samples[at] == samples[at - channels]
                        && samples[at + 1] == samples[at + 1 - channels]
                        && samples[at + 2] == samples[at + 2 - channels]
                        && (channels == 3 || samples[at + 3] == samples[at + 3 - channels]);
                flat += same ? 1 : 0;
            }
        }
        return all == 0 ? 1 : (double) flat / all;
    }
}
