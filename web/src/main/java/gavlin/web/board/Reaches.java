package gavlin.web.board;

import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Reach;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet.Section;
import gavlin.web.fit.Fits;
import gavlin.web.site.OpenSite;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Whom a change of the site's own picture in a slot reaches, said before it is made. */
@Component
public class Reaches {
    private static final int NAMED = 3;

    private final Fits fits;

    Reaches(Fits fits) {
        this.fits = fits;
    }

    public Reach of(OpenSite site, Slot slot) {
        Set<String> filled = fits.filled(site);
        Set<String> own = site.overrides(slot) ? fits.ownSections(site).getOrDefault(slot.id(), Set.of()) : Set.of();
        return Reach.of(site.sheet(), site.chosen(), slot, s -> filled.contains(s.id()), own);
    }

    /** In one line: what it alters, and what it does not. */
    public static String says(Reach reach, Slot slot, boolean overriding) {
        StringBuilder says =
                new StringBuilder("Seen on " + named(reach.pages(), PagePlan::name, "no page plan", " · "));
        if (!reach.slots().isEmpty()) {
            says.append("; also shown in ").append(named(reach.slots(), Slot::name, "", ", "));
        }
        if (!reach.altered().isEmpty() || !reach.unaltered().isEmpty()) {
            says.append("; a change alters ")
                    .append(
                            reach.unaltered().isEmpty()
                                    ? "every section"
                                    : named(reach.altered(), Section::name, "no section", ", "));
            if (!reach.unaltered().isEmpty()) {
                says.append(", not ")
                        .append(named(reach.unaltered(), Section::name, "", ", "))
                        .append(", which ")
                        .append(reach.unaltered().size() == 1 ? "has its own" : "have their own");
            } else if (slot.sectionsMayOverride() && !overriding) {
                says.append(" (overriding is switched off)");
            }
        }
        return says.append('.').toString();
    }

    private static <T> String named(List<T> things, Function<T, String> name, String none, String between) {
        if (things.isEmpty()) {
            return none;
        }
        String first = things.stream().limit(NAMED).map(name).collect(Collectors.joining(between));
        return things.size() > NAMED ? first + " and " + (things.size() - NAMED) + " more" : first;
    }
}
