package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Brief;
import gavlin.core.brief.OpenArea;
import gavlin.core.codec.Tags;
import gavlin.core.codec.WebpWriter;
import gavlin.core.fit.Operations;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InSlot;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Steps;
import gavlin.core.operation.Surroundings;
import gavlin.core.raster.Pixels;
import gavlin.core.solve.KeepArea;
import gavlin.web.work.HeavyWork;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a fit's finish lays over its picture, on a clear ground of the file's size: drawn over every showing and thumbnail, by the same code
 * that finishes the file.
 */
@Controller
class LayerController {
    private static final int LONGEST = 8000;
    private static final long HEAP_PER_PIXEL = 16;
    private static final int EXACT = 100;

    private final HeavyWork work;
    private final JsonMapper json;

    LayerController(HeavyWork work, JsonMapper json) {
        this.work = work;
        this.json = json;
    }

    /** Where it is read; null where nothing lies over the picture. */
    static String href(FitState state, int sheetRevision, String site) {
        Steps<Finish> over = over(state.fit().finish());
        return over.isEmpty()
                ? null
                : "/sites/" + site + "/slots/" + state.slot().id() + "/layer?size="
                        + state.plan().size() + "&v="
                        + sheetRevision
                        + (state.fit().frame().height() == null
                                ? ""
                                : "&height=" + state.fit().frame().height())
                        + (state.plan().around().kept().isEmpty()
                                ? ""
                                : "&kept="
                                        + state.plan().around().kept().stream()
                                                .flatMap(box -> Stream.of(box.x(), box.y(), box.width(), box.height()))
                                                .map(px -> Long.toString(Math.round(px)))
                                                .collect(Collectors.joining(",")))
                        + "&finish=" + URLEncoder.encode(over.fingerprint(), StandardCharsets.UTF_8);
    }

    /** Boxes to the pixel, each as x, y, width and height: what lies round them is soft. */
    private static List<Box<InSlot>> kept(List<Integer> numbers) {
        if (numbers.size() > 4 * KeepArea.MOST || numbers.size() % 4 != 0) {
            throw new BadInput("kept", "kept must be four numbers for each of at most " + KeepArea.MOST + " boxes");
        }
        List<Box<InSlot>> boxes = new ArrayList<>();
        for (int i = 0; i < numbers.size(); i += 4) {
            boxes.add(new Box<>(numbers.get(i), numbers.get(i + 1), numbers.get(i + 2), numbers.get(i + 3)));
        }
        return boxes;
    }

    private static Steps<Finish> over(Steps<Finish> finish) {
        return new Steps<>(finish.all().stream().filter(Finish::liesOver).toList());
    }

    @GetMapping("/sites/{site}/slots/{slot}/layer")
    ResponseEntity<byte[]> layer(
            Desk desk,
            @RequestParam String size,
            @RequestParam String finish,
            @RequestParam(required = false) Integer height,
            @RequestParam(defaultValue = "") List<Integer> kept) {
        Size file = Size.parse(size);
        if (file.pixels() > Brief.MOST_PIXELS) {
            throw new BadInput("size", "size must be at most " + Brief.MOST_PIXELS + " px in all, was " + size);
        }
        Steps<Finish> over = over(read(finish));
        Surroundings around =
                new Surroundings(OpenArea.uncovered(desk.slot().inHeight(height).showings(), file), 1, kept(kept));
        byte[] webp = work.run(HEAP_PER_PIXEL * file.pixels(), () -> {
            Pixels pixels = new Pixels(file, 4, new byte[(int) file.pixels() * 4]);
            for (Finish step : over.all()) {
                pixels = step.finish(pixels, around);
            }
            return WebpWriter.writeLossless(pixels, EXACT, Tags.NONE);
        });
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .contentType(MediaType.parseMediaType("image/webp"))
                .body(webp);
    }

    private Steps<Finish> read(String finish) {
        if (finish.length() > LONGEST) {
            throw new BadInput("finish", "finish must be at most " + LONGEST + " characters");
        }
        try {
            JsonNode steps = json.readTree(finish);
            if (steps.isObject()) {
                return Operations.finish(steps);
            }
        } catch (JacksonException e) {
            // Said below.
        }
        throw new BadInput("finish", "finish must be a JSON object, as in a fit document");
    }
}
