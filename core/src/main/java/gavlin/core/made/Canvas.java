package gavlin.core.made;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import gavlin.core.Require;
import gavlin.core.drawing.Made;
import gavlin.core.geometry.Size;
import java.util.List;
import java.util.Locale;

/**
 * A clear canvas: nothing but a size, for slots through which the page is to shine.
 *
 * @param kind {@value #KIND}
 * @param width px
 * @param height px
 */
public record Canvas(String kind, int width, int height) implements Made {
    public static final String KIND = "canvas";
    private static final int LARGEST = 8192;

    @JsonCreator
    public Canvas(
            @JsonProperty("kind") String kind, @JsonProperty("width") int width, @JsonProperty("height") int height) {
        this.kind = Require.oneOf("kind", kind, List.of(KIND));
        this.width = Require.range("width", width, 1, LARGEST, "px");
        this.height = Require.range("height", height, 1, LARGEST, "px");
    }

    public static Canvas of(Size size) {
        return new Canvas(KIND, size.width(), size.height());
    }

    @Override
    public String title() {
        return "Clear canvas " + width + "×" + height;
    }

    @Override
    public String svg(Parts parts) {
        return String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%1$d\" height=\"%2$d\" viewBox=\"0 0 %1$d %2$d\"><title>%3$s</title>"
                        + "<rect width=\"%1$d\" height=\"%2$d\" fill=\"none\"/></svg>\n",
                width,
                height,
                title());
    }
}
