package gavlin.core.fit;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** JSON Merge Patch, RFC 7396, section 2. */
public final class MergePatch {
    private MergePatch() {}

    /** The target with the patch's members in place of its own, those that are null taken out; the target is not changed. */
    public static JsonNode apply(JsonNode target, JsonNode patch) {
        if (!patch.isObject()) {
            return patch;
        }
        ObjectNode result = target != null && target.isObject()
                ? (ObjectNode) target.deepCopy()
                : JsonNodeFactory.instance.objectNode();
        patch.properties().forEach(member -> {
            if (member.getValue().isNull()) {
                result.remove(member.getKey());
            } else {
                result.set(member.getKey(), apply(result.get(member.getKey()), member.getValue()));
            }
        });
        return result;
    }
}
