package gavlin.core.decoder;

import gavlin.core.BadInput;
import gavlin.core.codec.PictureRefused;
import gavlin.core.raster.DiskFull;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A decoder's answer to a job: one line of JSON.
 *
 * @param kind how it went
 * @param result what the job returned, when done
 * @param reason of a picture refused
 * @param field of what is bad otherwise
 * @param says in words, unless done
 * @param last whether the decoder ends now: it is worn out, or a thread of it can't be stopped
 */
record Answer(Kind kind, JsonNode result, PictureRefused.Reason reason, String field, String says, boolean last) {
    enum Kind {
        DONE,
        REFUSED,
        BAD_INPUT,
        DISK_FULL,
        BROKEN
    }

    static final JsonMapper JSON = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    static Answer done(Object result) {
        return new Answer(Kind.DONE, JSON.valueToTree(result), null, null, null, false);
    }

    static Answer failed(Throwable failure) {
        if (failure instanceof PictureRefused refused) {
            return new Answer(Kind.REFUSED, null, refused.reason(), null, refused.getMessage(), false);
        }
        if (failure instanceof BadInput bad) {
            return new Answer(Kind.BAD_INPUT, null, null, bad.field(), bad.getMessage(), false);
        }
        Kind kind = DiskFull.isSaidBy(failure) ? Kind.DISK_FULL : Kind.BROKEN;
        return new Answer(kind, null, null, null, failure.toString(), false);
    }

    Answer asLast() {
        return new Answer(kind, result, reason, field, says, true);
    }

    String line() {
        return JSON.writeValueAsString(this);
    }

    static Answer of(String line) {
        return JSON.readValue(line, Answer.class);
    }
}
