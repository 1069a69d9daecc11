package gavlin.web.bench;

import gavlin.core.codec.PngWriter;
import gavlin.core.raster.Pixels;
import gavlin.web.fit.Desk;
import gavlin.web.fit.FitState;
import gavlin.web.fit.Fits;
import gavlin.web.fit.Renditions;
import java.time.Duration;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What compression did to the slot's file: the picture before it, and where it shows. */
@RestController
@RequestMapping("/sites/{site}/slots/{slot}/bench")
class DamageController {
    /** A magenta: no picture is all of it, and it is told from any other by people who see few colours. */
    private static final int INK = 0xC2187A;

    private final Fits fits;
    private final Renditions renditions;

    DamageController(Fits fits, Renditions renditions) {
        this.fits = fits;
        this.renditions = renditions;
    }

    @GetMapping("/before")
    ResponseEntity<byte[]> before(Desk desk) {
        return png(renditions.beforeCompression(fits.get(desk.site(), desk.place())));
    }

    /** A pixel for each place of the file, the stronger the more is seen there. */
    @GetMapping("/damage")
    ResponseEntity<byte[]> damage(Desk desk) {
        FitState state = renditions.measured(fits.get(desk.site(), desk.place()));
        return png(renditions.damageMap(state).drawn(INK));
    }

    /** The files tried, all of them measured: asked for when somebody opens their list. */
    @GetMapping("/files")
    List<BenchLook.FileTried> files(Desk desk) {
        FitState state = renditions.measured(fits.get(desk.site(), desk.place()));
        return BenchLook.filesTried(state, renditions.allMeasured(state));
    }

    private static ResponseEntity<byte[]> png(Pixels pixels) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(Duration.ofHours(1)).cachePrivate())
                .contentType(MediaType.IMAGE_PNG)
                .body(PngWriter.writeAtOnce(pixels));
    }
}
