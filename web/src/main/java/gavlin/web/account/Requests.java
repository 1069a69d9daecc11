package gavlin.web.account;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;

/** What a request says of where it comes from and where it wants to go. */
final class Requests {
    private Requests() {}

    /** Whether it carries credentials of its own, as programs' requests do. */
    static boolean isProgram(HttpServletRequest request) {
        return request.getHeader("Authorization") != null;
    }

    /**
     * Whether a browser says that another site's page sent it. Browsers repeat Basic credentials that they know; over plain HTTP they
     * say no {@code Sec-Fetch-Site}, but {@code Origin} with everything that changes something.
     */
    static boolean isFromElsewhere(HttpServletRequest request) {
        String from = request.getHeader("Sec-Fetch-Site");
        if (from != null && !from.equals("same-origin") && !from.equals("none")) {
            return true;
        }
        String origin = request.getHeader("Origin");
        return origin != null && !isOwn(origin, request);
    }

    private static boolean isOwn(String origin, HttpServletRequest request) {
        try {
            URI uri = URI.create(origin);
            int port = uri.getPort() > 0 ? uri.getPort() : "https".equals(uri.getScheme()) ? 443 : 80;
            return request.getServerName().equalsIgnoreCase(uri.getHost()) && port == request.getServerPort();
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** Whether an address is a place here: a path and nothing that a browser could take for another host. */
    static boolean isPathHere(String address) {
        return address != null && address.matches("/(?![/\\\\])[\\x21-\\x5b\\x5d-\\x7e]{0,500}");
    }

    static boolean changes(HttpServletRequest request) {
        return !request.getMethod().matches("GET|HEAD|OPTIONS|TRACE");
    }
}
