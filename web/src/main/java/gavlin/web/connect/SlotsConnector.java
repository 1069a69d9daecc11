package gavlin.web.connect;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.apache.http.HttpHeaders;
import org.apache.http.client.methods.CloseableHttpResponse;
import org.apache.http.client.methods.HttpRequestBase;
import org.apache.http.client.methods.HttpUriRequest;
import org.apache.http.client.methods.RequestBuilder;
import org.apache.http.entity.ByteArrayEntity;
import org.apache.http.entity.ContentType;
import org.apache.http.impl.client.CloseableHttpClient;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A site that has slots of its own and takes a picture for each, as the stand-in site's {@code openapi.yaml} describes it. */
final class SlotsConnector implements Connector {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,64}");
    private static final int TRIES = 3;
    private static final int PAUSE_MS = 300;

    private final CloseableHttpClient client;
    private final URI root;
    private final String key;
    private final Map<String, JsonNode> slots = new LinkedHashMap<>();

    SlotsConnector(Reach reach, String key) {
        this.client = Http.to(reach).build();
        this.root = reach.uri();
        this.key = key;
        try {
            // A slot of another name could lead elsewhere, and no sheet has one.
            ask().forEach(slot -> {
                String id = slot.path("id").asString("");
                if (ID.matcher(id).matches()) {
                    slots.put(id, slot);
                }
            });
        } catch (RuntimeException e) {
            close();
            throw e;
        }
    }

    private JsonNode ask() {
        return read(ask(RequestBuilder.get(root.resolve("api/slots")).build(), true));
    }

    private record Answer(int status, byte[] body) {}

    @Override
    public String answered() {
        return slots.size() == 1 ? "a site with one slot" : "a site with " + slots.size() + " slots";
    }

    @Override
    public String noPlaceFor(String slot, String section, int density) {
        if (!section.isEmpty()) {
            return "this site has no pictures of a section's own";
        }
        if (density > 1) {
            return "this site takes one file for a slot, that of density 1";
        }
        return slots.containsKey(slot) ? null : "this site has no slot called " + slot;
    }

    @Override
    public boolean holds(File file) {
        JsonNode now = read(ask(RequestBuilder.get(slot(file, "")).build(), true));
        return now.at("/holds/sha256").asString("").equals(file.sha256());
    }

    @Override
    public void put(File file) {
        ask(
                RequestBuilder.put(slot(file, "/picture"))
                        .setEntity(new ByteArrayEntity(file.bytes(), ContentType.create(file.type())))
                        .build(),
                true);
    }

    @Override
    public void publish() {
        ask(RequestBuilder.post(root.resolve("api/publish")).build(), true);
    }

    @Override
    public byte[] held(File file) {
        return found(RequestBuilder.get(slot(file, "/picture")).build(), true);
    }

    @Override
    public byte[] shown(File file) {
        JsonNode slot = slots.get(file.slot());
        URI there = slot == null ? null : onSite(slot.path("shownAt").asString(""));
        if (there == null) {
            return null; // it leads elsewhere, where Gavlin doesn't go
        }
        return found(RequestBuilder.get(there).build(), false);
    }

    @Override
    public void remove(File file) {
        found(RequestBuilder.delete(slot(file, "/picture")).build(), true);
    }

    @Override
    public List<Holding> holdings() {
        List<Holding> all = new ArrayList<>();
        ask().forEach(slot -> {
            if (!slots.containsKey(slot.path("id").asString(""))) {
                return;
            }
            URI page = onSite(slot.path("page").asString(""));
            JsonNode holds = slot.path("holds");
            boolean own = !holds.isObject();
            all.add(new Holding(
                    slot.path("id").asString(""),
                    holds.path("type").asString(""),
                    own
                            ? null
                            : holds.path("width").asInt(0) + "×"
                                    + holds.path("height").asInt(0),
                    holds.path("bytes").asLong(0),
                    holds.path("sha256").asString(""),
                    own ? "the theme's own" : slot.path("state").asString(""),
                    page == null ? "" : page.toString()));
        });
        return all;
    }

    /** An address that the site tells, where it is one of its own; null otherwise. */
    private URI onSite(String told) {
        try {
            URI there = root.resolve(told);
            boolean own = !told.isEmpty()
                    && root.getScheme().equals(there.getScheme())
                    && root.getHost().equals(there.getHost())
                    && root.getPort() == there.getPort();
            return own ? there : null;
        } catch (IllegalArgumentException e) {
            return null; // no address at all
        }
    }

    private URI slot(File file, String rest) {
        return root.resolve("api/slots/" + file.slot()
                + rest); // a slot's id has nothing in it that an address would have to escape
    }

    /** Null for 404. */
    private byte[] found(HttpUriRequest request, boolean signed) {
        Answer answer = answer(request, signed);
        return answer.status == 404 ? null : judged(answer).body;
    }

    private Answer ask(HttpUriRequest request, boolean signed) {
        return judged(answer(request, signed));
    }

    /** What is lost on the way or meets a busy site is asked again a few times: nothing here does harm twice. */
    private Answer answer(HttpUriRequest request, boolean signed) {
        if (signed) {
            ((HttpRequestBase) request).setHeader(HttpHeaders.AUTHORIZATION, "Bearer " + key);
        }
        for (int left = TRIES - 1; ; left--) {
            try {
                Answer answer = once(request);
                if (left == 0 || answer.status < 500 && answer.status != 429) {
                    return answer;
                }
            } catch (IOException e) {
                if (left == 0) {
                    throw new SiteUnreachable("the site gave no answer", e);
                }
            }
            pause();
        }
    }

    private static void pause() {
        try {
            Thread.sleep(PAUSE_MS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new SiteUnreachable("the sending was interrupted", e);
        }
    }

    private Answer once(HttpUriRequest request) throws IOException {
        try (CloseableHttpResponse response = client.execute(request)) {
            int status = response.getStatusLine().getStatusCode();
            if (response.getEntity() == null) {
                return new Answer(status, new byte[0]);
            }
            try (InputStream in = response.getEntity().getContent()) {
                return new Answer(status, Incoming.read(in));
            }
        }
    }

    private Answer judged(Answer answer) {
        int status = answer.status;
        if (status >= 200 && status < 300) {
            return answer;
        }
        String says = words(answer);
        if (status == 401 || status == 403) {
            throw SiteRefused.everything("the site refuses the key: " + says);
        }
        if (status >= 300 && status < 400) {
            throw SiteRefused.everything(
                    "the site leads elsewhere, where Gavlin doesn't go; give the address that it leads to");
        }
        if (status == 429 || status >= 500) {
            throw new SiteUnreachable("the site is busy: " + says, null);
        }
        throw SiteRefused.thisFile(says);
    }

    /** What the site says, as far as it says it in words. */
    private static String words(Answer answer) {
        try {
            String says = JSON.readTree(answer.body).path("says").asString("");
            if (!says.isBlank()) {
                return says.length() > 300 ? says.substring(0, 300) + "…" : says;
            }
        } catch (JacksonException e) {
            // It has no words.
        }
        return "it answered with the number " + answer.status;
    }

    private static JsonNode read(Answer answer) {
        try {
            return JSON.readTree(new String(answer.body, StandardCharsets.UTF_8));
        } catch (JacksonException e) {
            throw SiteRefused.everything("what answers there is no site with slots: " + e.getOriginalMessage());
        }
    }

    @Override
    public void close() {
        try {
            client.close();
        } catch (IOException e) {
            // Nothing more is wanted of it.
        }
    }
}
