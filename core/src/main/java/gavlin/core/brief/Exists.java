package gavlin.core.brief;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * When something exists: with each variant named here, one of the options named beside it must hold. Either-or needs no rule
 * of its own: two slots that ask for different options of one variant never exist together.
 *
 * @param wanted variant id to option ids; empty for what always exists
 */
public record Exists(Map<String, Set<String>> wanted) {
    public static final Exists ALWAYS = new Exists(Map.of());

    /** @param chosen the option that holds, by variant: one for each, as {@link SlotSheet#settled} gives them */
    public boolean given(Map<String, String> chosen) {
        return wanted.entrySet().stream().allMatch(e -> e.getValue().contains(chosen.get(e.getKey())));
    }

    /** In words: {@code when Layout is Tall header}; empty for always. */
    public String says(List<Variant> variants) {
        return variants.stream()
                .filter(v -> wanted.containsKey(v.id()))
                .map(v -> "when " + v.name() + " is "
                        + v.options().stream()
                                .filter(o -> wanted.get(v.id()).contains(o.id()))
                                .map(Variant.Option::name)
                                .collect(Collectors.joining(" or ")))
                .collect(Collectors.joining(" and "));
    }
}
