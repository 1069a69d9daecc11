package gavlin.web.plan;

import gavlin.core.brief.Brief;
import gavlin.core.brief.PagePlan;
import gavlin.core.brief.Showing;
import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheet;
import gavlin.core.gauge.Verdict;
import gavlin.web.board.Phrases;
import gavlin.web.board.SlotBoard.Entry;
import gavlin.web.fit.FitState;
import gavlin.web.site.OpenSite;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What the Plan shows: page plans as scale drawings, and the slot list.
 *
 * @param section as which section the site is looked at, empty for the site itself
 * @param preview what switching would do, while it is only tried; null otherwise
 */
record PlanView(
        String headline,
        String sentence,
        List<Question> questions,
        String scale,
        List<PlanPages.Page> pages,
        List<Row> rows,
        List<Choice> states,
        List<Choice> kinds,
        List<Choice> pageNames,
        List<Choice> sections,
        String section,
        List<VariantView> variants,
        Preview preview) {
    /** Reasons that fit into the one sentence on top. */
    private static final int REASONS = 3;

    private static final List<String> STATES = List.of("fails", "look", "empty", "fits", "idle", "absent");

    /** Something to decide that is no fault of a picture. */
    record Question(String number, String name, String href, String says) {}

    /** One value of a filter, with how many slots have it. */
    record Choice(String value, String name, long count) {}

    record VariantView(String id, String name, List<Choice> options, String chosen) {}

    /** @param options the query that holds what is tried */
    record Preview(String says, List<String> appearing, List<String> hidden, Map<String, String> options) {}

    /** @param pages ids of the page plans on which the slot stands, with a space around each */
    record Row(
            String slot,
            String number,
            String name,
            String href,
            String briefHref,
            String kind,
            String pages,
            String asks,
            String limit,
            String picture,
            String weighs,
            String state,
            String says,
            boolean asksSomething) {}

    /** @param tried options that are only looked at, by variant; empty when nothing is */
    static PlanView of(OpenSite site, String section, Map<String, String> tried, OpenSite now, List<Entry> entries) {
        List<Entry> waiting = entries.stream().filter(Entry::needsAttention).toList();
        Map<String, Entry> bySlot =
                entries.stream().collect(Collectors.toMap(e -> e.slot().id(), Function.identity()));
        SlotSheet sheet = site.sheet();
        PlanPages pages = new PlanPages(sheet.pages(), bySlot);
        Map<String, String> pagesOf = pagesOf(sheet);
        List<Row> rows = entries.stream()
                .sorted(Comparator.comparing(PlanView::order))
                .map(e -> row(e, pagesOf.getOrDefault(e.slot().id(), " ")))
                .toList();
        return new PlanView(
                headline(
                        waiting.size(),
                        waiting.stream()
                                .filter(e -> e.state().equals(Verdict.LOOK.word()))
                                .count(),
                        entries.stream().filter(Entry::asksSomething).count()),
                sentence(waiting),
                entries.stream()
                        .filter(Entry::asksSomething)
                        .map(PlanView::question)
                        .toList(),
                String.format(Locale.ROOT, "1 : %.1f", pages.scale()),
                sheet.pages().stream().map(pages::draw).toList(),
                rows,
                choices(STATES.stream(), Function.identity(), rows, Row::state),
                choices(Stream.of(Slot.Kind.values()).map(Slot.Kind::word), Function.identity(), rows, Row::kind),
                sheet.pages().stream()
                        .map(p -> new Choice(
                                p.id(),
                                p.name(),
                                rows.stream()
                                        .filter(r -> r.pages.contains(" " + p.id() + " "))
                                        .count()))
                        .toList(),
                sheet.sections().stream()
                        .map(s -> new Choice(s.id(), s.name(), 0))
                        .toList(),
                section,
                sheet.variants().stream()
                        .map(v -> new VariantView(
                                v.id(),
                                v.name(),
                                v.options().stream()
                                        .map(o -> new Choice(o.id(), o.name(), 0))
                                        .toList(),
                                site.chosen().get(v.id())))
                        .toList(),
                tried.isEmpty() || site.chosen().equals(now.chosen()) ? null : preview(site, now));
    }

    /** Everything that waits for somebody: slots, those of them that only want to be looked at, and decisions. */
    private static String headline(long waiting, long looks, long questions) {
        List<String> parts = new ArrayList<>();
        if (waiting > 0) {
            parts.add(Phrases.count(waiting, "slot needs you", "slots need you"));
        }
        if (looks > 0) {
            parts.add(waiting == looks ? "only to look at" : Phrases.count(looks, "to look at", "to look at"));
        }
        if (questions > 0) {
            parts.add(Phrases.count(questions, "thing to decide", "things to decide"));
        }
        String headline =
                parts.stream().map(part -> part.toLowerCase(Locale.ROOT)).collect(Collectors.joining(", "));
        return headline.isEmpty()
                ? "Everything fits"
                : Character.toUpperCase(headline.charAt(0)) + headline.substring(1);
    }

    private static List<Choice> choices(
            Stream<String> values, Function<String, String> name, List<Row> rows, Function<Row, String> of) {
        Map<String, Long> counts = rows.stream().collect(Collectors.groupingBy(of, Collectors.counting()));
        return values.filter(counts::containsKey)
                .map(v -> new Choice(v, name.apply(v), counts.get(v)))
                .toList();
    }

    /** By slot, the ids of the pages on which it is seen, with a space around each. */
    private static Map<String, String> pagesOf(SlotSheet sheet) {
        Map<String, Set<String>> pages = new HashMap<>();
        for (Slot slot : sheet.slots()) {
            Set<String> seenOn = pages.computeIfAbsent(slot.id(), id -> new LinkedHashSet<>());
            slot.showings().stream().map(Showing::page).filter(Objects::nonNull).forEach(seenOn::add);
        }
        for (PagePlan page : sheet.pages()) {
            page.places().forEach(place -> pages.get(place.slot()).add(page.id()));
        }
        Map<String, String> joined = new HashMap<>();
        pages.forEach((slot, ids) -> joined.put(slot, " " + String.join(" ", ids) + " "));
        return joined;
    }

    private static Preview preview(OpenSite tried, OpenSite now) {
        List<String> appearing = new ArrayList<>();
        List<String> hidden = new ArrayList<>();
        for (Slot slot : now.sheet().slots()) {
            if (tried.has(slot) != now.has(slot)) {
                (tried.has(slot) ? appearing : hidden).add(slot.name());
            }
        }
        String says = tried.sheet().variants().stream()
                .filter(v ->
                        !Objects.equals(tried.chosen().get(v.id()), now.chosen().get(v.id())))
                .map(v -> v.name() + ": " + v.option(tried.chosen().get(v.id())).name())
                .collect(Collectors.joining(", "));
        return new Preview(says, appearing, hidden, tried.chosen());
    }

    private static String sentence(List<Entry> waiting) {
        if (waiting.isEmpty()) {
            return "Nothing is left to do; click a slot to look at it again.";
        }
        String reasons = waiting.stream()
                .sorted(Comparator.comparing(PlanView::order))
                .limit(REASONS)
                .map(e -> e.slot().name() + ": " + says(e))
                .collect(Collectors.joining(" "));
        int more = waiting.size() - REASONS;
        return reasons + (more > 0 ? " And " + more + " more." : "");
    }

    private static Question question(Entry entry) {
        return new Question(
                entry.number(),
                entry.slot().name(),
                entry.briefHref(),
                entry.dispute() != null
                        ? entry.dispute().says().get(0)
                        : "shows " + entry.standIn().fit().slot().name() + ", which does not suit there: "
                                + entry.standIn().against().get(0));
    }

    /** What is wrong first, then what is empty, then what asks something, then what is done, then what is not there now. */
    private static int order(Entry entry) {
        if (!entry.exists()) {
            return 6;
        }
        if (entry.needsAttention()) {
            return entry.fit() == null ? 2 : entry.state().equals(Verdict.FAILS.word()) ? 0 : 1;
        }
        return entry.asksSomething() ? 3 : entry.fit() == null ? 5 : 4;
    }

    private static String says(Entry entry) {
        if (!entry.exists()) {
            String when = entry.slot().exists().says(entry.site().sheet().variants());
            return "It exists only " + when + (entry.fit() == null ? "." : "; its picture is kept.");
        }
        if (entry.fit() == null) {
            return entry.standIn() == null
                    ? "It has no picture yet."
                    : standsIn(entry)
                            + entry.standIn().against().stream().limit(1).collect(Collectors.joining());
        }
        String worst = entry.pictures().stream()
                .max(Comparator.comparing(FitState::verdict))
                .map(f -> (f.isWorseThanAccepted() ? "Worse than when it was accepted: " : "")
                        + FitState.worstOf(f.gauges()))
                .orElse("");
        return worst.isEmpty() && entry.dispute() != null
                ? "Its size is in dispute: "
                        + String.join(" or ", entry.dispute().labels()) + "."
                : worst;
    }

    private static String standsIn(Entry entry) {
        boolean suits = entry.standIn().against().isEmpty();
        return "It shows " + entry.standIn().fit().slot().name()
                + (suits ? ", which suits: no picture of its own is needed." : ", which does not suit. ");
    }

    private static Row row(Entry entry, String pages) {
        FitState fit = entry.fit();
        Brief brief = entry.slot().brief();
        int count = entry.pictures().size();
        return new Row(
                entry.slot().id(),
                entry.number(),
                entry.slot().name(),
                entry.benchHref(),
                entry.briefHref(),
                entry.slot().kind().word(),
                pages,
                Phrases.asks(brief),
                Phrases.limit(brief),
                fit == null
                        ? ""
                        : count > 1 ? count + " pictures" : fit.picture().label(),
                fit == null || fit.rendition() == null || count > 1
                        ? "–"
                        : Phrases.weight(fit.rendition().bytes()),
                entry.state(),
                says(entry),
                entry.asksSomething());
    }
}
