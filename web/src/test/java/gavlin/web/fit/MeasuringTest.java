package gavlin.web.fit;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import gavlin.core.brief.Slot;
import gavlin.web.site.OpenSite;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.Test;

class MeasuringTest {
    private final OpenSite site = mock(OpenSite.class);
    private final Renditions renditions = mock(Renditions.class);
    private final Measuring measuring = new Measuring(renditions);

    @Test
    void measuring_isSuperseded_onceThePlaceNeedsAnotherFile_andByNoOtherPlace() {
        Place place = place("banner");
        FitState state = mock(FitState.class);
        when(state.place()).thenReturn(place);
        when(state.key()).thenReturn("first");
        AtomicReference<BooleanSupplier> superseded = new AtomicReference<>();
        when(renditions.measured(eq(state), any(), any())).thenAnswer(call -> {
            superseded.set(call.getArgument(1));
            return state;
        });

        measuring.of(site, state, first -> {});
        assertFalse(superseded.get().getAsBoolean(), "nobody stored anything since the start");
        measuring.nowIs(site, place, "first");
        measuring.nowIs(site, place("logo"), "second");
        assertFalse(superseded.get().getAsBoolean());
        measuring.nowIs(site, place, "second");
        assertTrue(superseded.get().getAsBoolean());
        measuring.nowIs(site, place, "first");
        assertFalse(superseded.get().getAsBoolean(), "undone: it is needed again");
    }

    private static Place place(String id) {
        Slot slot = mock(Slot.class);
        when(slot.id()).thenReturn(id);
        return Place.of(slot);
    }
}
