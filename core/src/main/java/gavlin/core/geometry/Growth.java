package gavlin.core.geometry;

import gavlin.core.Require;

/** How much picture is made beyond each edge, px of the picture. */
public record Growth(int top, int right, int bottom, int left) {
    public static final Growth NONE = new Growth(0, 0, 0, 0);

    public Growth {
        Require.range("growth.top", top, 0, Size.MAX, "px");
        Require.range("growth.right", right, 0, Size.MAX, "px");
        Require.range("growth.bottom", bottom, 0, Size.MAX, "px");
        Require.range("growth.left", left, 0, Size.MAX, "px");
    }

    public boolean changesNothing() {
        return equals(NONE);
    }

    /** The picture and what is grown around it, in px of the picture: it begins left of and above 0 where it was grown there. */
    public Box field(Size picture) {
        return new Box(-left, -top, (double) picture.width() + left + right, (double) picture.height() + top + bottom);
    }

    /** The picture with what is grown around it. */
    public Size grown(Size picture) {
        Box field = field(picture);
        return new Size((int) field.width(), (int) field.height());
    }
}
