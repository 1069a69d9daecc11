package gavlin.web.bench;

import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Measuring;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import tools.jackson.databind.json.JsonMapper;

/**
 * The stored fit with its file made and weighed; without it when another was stored meanwhile. In lines of JSON: what is known with the first file that
 * would do comes at once, the best soon while it is bettered, and the choice among all when it is made.
 */
@Controller
@RequestMapping("/sites/{site}/slots/{slot}/bench/measured")
class MeasuredController {
    private static final String LINES = "application/x-ndjson";
    private static final Logger LOG = LoggerFactory.getLogger(MeasuredController.class);

    private final Fits fits;
    private final Measuring measuring;
    private final JsonMapper json;

    MeasuredController(Fits fits, Measuring measuring, JsonMapper json) {
        this.fits = fits;
        this.measuring = measuring;
        this.json = json;
    }

    /** @param isLast whether the file is the one that was chosen, and not one that would do */
    record Step(boolean isLast, BenchLook look) {}

    @GetMapping
    void measured(Desk desk, HttpServletResponse response) throws IOException {
        FitState stored = fits.get(desk.site(), desk.place());
        response.setContentType(LINES);
        try (AnswerLines lines = new AnswerLines(response.getOutputStream(), json)) {
            FitState chosen = measuring.of(
                    desk.site(), stored, soFar -> lines.tell(() -> new Step(false, BenchLook.of(desk.site(), soFar))));
            lines.tell(() -> new Step(true, BenchLook.of(desk.site(), chosen)));
        } catch (RuntimeException e) {
            if (!response.isCommitted()) {
                throw e;
            }
            LOG.warn(
                    "a file could not be made after another was told",
                    e); // the page sees that the last line is missing
        }
    }
}
