package gavlin.web.problem;

import jakarta.servlet.ServletException;
import jakarta.servlet.ServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * A body that is not wanted. The server reads what a refused request sends on to its end, so that its sender gets to see the answer; from
 * a stranger it takes nothing and hangs up.
 */
@Configuration
public class UnreadBody {
    private static final String ATTRIBUTE = UnreadBody.class.getName();

    /** Hangs up after the answer, whatever the request is still sending. */
    public static void leave(ServletRequest request, HttpServletResponse response) {
        response.setHeader("Connection", "close");
        request.setAttribute(ATTRIBUTE, true);
    }

    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> unreadBodies() {
        return factory -> factory.addEngineValves(new Valve());
    }

    private static final class Valve extends ValveBase {
        Valve() {
            super(true);
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            getNext().invoke(request, response);
            if (request.getAttribute(ATTRIBUTE) != null) {
                response.flushBuffer();
                request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
            }
        }
    }
}
