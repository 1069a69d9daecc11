package gavlin.web.connect;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.apache.http.client.config.RequestConfig;
import org.apache.http.impl.client.HttpClientBuilder;
import org.apache.http.impl.client.HttpClients;

/** HTTP to one address: no other name is looked up, no redirect followed, no cookie kept, nothing sent twice unasked. */
final class Http {
    private static final int CONNECT_MS = 10_000;
    /** Between two bytes of an answer. */
    private static final int SILENCE_MS = 30_000;

    private Http() {}

    static HttpClientBuilder to(Reach reach) {
        return HttpClients.custom()
                .setDnsResolver(host -> {
                    if (!host.equalsIgnoreCase(reach.uri().getHost())) {
                        throw new UnknownHostException(host);
                    }
                    return new InetAddress[] {reach.at()};
                })
                .disableRedirectHandling()
                .disableCookieManagement()
                .disableAutomaticRetries()
                .setUserAgent("Gavlin")
                .setDefaultRequestConfig(RequestConfig.custom()
                        .setConnectTimeout(CONNECT_MS)
                        .setConnectionRequestTimeout(CONNECT_MS)
                        .setSocketTimeout(SILENCE_MS)
                        .build());
    }
}
