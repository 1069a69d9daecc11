package gavlin.core.move;

import gavlin.core.brief.Brief;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.Slot.Kind;
import gavlin.core.brief.SlotSheet;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Space.InShowing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Which slot of a new theme takes over from which slot of an old one: as many as go together, with the least unlikeness in sum.
 * Unlikeness counts kind, shape, place and size; each part is 0 for equal and about 1 for as unlike as can be. A name in common weighs more
 * than any of them but the kind: a masthead is a masthead, whatever its shape.
 */
public final class ThemeMatch {
    /** A pair less alike than this is not made: the new slot stays empty. */
    private static final double TOO_UNLIKE = 1.0;

    private static final double OTHER_KIND = 2.0;
    private static final double RELATED_KIND = 0.4;
    private static final List<Set<Kind>> RELATED = List.of(
            Set.of(Kind.BANNER, Kind.SLIDE, Kind.PHOTO), Set.of(Kind.LOGO, Kind.ICON), Set.of(Kind.AVATAR, Kind.PHOTO));
    private static final double SHAPE = 0.6;
    private static final double SIZE = 0.1;
    private static final double PLACE = 0.35;
    private static final double TRANSPARENCY = 0.3;
    private static final double NAME = 0.9;
    /** Words that many slots are called by, whatever they are for. */
    private static final Set<String> COMMON =
            Set.of("the", "and", "for", "page", "home", "site", "slot", "picture", "image", "desktop", "phone");
    /** Proportions that are no more apart than that look the same. */
    private static final double SAME_SHAPE = 0.03;

    private static final double SET = 0.3;
    /** Nothing comes from a slot without a picture, so one that has some goes before one that is a little more alike. */
    private static final double EMPTY = 0.3;

    private ThemeMatch() {}

    /**
     * New slot id to old slot id, in the new sheet's order; new slots for which nothing is like enough are left out.
     *
     * @param filled whether an old slot has a picture that could be carried over
     */
    public static Map<String, String> of(SlotSheet from, SlotSheet to, Predicate<Slot> filled) {
        List<Slot> old = from.slots();
        Map<String, FocalPoint<InShowing>> oldPlaces = places(from);
        Map<String, FocalPoint<InShowing>> newPlaces = places(to);
        double[][] costs = new double[to.slots().size()][old.size() + to.slots().size()];
        for (int i = 0; i < costs.length; i++) {
            Slot slot = to.slots().get(i);
            Arrays.fill(costs[i], TOO_UNLIKE); // columns beyond the old slots stand for "none"
            for (int j = 0; j < old.size(); j++) {
                costs[i][j] =
                        unlikeness(old.get(j), slot, oldPlaces.get(old.get(j).id()), newPlaces.get(slot.id()))
                                + (filled.test(old.get(j)) ? 0 : EMPTY);
            }
        }
        int[] chosen = Assignment.of(costs);
        Map<String, String> match = new LinkedHashMap<>();
        for (int i = 0; i < chosen.length; i++) {
            if (chosen[i] < old.size() && costs[i][chosen[i]] < TOO_UNLIKE) {
                match.put(to.slots().get(i).id(), old.get(chosen[i]).id());
            }
        }
        return match;
    }

    private static double unlikeness(
            Slot old, Slot slot, FocalPoint<InShowing> oldPlace, FocalPoint<InShowing> newPlace) {
        Brief a = old.brief();
        Brief b = slot.brief();
        double shape = Math.abs(Math.log(a.proportion() / b.proportion())) / Math.log(4);
        double size = Math.abs(Math.log(width(a) / width(b))) / Math.log(4);
        boolean needsAlpha =
                (a.transparency() == Brief.Transparency.REQUIRED) != (b.transparency() == Brief.Transparency.REQUIRED);
        return kind(old.kind(), slot.kind())
                + SHAPE * shape
                + SIZE * size
                + PLACE * distance(oldPlace, newPlace)
                + (needsAlpha ? TRANSPARENCY : 0)
                + ((old.set() == null) != (slot.set() == null) ? SET : 0)
                - NAME * likeness(old, slot);
    }

    /** What the two have in common, in words; "nothing in common" for a pair that only a person would make. */
    public static String common(Slot old, Slot slot) {
        List<String> common = new ArrayList<>();
        Set<String> words = wordsInCommon(old, slot);
        if (sameName(old, slot)) {
            common.add("the same name");
        } else if (!words.isEmpty()) {
            common.add("“" + String.join(" ", words) + "” in both names");
        }
        if (old.kind() == slot.kind()) {
            common.add("both " + slot.kind().word() + "s");
        }
        if (Math.abs(Math.log(old.brief().proportion() / slot.brief().proportion())) < SAME_SHAPE) {
            common.add("the same shape");
        }
        return common.isEmpty() ? "nothing in common" : String.join(", ", common);
    }

    /** From 0 to 1: how much of what the two are called is the same. */
    private static double likeness(Slot a, Slot b) {
        if (sameName(a, b)) {
            return 1;
        }
        Set<String> all = new TreeSet<>(words(a));
        all.addAll(words(b));
        return all.isEmpty() ? 0 : (double) wordsInCommon(a, b).size() / all.size();
    }

    private static boolean sameName(Slot a, Slot b) {
        return a.id().equals(b.id()) || a.name().equalsIgnoreCase(b.name());
    }

    private static Set<String> wordsInCommon(Slot a, Slot b) {
        Set<String> common = words(a);
        common.retainAll(words(b));
        return common;
    }

    private static Set<String> words(Slot slot) {
        return Stream.of(
                        (slot.id() + " " + slot.name()).toLowerCase(Locale.ROOT).split("[^\\p{L}]+"))
                .filter(word -> word.length() > 2 && !COMMON.contains(word))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static double kind(Kind a, Kind b) {
        if (a == b) {
            return 0;
        }
        return RELATED.stream().anyMatch(group -> group.contains(a) && group.contains(b)) ? RELATED_KIND : OTHER_KIND;
    }

    private static double width(Brief brief) {
        return brief.size() != null ? brief.size().width() : brief.maxWidth();
    }

    /** Unknown places tell nothing, for or against. */
    private static double distance(FocalPoint<InShowing> a, FocalPoint<InShowing> b) {
        return a == null || b == null ? 0.5 : Math.hypot(a.x() - b.x(), a.y() - b.y());
    }

    /** Where each slot's centre first stands on a page, as fractions of the page. */
    private static Map<String, FocalPoint<InShowing>> places(SlotSheet sheet) {
        Map<String, FocalPoint<InShowing>> places = new HashMap<>();
        for (PagePlan page : sheet.pages()) {
            for (PagePlan.Place place : page.places()) {
                showing(sheet, place).ifPresent(showing -> {
                    Box<InShowing> box = showing.at(page.width()).box();
                    places.putIfAbsent(
                            place.slot(),
                            new FocalPoint<>(
                                    clamp((place.x() + box.width() / 2) / page.width()),
                                    clamp((place.y() + box.height() / 2) / page.height())));
                });
            }
        }
        return places;
    }

    private static Optional<Showing> showing(SlotSheet sheet, PagePlan.Place place) {
        return sheet.slot(place.slot())
                .flatMap(slot -> slot.showings().stream()
                        .filter(s -> s.id().equals(place.showing()))
                        .findFirst());
    }

    private static double clamp(double value) {
        return Math.max(0, Math.min(1, value));
    }
}
