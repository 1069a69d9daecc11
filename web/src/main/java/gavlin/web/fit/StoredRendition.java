package gavlin.web.fit;

import gavlin.core.codec.PictureType;
import gavlin.core.gauge.Measured;
import gavlin.core.geometry.Size;
import gavlin.core.weight.Candidate;
import java.util.List;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * A finished file and what was measured on it, under the hash of everything that made it.
 *
 * @param triedJson every file that the weight search made on the way; read only where somebody looks at them
 */
public record StoredRendition(
        String key, String sha256, PictureType type, Size size, long bytes, Measured measured, String triedJson) {
    private static final JsonMapper JSON = new JsonMapper();

    /** Every file that the weight search made on the way. */
    public List<Candidate> tried() {
        return JSON.readValue(triedJson, new TypeReference<List<Candidate>>() {});
    }
}
