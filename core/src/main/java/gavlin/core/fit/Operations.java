package gavlin.core.fit;

import gavlin.core.BadInput;
import gavlin.core.backing.Backing;
import gavlin.core.grow.Grow;
import gavlin.core.ink.Ink;
import gavlin.core.lift.Lift;
import gavlin.core.line.Line;
import gavlin.core.mend.Mend;
import gavlin.core.operation.Finish;
import gavlin.core.operation.Operation;
import gavlin.core.operation.OperationType;
import gavlin.core.operation.Preparation;
import gavlin.core.operation.Steps;
import gavlin.core.speech.Said;
import gavlin.core.tighten.Tighten;
import gavlin.core.turn.Turn;
import gavlin.core.veil.Veil;
import gavlin.core.words.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/** All operations, by their stage: the one place that names them. */
public final class Operations {
    public static final List<OperationType<? extends Preparation>> PREPARE =
            List.of(Lift.TYPE, Tighten.TYPE, Ink.TYPE, Turn.TYPE, Grow.TYPE, Mend.TYPE);
    public static final List<OperationType<? extends Finish>> FINISH =
            List.of(Backing.TYPE, Veil.TYPE, Words.TYPE, Line.TYPE);

    /** Ids of those that are made for logos and icons. */
    public static final List<String> MARK = List.of(Lift.TYPE.id(), Tighten.TYPE.id(), Ink.TYPE.id());

    private Operations() {}

    /** Ids of all, in the order in which they act. */
    public static List<String> all() {
        return Stream.of(PREPARE, FINISH)
                .flatMap(stage -> stage.stream().sorted(Comparator.comparingInt(OperationType::order)))
                .map(OperationType::id)
                .toList();
    }

    /** Reads the {@code prepare} of a document. @throws BadInput naming the member that is not allowed */
    public static Steps<Preparation> prepare(JsonNode json) {
        return read(PREPARE, json);
    }

    /** Reads the {@code finish} of a document. @throws BadInput naming the member that is not allowed */
    public static Steps<Finish> finish(JsonNode json) {
        return read(FINISH, json);
    }

    /** A fit with one operation as a document has it. @throws BadInput when there is none of that id, or its value is not allowed */
    public static Fit with(Fit fit, String id, JsonNode json) {
        for (OperationType<? extends Preparation> type : PREPARE) {
            if (type.id().equals(id)) {
                return fit.with(json.isNull() ? type.neutral() : type.read(json));
            }
        }
        for (OperationType<? extends Finish> type : FINISH) {
            if (type.id().equals(id)) {
                return fit.with(json.isNull() ? type.neutral() : type.read(json));
            }
        }
        throw new BadInput(id, "there is no member " + id + " in a fit");
    }

    private static <O extends Operation> Steps<O> read(List<OperationType<? extends O>> types, JsonNode json) {
        List<O> steps = new ArrayList<>();
        for (Map.Entry<String, JsonNode> member : json.properties()) {
            OperationType<? extends O> type = types.stream()
                    .filter(t -> t.id().equals(member.getKey()))
                    .findFirst()
                    .orElseThrow(() -> new BadInput(
                            member.getKey(),
                            "“" + member.getKey() + "” is no operation here; known: " + Said.either(ids(types))));
            if (!member.getValue().isNull()) {
                steps.add(type.read(member.getValue()));
            }
        }
        return new Steps<>(steps);
    }

    private static <O extends Operation> List<String> ids(List<OperationType<? extends O>> types) {
        return types.stream().map(OperationType::id).toList();
    }
}
