package gavlin.core.fit;

import gavlin.core.geometry.Growth;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Turn;
import gavlin.core.solve.KeepArea;
import java.util.List;

/**
 * What a person changed of a slot's picture beside its window; nothing of it to begin with.
 *
 * @param growth picture made beyond the edges of the turned picture, px
 * @param height one of the heights that the theme offers, px, or null for the slot's own
 * @param position object-position for the showings that let it be set, or null for their own
 * @param letGo names of the picture's keep areas that need not be seen in this slot
 */
public record Setting(Turn turn, Growth growth, Integer height, Position position, List<String> letGo) {
    public static final Setting NONE = new Setting(Turn.NONE, Growth.NONE, null, null, List.of());

    public Setting {
        letGo = letGo.stream().distinct().limit(KeepArea.MOST).sorted().toList();
    }

    public boolean changesNothing() {
        return equals(NONE);
    }

    public Setting with(Turn other) {
        return new Setting(other, growth, height, position, letGo);
    }

    public Setting with(Growth other) {
        return new Setting(turn, other, height, position, letGo);
    }

    public Setting inHeight(Integer other) {
        return new Setting(turn, growth, other, position, letGo);
    }

    public Setting with(Position other) {
        return new Setting(turn, growth, height, other, letGo);
    }

    public Setting lettingGo(List<String> names) {
        return new Setting(turn, growth, height, position, names);
    }
}
