package gavlin.web.connect;

import gavlin.core.BadInput;
import java.net.Inet4Address;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.Collection;

/**
 * An address that a warden set, looked up once: what is connected to afterwards is this and nothing else, whatever the name says later.
 *
 * <p>Private ranges lead into the network that Gavlin itself stands in, so they are refused unless the configuration names them
 * (OWASP, "Server-Side Request Forgery Prevention"; the ranges: IANA's special-purpose address registries, RFC 6890).
 */
record Reach(URI uri, InetAddress at, int port) {
    private static final int LONGEST = 300;

    /** Text of an address for connections of one kind, checked without looking anything up. */
    static URI uri(String typed, Collection<String> schemes, Collection<String> privateSites) {
        String text = typed.strip();
        try {
            URI uri = new URI(text.endsWith("/") ? text : text + "/");
            boolean whole = text.length() <= LONGEST
                    && uri.getScheme() != null
                    && uri.getHost() != null
                    && schemes.contains(uri.getScheme())
                    && uri.getRawQuery() == null
                    && uri.getRawFragment() == null
                    && uri.getRawUserInfo() == null
                    && !text.contains("..");
            if (!whole) {
                throw no(schemes, typed);
            }
            if (uri.getScheme().equals("http") && !isNamed(uri, privateSites)) {
                throw new BadInput(
                        "address",
                        "over http the site's key could be read on the way: use https, unless the site stands beside Gavlin and its "
                                + "configuration names it");
            }
            return uri;
        } catch (URISyntaxException e) {
            throw no(schemes, typed);
        }
    }

    private static BadInput no(Collection<String> schemes, String typed) {
        return new BadInput(
                "address",
                "the address must begin with " + String.join(":// or ", schemes)
                        + ":// and have a host, no question mark and no name or password in it; was \"" + typed + "\"");
    }

    /** @throws SiteUnreachable when the name is not known @throws SiteRefused when it leads where it must not */
    static Reach of(URI uri, Collection<String> privateSites) {
        int port = port(uri);
        try {
            InetAddress[] all = InetAddress.getAllByName(uri.getHost());
            if (!isNamed(uri, privateSites) && Arrays.stream(all).anyMatch(Reach::isPrivate)) {
                throw SiteRefused.everything(uri.getHost()
                        + " is an address inside the network that Gavlin stands in; it is reached only when Gavlin's configuration names it "
                        + "(docs/operation.md, private sites)");
            }
            return new Reach(uri, all[0], port);
        } catch (UnknownHostException e) {
            throw new SiteUnreachable("no site is known under the name " + uri.getHost(), e);
        }
    }

    private static int port(URI uri) {
        return uri.getPort() > 0
                ? uri.getPort()
                : switch (uri.getScheme()) {
                    case "http" -> 80;
                    case "https" -> 443;
                    default -> 22;
                };
    }

    private static boolean isNamed(URI uri, Collection<String> privateSites) {
        return privateSites.contains(uri.getHost() + ":" + port(uri)) || privateSites.contains(uri.getHost());
    }

    /** Whether an address is of this machine, of a local network, of many, or leads to such by translation. */
    static boolean isPrivate(InetAddress address) {
        if (address.isAnyLocalAddress()
                || address.isLoopbackAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()) {
            return true;
        }
        byte[] b = address.getAddress();
        int first = b[0] & 0xff;
        int second = b[1] & 0xff;
        if (address instanceof Inet4Address) {
            return first == 0
                    || first >= 240
                    || first == 100 && second >= 64 && second < 128
                    || first == 192 && second == 0
                    || first == 198 && (second == 18 || second == 19 || second == 51)
                    || first == 203 && second == 0 && b[2] == 113;
        }
        boolean unique = (first & 0xfe) == 0xfc;
        boolean translated = first == 0x00
                || first == 0x20 && second == 0x02
                || first == 0x20 && second == 0x01 && b[2] == 0 && b[3] == 0;
        boolean nat64 = first == 0x00 && second == 0x64;
        return address instanceof Inet6Address && (unique || translated || nat64);
    }
}
