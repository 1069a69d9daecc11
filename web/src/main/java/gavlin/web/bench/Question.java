package gavlin.web.bench;

import gavlin.core.BadInput;
import gavlin.core.fit.FitChange;
import gavlin.core.fit.FitChange.WindowPlace;
import gavlin.core.fit.Operations;
import gavlin.core.geometry.Point;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Steps;
import java.util.List;
import tools.jackson.databind.JsonNode;

/**
 * A fit as it is on the page, which may not be stored yet.
 *
 * @param fit a document, or the short members
 * @param change what was done to it since the page was last answered
 * @param keepAreas what was changed of the picture's and is not stored yet
 * @param lock what must not change, for the best window
 * @param base the revision that was looked at, 0 for none
 * @param aside true to store it for the history only, while the present one goes on holding
 */
record Question(
        JsonNode fit, Change change, KeepAreaChanges keepAreas, List<String> lock, Integer base, Boolean aside) {
    record XY(Double x, Double y) {
        Point<InPrepared> point(String field) {
            if (x == null || y == null || !Double.isFinite(x) || !Double.isFinite(y)) {
                throw new BadInput(field, field + " needs x and y");
            }
            return new Point<>(x, y);
        }
    }

    record Corner(Double x, Double y, Double width) {
        WindowPlace place() {
            if (x == null || y == null || width == null) {
                throw new BadInput("window", "window needs x, y and width");
            }
            return new WindowPlace(x, y, width);
        }
    }

    record Line(XY from, XY to) {}

    /** A click or a short stroke over what belongs to a mark, or doesn't. */
    record Stroke(Boolean keep, List<XY> along) {
        FitChange.Stroke of() {
            if (keep == null || along == null) {
                throw new BadInput("spots", "a spot needs keep and along");
            }
            return new FitChange.Stroke(
                    keep, along.stream().map(at -> at.point("spots")).toList());
        }
    }

    /**
     * @param patch of the document, a JSON merge patch
     * @param window px of the prepared picture, as is all else
     * @param around the picture's focal point was put there
     * @param level a line that was drawn along the horizon, or a mast
     * @param spots strokes that say what belongs to the mark
     * @param in the document's {@code prepare} under which these places were seen; the fit's own when left out
     */
    record Change(JsonNode patch, Corner window, XY around, Line level, List<Stroke> spots, JsonNode in) {
        FitChange toChange() {
            if (patch != null && !patch.isObject()) {
                throw new BadInput("patch", "patch must be a JSON object");
            }
            return new FitChange(
                    patch,
                    window == null ? null : window.place(),
                    around == null ? null : around.point("around"),
                    level == null ? null : line(),
                    spots == null ? List.of() : spots.stream().map(Stroke::of).toList(),
                    steps(in));
        }

        private FitChange.Line line() {
            if (level.from == null || level.to == null) {
                throw new BadInput("level", "level needs from and to");
            }
            return new FitChange.Line(level.from.point("level.from"), level.to.point("level.to"));
        }
    }

    /** @return null for null */
    static Steps<Preparation> steps(JsonNode prepare) {
        if (prepare == null || prepare.isNull()) {
            return null;
        }
        if (!prepare.isObject()) {
            throw new BadInput("in", "in must be a JSON object, the prepare of a fit document");
        }
        return Operations.prepare(prepare);
    }
}
