package gavlin.core.operation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * The operations of one stage that change something, in the order in which they act: each type once at most. Two that change the same
 * are equal, however they were put together.
 */
public record Steps<O extends Operation>(List<O> all) {
    public Steps {
        all = all.stream()
                .filter(Predicate.not(Operation::changesNothing))
                .sorted(Comparator.comparingInt(step -> step.type().order()))
                .toList();
    }

    public static <O extends Operation> Steps<O> none() {
        return new Steps<>(List.of());
    }

    public boolean isEmpty() {
        return all.isEmpty();
    }

    /** The one of a type; its neutral value where there is none. */
    public <T extends Operation> T get(OperationType<T> type) {
        return all.stream()
                .filter(step -> step.type().id().equals(type.id()))
                .map(type.of()::cast)
                .findFirst()
                .orElse(type.neutral());
    }

    /** The same with another one of its type. */
    public Steps<O> with(O other) {
        List<O> steps = new ArrayList<>(all);
        steps.removeIf(step -> step.type().id().equals(other.type().id()));
        steps.add(other);
        return new Steps<>(steps);
    }

    /** For another slot or theme: without what was meant for the old slot alone. */
    @SuppressWarnings("unchecked")
    public Steps<O> carried() {
        return new Steps<>(all.stream()
                .map(step -> (O) step.carried())
                .filter(Objects::nonNull)
                .toList());
    }

    /** What changed from earlier ones, in words for a history: one for each type that either of them has. */
    public List<String> changesFrom(Steps<O> before) {
        List<Operation> present = new ArrayList<>(all);
        before.all.stream()
                .filter(step -> all.stream().noneMatch(s -> s.type().equals(step.type())))
                .forEach(step -> present.add(step.type().neutral()));
        return present.stream()
                .filter(step -> !step.equals(before.get(step.type())))
                .map(step -> step.changeFrom(before.get(step.type())))
                .toList();
    }

    /** As the document has them. */
    public ObjectNode json() {
        ObjectNode json = JsonNodeFactory.instance.objectNode();
        all.forEach(step -> json.set(step.type().id(), OperationType.write(step)));
        return json;
    }

    /** All of them in a line: the same for the same steps, on every machine. Empty for none. */
    public String fingerprint() {
        return all.isEmpty() ? "" : json().toString();
    }
}
