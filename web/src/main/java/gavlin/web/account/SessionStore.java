package gavlin.web.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.transaction.support.TransactionOperations;

/** What a session costs each request, also while something is dragged: a question and, once a minute, something written. */
@Configuration
class SessionStore {
    /** Times to the minute, ms: the same row again is nothing that a database has to keep. */
    private static final String UPDATE = """
            UPDATE %TABLE_NAME%
            SET SESSION_ID = ?, LAST_ACCESS_TIME = ? DIV 60000 * 60000, MAX_INACTIVE_INTERVAL = ?,
              EXPIRY_TIME = ? DIV 60000 * 60000, PRINCIPAL_NAME = ?
            WHERE PRIMARY_ID = ?""";

    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> seenToTheMinute() {
        return sessions -> sessions.setUpdateSessionQuery(UPDATE);
    }

    /** Each of its statements is whole by itself: a session without its attributes is one in which nobody is signed in. */
    @Bean(defaultCandidate = false)
    TransactionOperations springSessionTransactionOperations() {
        return TransactionOperations.withoutTransaction();
    }
}
