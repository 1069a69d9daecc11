package gavlin.web.dispatch;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.exceptions.TaskInstanceCurrentlyExecutingException;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** One job for each dispatch that is on its way; it comes back by itself until all has arrived and is seen. */
@Component
class SendingJobs {
    private static final TaskDescriptor<Void> SEND = TaskDescriptor.of("send-dispatch");
    /** After a fault of ours. */
    private static final Duration LATER = Duration.ofSeconds(30);

    private final SchedulerClient jobs;
    private final DeliveryRepository deliveries;
    private final boolean wanted;

    SendingJobs(SchedulerClient jobs, DeliveryRepository deliveries, @Value("${gavlin.jobs:true}") boolean wanted) {
        this.jobs = jobs;
        this.deliveries = deliveries;
        this.wanted = wanted;
    }

    @Configuration
    static class OfDispatches {
        @Bean
        Task<Void> sendDispatch(Sending sending) {
            return Tasks.custom(SEND)
                    .onFailure(new FailureHandler.OnFailureRetryLater<>(LATER))
                    .execute((instance, context) -> {
                        long dispatch = Long.parseLong(instance.getId());
                        Duration pause = sending.pass(dispatch);
                        return (done, operations) -> {
                            if (pause != null || sending.isOnItsWay(dispatch)) {
                                operations.reschedule(done, Instant.now().plus(pause == null ? Duration.ZERO : pause));
                            } else {
                                operations.remove();
                            }
                        };
                    });
        }
    }

    /** Within the caller's transaction: with the dispatch there is its job, or neither. */
    void begin(long dispatch) {
        var job = SEND.instance(Long.toString(dispatch)).build();
        if (jobs.scheduleIfNotExists(job, Instant.now())) {
            return;
        }
        try {
            jobs.reschedule(job, Instant.now());
        } catch (TaskInstanceCurrentlyExecutingException e) {
            // It looks at the end of its pass whether it should go on.
        }
    }

    /** A restored database has dispatches on their way and no jobs. */
    @EventListener(ApplicationReadyEvent.class)
    void takeUp() {
        if (wanted) {
            List<Long> unsettled = deliveries.unsettledDispatches();
            unsettled.forEach(id ->
                    jobs.scheduleIfNotExists(SEND.instance(Long.toString(id)).build(), Instant.now()));
        }
    }
}
