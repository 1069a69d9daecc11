package gavlin.core.geometry;

import gavlin.core.Require;

/** A whole number of pixels in each direction, 1..65535: JPEG's own bound (ITU-T T.81 B.2.2, from memory). */
public record Size(int width, int height) {
    public static final int MAX = 65_535;

    public Size {
        Require.range("width", width, 1, MAX, "px");
        Require.range("height", height, 1, MAX, "px");
    }

    /** Reads {@code "940x198"}. */
    public static Size parse(String text) {
        Box<?> box = Box.parse(text);
        return new Size((int) box.width(), (int) box.height());
    }

    /** Width over height. */
    public double proportion() {
        return (double) width / height;
    }

    public long pixels() {
        return (long) width * height;
    }

    public <S extends Space> Box<S> box() {
        return new Box<>(0, 0, width, height);
    }

    public Size times(int density) {
        return new Size(width * density, height * density);
    }

    public Size transposed() {
        return new Size(height, width);
    }

    /** As people write it: {@code 940×198}. */
    public String label() {
        return width + "×" + height;
    }

    @Override
    public String toString() {
        return width + "x" + height;
    }

    /** The same proportions in no more pixels, as nearly as whole pixels allow; itself where it has no more. */
    public Size within(long mostPixels) {
        return scaled(Math.sqrt((double) mostPixels / pixels()));
    }

    /** The same proportions with no side longer; itself where none is. */
    public Size withinSide(int longest) {
        return scaled((double) longest / Math.max(width, height));
    }

    private Size scaled(double scale) {
        return scale >= 1 ? this : new Size((int) Math.max(1, width * scale), (int) Math.max(1, height * scale));
    }
}
