package gavlin.web.dispatch;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * A dispatch, with its files where they were asked for.
 *
 * @param state {@code sending}, {@code looking} while visitors don't see all of it yet, {@code stopped} or {@code done}
 * @param says what it waits for, or why it stopped
 */
public record DispatchView(
        long id,
        Instant madeAt,
        String madeBy,
        String target,
        String reason,
        String state,
        String says,
        List<DispatchedFile.View> files) {
    static DispatchView of(Dispatch dispatch, List<DispatchedFile> files, List<Delivery> deliveries) {
        Map<Long, Delivery> byFile =
                deliveries.stream().collect(Collectors.toMap(Delivery::fileId, Function.identity()));
        return new DispatchView(
                dispatch.id(),
                dispatch.madeAt(),
                dispatch.madeBy(),
                dispatch.target(),
                dispatch.reason(),
                state(dispatch, deliveries),
                dispatch.says(),
                files.stream()
                        .map(file -> file.view(
                                byFile.containsKey(file.id())
                                        ? byFile.get(file.id()).receipt()
                                        : null))
                        .toList());
    }

    private static String state(Dispatch dispatch, List<Delivery> deliveries) {
        if (deliveries.stream().allMatch(Delivery::isSettled)) {
            return "done";
        }
        return dispatch.isStopped() ? "stopped" : deliveries.stream().anyMatch(Delivery::waits) ? "sending" : "looking";
    }

    /** How many files are past a point. */
    private long count(Predicate<Delivery.Receipt> which) {
        return files.stream()
                .map(DispatchedFile.View::receipt)
                .filter(receipt -> receipt != null && which.test(receipt))
                .count();
    }

    @JsonIgnore
    public boolean isToSite() {
        return target.equals(Dispatch.SITE);
    }

    @JsonIgnore
    public boolean isUnderWay() {
        return state.equals("sending") || state.equals("looking");
    }

    public long arrived() {
        return count(receipt -> receipt.sentAt() != null);
    }

    /** Files for which the site has a place. */
    public long withPlace() {
        return count(receipt -> !receipt.state().equals(Delivery.State.NO_PLACE.word()));
    }

    public long seen() {
        return count(Delivery.Receipt::seen);
    }

    /** In words, for a list. */
    public String howFar() {
        return switch (state) {
            case "sending" -> "on its way";
            case "looking" -> "arrived, not all seen yet";
            case "stopped" -> "stopped";
            default -> isToSite() ? "arrived" : "packed";
        };
    }
}
