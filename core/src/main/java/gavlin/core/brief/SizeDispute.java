package gavlin.core.brief;

import gavlin.core.geometry.Rule;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What stands against a slot's size: statements that differ from it or from each other, and showings that a stated size does
 * not go with.
 *
 * @param sizes every exact size in play, the brief's own first
 * @param says one sentence for each contradiction
 * @param settled whether a decision on record knew all of these sizes
 */
public record SizeDispute(List<Size> sizes, List<String> says, boolean settled) {
    /**
     * A box whose proportions differ from a file's by less than this is meant to show all of it, and cuts or squashes a strip by
     * mistake; with more, the theme crops on purpose. Common practice, no source.
     */
    private static final double NEARLY = 0.1;

    /** Empty when all agree. A slot that asks a ratio only is in dispute when a statement contradicts that ratio. */
    public static Optional<SizeDispute> of(Slot slot) {
        Set<String> says = new LinkedHashSet<>();
        Set<Size> sizes = new LinkedHashSet<>();
        Size own = slot.brief().size();
        StatedSize brief = own != null
                ? StatedSize.of(own)
                : new StatedSize(1, Size.MAX, 1, Size.MAX, slot.brief().ratio());
        if (own != null) {
            sizes.add(own);
        }
        List<Statement> read = new ArrayList<>();
        for (Statement statement : slot.statements()) {
            StatedSize stated = StatedSize.of(statement.says()).orElse(null);
            if (stated == null) {
                continue;
            }
            stated.size().ifPresent(sizes::add);
            if (!stated.agreesWith(brief)) {
                says.add(statement.source() + " says " + statement.says() + ", the slot asks "
                        + slot.brief().sizeLabel() + ".");
            }
            for (Statement other : read) {
                if (!StatedSize.of(other.says()).orElseThrow().agreesWith(stated)) {
                    says.add(other.source() + " says " + other.says() + ", " + statement.source() + " says "
                            + statement.says() + ".");
                }
            }
            read.add(statement);
        }
        for (Size size : sizes) {
            slot.showings().forEach(showing -> contradiction(size, showing).ifPresent(says::add));
        }
        if (says.isEmpty()) {
            return Optional.empty();
        }
        Decision decision = slot.decision();
        boolean settled = decision != null
                && decision.size().equals(own)
                && sizes.stream().allMatch(s -> decision.over().contains(s.label()));
        return Optional.of(new SizeDispute(List.copyOf(sizes), List.copyOf(says), settled));
    }

    /** The sizes as a decision keeps them. */
    public List<String> labels() {
        return sizes.stream().map(Size::label).collect(Collectors.toList());
    }

    private static Optional<String> contradiction(Size size, Showing showing) {
        if (showing.isRange() || showing.objectFit().rule() != Rule.COVER) {
            return Optional.empty(); // a box of many proportions crops on purpose, and contain never does
        }
        FrameCost cost = FrameCost.of(size, showing.box());
        if (cost.squashed() > 0.005 && cost.squashed() < NEARLY) {
            return Optional.of(String.format(
                    Locale.ROOT,
                    "%s shows %.0f×%.0f, where a file of %s would be cut by %.1f %% or squashed by %.1f %%.",
                    showing.name(),
                    showing.box().width(),
                    showing.box().height(),
                    size.label(),
                    cost.cut() * 100,
                    cost.squashed() * 100));
        }
        return Optional.empty();
    }
}
