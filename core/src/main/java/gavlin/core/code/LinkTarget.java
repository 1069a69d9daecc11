package gavlin.core.code;

import gavlin.core.BadInput;
import gavlin.core.Require;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import java.util.Set;

/** Where a click on a picture leads: an address of the web, a mail address, or a path of the site itself (RFC 3986). Nothing that runs. */
public final class LinkTarget {
    private static final int LONGEST = 500;
    private static final Set<String> WEB = Set.of("http", "https");

    private LinkTarget() {}

    /** The same, trimmed; empty for none. @throws BadInput for anything that is no such address */
    public static String checked(String typed) {
        String target = Require.text("link", typed, LONGEST);
        if (target.isEmpty()) {
            return target;
        }
        try {
            URI uri = new URI(target);
            String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
            boolean web = WEB.contains(scheme) && uri.getHost() != null;
            boolean mail =
                    scheme.equals("mailto") && uri.getSchemeSpecificPart().contains("@");
            boolean path = scheme.isEmpty() && target.startsWith("/") && !target.startsWith("//");
            if (web || mail || path) {
                return target;
            }
        } catch (URISyntaxException e) {
            // Said below.
        }
        throw new BadInput(
                "link",
                "a link leads to an address such as https://example.org/boats, or to a path of the site such as /boats");
    }
}
