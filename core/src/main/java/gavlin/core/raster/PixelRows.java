package gavlin.core.raster;

import gavlin.core.geometry.Size;

/**
 * A picture whose rows can be read in any order and from several threads: straight coded samples underneath, linear light of
 * their own colour space handed out. Nothing says that the whole of it is in memory.
 */
public interface PixelRows {
    Size size();

    /** 3 (red, green, blue) or 4 (and alpha). */
    int channels();

    /**
     * Reads part of a row as linear light, premultiplied, interleaved: {@code count · channels()} floats from
     * {@code into[0]}.
     *
     * @param y 0..height−1
     * @param x first column; {@code x + count} is at most the width
     */
    void readLinear(int y, int x, int count, float[] into);
}
