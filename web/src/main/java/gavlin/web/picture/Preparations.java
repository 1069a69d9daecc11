package gavlin.web.picture;

import gavlin.core.BadInput;
import gavlin.core.fit.Operations;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Steps;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The {@code prepare} of a fit document in the query of an address: which prepared picture is meant. */
public final class Preparations {
    private static final int LONGEST = 5000;
    private static final JsonMapper JSON = new JsonMapper();

    private Preparations() {}

    /** @param json null or empty for the picture as it is */
    public static Steps<Preparation> read(String json) {
        if (json == null || json.isEmpty()) {
            return Steps.none();
        }
        if (json.length() > LONGEST) {
            throw new BadInput("prepare", "prepare must be at most " + LONGEST + " characters");
        }
        try {
            JsonNode steps = JSON.readTree(json);
            if (steps.isObject()) {
                return Operations.prepare(steps);
            }
        } catch (JacksonException e) {
            // Said below.
        }
        throw new BadInput("prepare", "prepare must be a JSON object, as in a fit document");
    }
}
