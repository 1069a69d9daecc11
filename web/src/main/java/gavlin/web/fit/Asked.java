package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.core.fit.Fit;
import gavlin.core.fit.FitDocument;
import gavlin.web.picture.StoredPicture;
import java.util.Arrays;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A fit that is asked for: in short, or as a document. */
public interface Asked {
    /** Id of the picture; null for the one that the place has. */
    String picture();

    /** The revision that was looked at, 0 for none; null to go on from whatever is there. */
    Integer base();

    /** Whether Gavlin is to choose what is shown. */
    boolean leavesTheWindowOpen();

    /**
     * @param settling chooses what Gavlin is to choose by the picture's pixels
     * @throws BadInput naming the member that is not allowed
     */
    Fit toFit(Slot slot, StoredPicture source, UnaryOperator<Fit> settling);

    /** A decision as it is. */
    record AsDocument(FitDocument document, Integer base) implements Asked {
        @Override
        public String picture() {
            return document.picture();
        }

        @Override
        public boolean leavesTheWindowOpen() {
            return false;
        }

        @Override
        public Fit toFit(Slot slot, StoredPicture source, UnaryOperator<Fit> settling) {
            return settling.apply(document.fit()).checkedFor(slot, source.size());
        }
    }

    /** What an answer of the API has, and may stand beside a document that is sent back as it came. */
    Set<String> ANSWERED = Arrays.stream(FitAnswer.class.getRecordComponents())
            .map(component -> component.getName())
            .collect(Collectors.toSet());

    /** Reads a body: a document, an answer with one in it, or the short members. */
    static Asked read(JsonNode body, JsonMapper json) {
        if (body.has("format")) {
            return new AsDocument(FitDocument.read(body), null);
        }
        if (body.has("fit")) {
            for (String member : body.propertyNames()) {
                if (!member.equals("base") && !ANSWERED.contains(member)) {
                    throw new BadInput(member, "nothing but base stands beside a fit document, received " + member);
                }
            }
            JsonNode base = body.path("base");
            if (!base.isMissingNode() && !base.isNull() && !base.isInt()) {
                throw new BadInput("base", "base must be a whole number, the revision that was looked at");
            }
            return new AsDocument(FitDocument.read(body.get("fit")), base.isInt() ? base.asInt() : null);
        }
        try {
            return json.treeToValue(body, FitRequest.class);
        } catch (JacksonException e) {
            for (Throwable cause = e; cause != null; cause = cause.getCause()) {
                if (cause instanceof BadInput bad) {
                    throw bad;
                }
            }
            throw new BadInput("body", "the body is not a JSON object that can be read");
        }
    }
}
