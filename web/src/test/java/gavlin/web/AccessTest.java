package gavlin.web;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import gavlin.web.RunningGavlin.Answer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ValueConstants;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Who gets in where. The routes are those that the application itself has, so that none can be forgotten: whatever is added is asked
 * for here by somebody without an account, and by somebody from another site.
 */
class AccessTest {
    private static RunningGavlin gavlin;
    private static Visitor stranger;
    private static Visitor keeper;

    /** One thing that can be asked for. */
    record Route(String method, String path, HandlerMethod handler) {
        boolean api() {
            return path.startsWith("/api/");
        }

        @Override
        public String toString() {
            return method + " " + path;
        }
    }

    @BeforeAll
    static void start() {
        gavlin = RunningGavlin.get();
        stranger = Visitor.anonymous(gavlin);
        keeper = Visitor.signedIn(gavlin, "keeper");
    }

    static Stream<Route> routesOfASite() {
        RunningGavlin running = RunningGavlin.get();
        List<Route> routes = new ArrayList<>();
        running.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((mapping, handler) -> routes.addAll(routes(mapping, handler)));
        return routes.stream()
                .filter(route -> route.path.contains("/sites/"))
                .sorted((a, b) -> a.toString().compareTo(b.toString()));
    }

    private static List<Route> routes(RequestMappingInfo mapping, HandlerMethod handler) {
        Set<RequestMethod> methods = mapping.getMethodsCondition().getMethods();
        return mapping.getPatternValues().stream()
                .flatMap(pattern -> (methods.isEmpty() ? Set.of(RequestMethod.GET) : methods)
                        .stream().map(method -> new Route(method.name(), filled(pattern), handler)))
                .toList();
    }

    /** The second site of the demo, which the keeper of a section of the first does not see. */
    private static String filled(String pattern) {
        String path = pattern.replaceAll("\\{step:([a-z-]+)[^}]*}", "$1")
                .replace("{site}", "quillet-street")
                .replace("{slot}", "sign")
                .replace("{revision}", "1")
                .replace("{name}", "favicon.ico");
        boolean ofPictures = path.contains("/pictures/{id}");
        return path.replace("{id}", ofPictures ? pictureThere() : "1");
    }

    private static String pictureThere() {
        return RunningGavlin.get()
                .get("warden", "/api/v1/sites/quillet-street/slots/sign/fit")
                .json()
                .get("picture")
                .asString();
    }

    @ParameterizedTest
    @MethodSource("routesOfASite")
    void whoeverHasNoAccount_isAskedToSignIn(Route route) {
        Answer answer = ask(stranger, route);
        if (route.api()) {
            assertEquals(401, answer.status(), route + ": " + answer.text());
        } else {
            assertTrue(
                    answer.status() == 401
                            || answer.status() == 302
                                    && answer.header("Location").contains("/sign-in"),
                    route + ": " + answer.status() + " " + answer.header("Location"));
        }
    }

    @ParameterizedTest
    @MethodSource("routesOfASite")
    void whoeverDoesNotSeeTheSite_doesNotFindIt(Route route) {
        Answer answer = ask(keeper, route);
        assertTrue(
                answer.status() == 404 || answer.status() == 403,
                route + ": " + answer.status() + " "
                        + answer.text().lines().limit(3).collect(Collectors.joining(" ")));
    }

    @Test
    void changeWithoutTheToken_isRefused() {
        Answer answer = gavlin.send(gavlin.request(null, "/sites/tolvane/plan/accept")
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(java.net.http.HttpRequest.BodyPublishers.ofString("")));
        assertTrue(answer.status() == 403 || answer.status() == 302 || answer.status() == 401, answer.status() + "");
    }

