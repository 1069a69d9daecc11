package gavlin.web.operation;

import java.util.Map;
import org.springframework.dao.DataAccessException;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether this node can do its work, for load balancers and start scripts. Metrics have an address of their own. */
@RestController
class HealthController {
    private final JdbcTemplate sql;

    HealthController(JdbcTemplate sql) {
        this.sql = sql;
    }

    @GetMapping("/actuator/health")
    ResponseEntity<Map<String, String>> health() {
        try {
            sql.queryForObject("SELECT 1", Integer.class);
            return answer(HttpStatus.OK, "UP");
        } catch (DataAccessException e) {
            return answer(HttpStatus.SERVICE_UNAVAILABLE, "DOWN");
        }
    }

    private static ResponseEntity<Map<String, String>> answer(HttpStatus status, String word) {
        return ResponseEntity.status(status)
                .cacheControl(CacheControl.noStore())
                .body(Map.of("status", word));
    }
}
