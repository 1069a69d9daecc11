package gavlin.web.work;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.jdbc.MySQL8JdbcCustomization;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;

/**
 * Work that outlives the request, and the node: kept in the database, done once, by whichever node comes first, and taken up by another
 * when that one died. A feature gives a {@link Task}; to have it done it asks the {@link SchedulerClient} within its own transaction.
 */
@Configuration
class Jobs {
    private static final Logger LOG = LoggerFactory.getLogger(Jobs.class);
    private static final Duration POLLED = Duration.ofSeconds(2);
    /** A node is thought dead when it was silent for so many heartbeats: eight seconds. */
    private static final Duration HEARTBEAT = Duration.ofSeconds(2);

    private static final int MISSED = 4;
    private static final int THREADS = 2;

    @Bean(destroyMethod = "stop")
    Scheduler scheduler(DataSource source, List<Task<?>> tasks) {
        return Scheduler.create(new TransactionAwareDataSourceProxy(source), tasks)
                .jdbcCustomization(new MySQL8JdbcCustomization(true))
                .pollUsingLockAndFetch(0.5, 1)
                .pollingInterval(POLLED)
                .heartbeatInterval(HEARTBEAT)
                .missedHeartbeatsLimit(MISSED)
                .threads(THREADS)
                .enableImmediateExecution()
                .shutdownMaxWait(Duration.ofSeconds(10))
                .build();
    }

    /** Nothing begins before the application can answer; a command of its own does none. */
    @Configuration
    static class Begin {
        private final Scheduler scheduler;
        private final boolean wanted;

        Begin(Scheduler scheduler, @Value("${gavlin.jobs:true}") boolean wanted) {
            this.scheduler = scheduler;
            this.wanted = wanted;
        }

        @EventListener(ApplicationReadyEvent.class)
        void begin() {
            if (wanted) {
                scheduler.start();
                LOG.debug("jobs are done here");
            }
        }
    }
}
