package gavlin.web.bench;

import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Measuring;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseBody;
import tools.jackson.databind.json.JsonMapper;

/** The stored fit with its file made and weighed; without it when another was stored meanwhile. */
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

    @GetMapping
    @ResponseBody
    BenchLook measured(Desk desk) {
        return BenchLook.of(desk.site(), measuring.of(desk.site(), fits.get(desk.site(), desk.place())));
    }

    /** @param isLast whether the file is the one that was chosen, and not the first that would do */
    record Step(boolean isLast, BenchLook look) {}

    /** The same in lines of JSON: what is known with the first file that would do comes at once, the choice among all when it is made. */
    @GetMapping(produces = LINES)
    void inSteps(Desk desk, HttpServletResponse response) throws IOException {
        FitState stored = fits.get(desk.site(), desk.place());
        response.setContentType(LINES);
        OutputStream out = response.getOutputStream();
        try {
            FitState chosen = measuring.of(desk.site(), stored, first -> tell(out, desk, first, false));
            tell(out, desk, chosen, true);
        } catch (RuntimeException e) {
            if (!response.isCommitted()) {
                throw e;
            }
            LOG.warn(
                    "a file could not be made after its first form was told",
                    e); // the page sees that the last line is missing
        }
    }

    /** The search goes on, whether anybody listens or not: others may wait for it. */
    private void tell(OutputStream out, Desk desk, FitState state, boolean isLast) {
        try {
            String line = json.writeValueAsString(new Step(isLast, BenchLook.of(desk.site(), state))) + "\n";
            out.write(line.getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            LOG.debug("nobody listens any more", e);
        }
    }
}