    /** What changes the site itself is the warden's; the keeper is told so, and nothing is changed. */
    @ParameterizedTest
    @MethodSource("ofTheSiteItself")
    void keeperOfASection_changesNothingOfTheSiteItself(String path, String form) {
        String before = gavlin.get("warden", "/api/v1/sites/tolvane/slots").text();
        Answer answer = keeper.post("/sites/tolvane" + path, form);
        assertEquals(403, answer.status(), answer.text().lines().limit(3).collect(Collectors.joining(" ")));
        assertEquals(before, gavlin.get("warden", "/api/v1/sites/tolvane/slots").text());
    }

    static Stream<org.junit.jupiter.params.provider.Arguments> ofTheSiteItself() {
        return Stream.of(
                        "/slots/masthead/bench/undo|",
                        "/slots/masthead/bench/accept|",
                        "/slots/masthead/bench/history/1|",
                        "/slots/masthead/bench/history/1/name|name=mine",
                        "/slots/masthead/bench/picture|picture=" + pictureOf("masthead"),
                        "/slots/log-headers/bench/order|order=1,0",
                        "/slots/log-headers/bench/take-out|",
                        "/slots/masthead/statements|says=1x1&source=me&date=2026-11-01",
                        "/slots/framed-photo/decision|size=260×278&why=so",
                        "/slots/section-header/overriding|on=false",
                        "/plan/variants|try.layout=low",
                        "/pictures/" + pictureOf("masthead") + "/slots/masthead|")
                .map(line -> line.split("\\|", -1))
                .map(parts -> org.junit.jupiter.params.provider.Arguments.of(parts[0], parts[1]));
    }

    private static String pictureOf(String slot) {
        return RunningGavlin.get()
                .get("warden", "/api/v1/sites/tolvane/slots/" + slot + "/fit")
                .json()
                .get("picture")
                .asString();
    }

    /** Once more where the answer was lost: a server that does not read a body may close before all of it was sent (RFC 9112, §9.6). */
    private static Answer ask(Visitor visitor, Route route) {
        try {
            return askOnce(visitor, route);
        } catch (IllegalStateException e) {
            return askOnce(visitor, route);
        }
    }

    /** With whatever the handler cannot do without, so that nothing but the asking person speaks against it. */
    private static Answer askOnce(Visitor visitor, Route route) {
        MethodParameter[] parameters = route.handler.getMethodParameters();
        String query = Arrays.stream(parameters)
                .map(p -> p.getParameterAnnotation(RequestParam.class) == null ? null : p)
                .filter(p -> p != null
                        && !MultipartFile.class.isAssignableFrom(
                                p.nestedIfOptional().getNestedParameterType()))
                .filter(p -> p.getParameterAnnotation(RequestParam.class).required()
                        && p.getParameterAnnotation(RequestParam.class)
                                .defaultValue()
                                .equals(ValueConstants.DEFAULT_NONE))
                .map(p -> name(p) + "=1")
                .collect(Collectors.joining("&"));
        String path = route.path + (query.isEmpty() ? "" : "?" + query);
        MethodParameter file = Arrays.stream(parameters)
                .filter(p -> p.hasParameterAnnotation(RequestParam.class)
                        && p.getGenericParameterType().getTypeName().contains("MultipartFile"))
                .findFirst()
                .orElse(null);
        if (file != null) {
            return visitor.multipart(path, name(file), "a.txt", new byte[] {1});
        }
        MethodParameter body = Arrays.stream(parameters)
                .filter(p -> p.hasParameterAnnotation(RequestBody.class))
                .findFirst()
                .orElse(null);
        if (route.method.equals("GET")) {
            return visitor.get(path);
        }
        if (body != null || !route.method.equals("POST")) {
            boolean list = body != null && List.class.isAssignableFrom(body.getParameterType());
            return visitor.json(route.method, path, list ? "[]" : "{}");
        }
        return visitor.post(path, "");
    }

    private static String name(MethodParameter parameter) {
        RequestParam annotation = parameter.getParameterAnnotation(RequestParam.class);
        parameter.initParameterNameDiscovery(new org.springframework.core.DefaultParameterNameDiscoverer());
        return annotation.value().isEmpty() ? parameter.getParameterName() : annotation.value();
    }
}
