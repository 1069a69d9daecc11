package gavlin.core.operation;

import gavlin.core.BadInput;
import gavlin.core.speech.FieldNames;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is the same of every operation of one kind. Its JSON Schema lies beside its class, in {@code <id>.schema.json}.
 *
 * @param id its member in the fit document
 * @param order among the operations of its stage: the lower acts first
 * @param neutral the one that changes nothing
 */
public record OperationType<O extends Operation>(String id, int order, Class<O> of, O neutral) {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    /** As part of the document's schema. */
    public JsonNode schema() {
        String file = id + ".schema.json";
        try (InputStream in = of.getResourceAsStream(file)) {
            if (in == null) {
                throw new IllegalStateException(file + " is missing beside " + of.getName());
            }
            return JSON.readTree(new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @throws BadInput when a value is not allowed, with what is; members left out have their neutral value */
    public O read(JsonNode json) {
        try {
            return JSON.treeToValue(json, of);
        } catch (JacksonException e) {
            for (Throwable cause = e; cause != null; cause = cause.getCause()) {
                if (cause instanceof BadInput bad) {
                    throw bad;
                }
            }
            throw new BadInput(
                    id,
                    FieldNames.of(id)
                            + " holds a member or a value that is not known: see the schema of fit documents");
        }
    }

    public static JsonNode write(Operation operation) {
        return JSON.valueToTree(operation);
    }
}
