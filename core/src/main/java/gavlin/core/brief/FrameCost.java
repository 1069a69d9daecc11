package gavlin.core.brief;

import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InShowing;

/**
 * What happens to a file in a frame of another size.
 *
 * @param cut the share of the file that is lost where the frame crops, 0..1
 * @param enlarged how many times it is drawn larger than its pixels; 1 when it is not
 * @param squashed how much its proportions change where the frame stretches instead: 0.1 makes a circle a tenth narrower than high
 */
public record FrameCost(double cut, double enlarged, double squashed) {
    public static FrameCost of(Size file, Box<InShowing> frame) {
        double across = frame.width() / file.width();
        double down = frame.height() / file.height();
        double scale = Math.max(across, down);
        return new FrameCost(
                1 - frame.area() / (file.pixels() * scale * scale),
                Math.max(1, scale),
                1 - Math.min(across, down) / scale);
    }
}
