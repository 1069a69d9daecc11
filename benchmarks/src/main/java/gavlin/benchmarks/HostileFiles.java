package gavlin.benchmarks;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.Supplier;

/** Files made to hurt whoever reads them: drawings and saved pages, each another for each number, always the same for the same seed. */
final class HostileFiles {
    record Hostile(String name, byte[] content, boolean isPage) {}

    /** Beside ordinary ones, so that a file is often read to its end, and drawn. */
    private static final List<String> EXTREMES = List.of(
            "0", "-1", "1e-9", "1e9", "99999", "3e38", "1e308", "-99999", "0.0001", "2147483648", "30000", "NaN");

    private static final List<String> COLOURS =
            List.of("#123", "url(#a)", "url(#b)", "none", "currentColor", "rgb(1e9,0,0)");

    private final Random random;

    private HostileFiles(long seed) {
        this.random = new Random(seed * 0x9e3779b97f4a7c15L); // neighbours' first numbers are alike otherwise
    }

    static Hostile of(long seed) {
        HostileFiles files = new HostileFiles(seed);
        return files.random.nextInt(4) == 0
                ? new Hostile("page.html", files.page().getBytes(StandardCharsets.UTF_8), true)
                : new Hostile("drawing.svg", files.drawing().getBytes(StandardCharsets.UTF_8), false);
    }

    private String drawing() {
        StringBuilder svg =
                new StringBuilder("<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink'");
        svg.append(String.format(
                Locale.ROOT, " width='%s' height='%s'", either("100", number()), either("100", number())));
        svg.append(" viewBox='0 0 ")
                .append(either("100 100", number() + " " + number()))
                .append("'>");
        for (String id : List.of("a", "b")) {
            svg.append(definition(id));
        }
        int shapes = 1 + random.nextInt(12);
        for (int i = 0; i < shapes; i++) {
            svg.append(shape(random.nextInt(3) == 0 ? 1 + random.nextInt(80) : 1));
        }
        if (random.nextInt(20) == 0) {
            svg.append("<path d='").append("M0 0L9 9".repeat(300_000)).append("'/>");
        }
        return svg.append("</svg>").toString();
    }

    private String definition(String id) {
        return oneOf(
                () -> "<filter id='" + id + "' x='" + number() + "' y='" + number() + "' width='" + number()
                        + "' height='" + number() + "'>" + repeated(this::filterStep) + "</filter>",
                () -> "<pattern id='" + id + "' width='" + number() + "' height='" + number()
                        + "' patternUnits='userSpaceOnUse'>" + shape(1) + "</pattern>",
                () -> "<mask id='" + id + "' x='" + number() + "' width='" + number() + "'>" + shape(1) + "</mask>",
                () -> "<marker id='" + id + "' markerWidth='" + number() + "' markerHeight='" + number() + "'>"
                        + shape(1) + "</marker>",
                () -> "<linearGradient id='" + id + "' x2='" + number() + "' spreadMethod='repeat'>"
                        + repeated(() -> "<stop offset='" + number() + "' stop-color='" + colour() + "'/>")
                        + "</linearGradient>",
                () -> "<clipPath id='" + id + "'>" + shape(1) + "</clipPath>");
    }

    private String filterStep() {
        return oneOf(
                () -> "<feGaussianBlur stdDeviation='" + number() + "'/>",
                () -> "<feDropShadow dx='" + number() + "' stdDeviation='" + number() + "'/>",
                () -> "<feTurbulence baseFrequency='" + number() + "' numOctaves='" + number() + "'/>",
                () -> "<feMorphology radius='" + number() + "'/>",
                () -> "<feTile/><feOffset dx='" + number() + "'/>",
                () -> "<feDisplacementMap scale='" + number() + "'/>");
    }

    private String shape(int nested) {
        String style = " fill='" + colour() + "' stroke='" + colour() + "' stroke-width='" + number()
                + "' stroke-dasharray='" + number() + " " + number() + "' filter='url(#a)' mask='url(#b)'"
                + " marker-mid='url(#b)' transform='scale(" + number() + ") rotate(" + number() + ")'";
        String one = oneOf(
                () -> "<rect x='" + number() + "' width='" + number() + "' height='" + number() + "' rx='" + number()
                        + "'" + style + "/>",
                () -> "<path d='M0 0L" + number() + " " + number() + "A" + number() + " 9 0 0 1 " + number() + " 9z'"
                        + style + "/>",
                () -> "<text font-size='" + number() + "' letter-spacing='" + number() + "'" + style + ">"
                        + "שלום‮👩‍👩‍👧 dashed".repeat(1 + random.nextInt(40)) + "</text>",
                () -> "<use xlink:href='#" + (random.nextBoolean() ? "a" : "b") + "'" + style + "/>",
                () -> "<circle r='" + number() + "'" + style + "/>");
        return "<g opacity='.9' filter='url(#b)'>".repeat(nested - 1) + one + "</g>".repeat(nested - 1);
    }

    private String page() {
        StringBuilder css = new StringBuilder();
        int rules = 1 << random.nextInt(18);
        for (int i = 0; i < rules && css.length() < 8_000_000; i++) {
            css.append(selector())
                    .append("{width:")
                    .append(number())
                    .append("px;height:calc(")
                    .append("(".repeat(random.nextInt(9)))
                    .append(number())
                    .append("px)}");
        }
        String open = "<div class='" + "a".repeat(1 + random.nextInt(60)) + "'>";
        int depth = 1 + random.nextInt(3000);
        return "<!doctype html><meta charset=utf-8><style>" + css + "</style>" + open.repeat(depth)
                + "<img src=a.png alt='\u202e👾'>" + "</div>".repeat(depth);
    }

    private String selector() {
        return oneOf(
                () -> "[class~=\"(.*a){20}x\"]",
                () -> ":has(".repeat(12) + "a" + ")".repeat(12),
                () -> ":not(".repeat(30) + "b" + ")".repeat(30),
                () -> "div ".repeat(1 + random.nextInt(40)) + "img",
                () -> ".a" + random.nextInt(1_000_000) + ",".concat("img"),
                () -> "@media (min-width:" + number() + "px){".repeat(1 + random.nextInt(5)) + "img",
                () -> "\\1F47E \u202e *");
    }

    private String repeated(Supplier<String> part) {
        StringBuilder all = new StringBuilder();
        int times = random.nextInt(8) == 0 ? 300 : 1 + random.nextInt(4);
        for (int i = 0; i < times; i++) {
            all.append(part.get());
        }
        return all.toString();
    }

    @SafeVarargs
    private String oneOf(Supplier<String>... parts) {
        return parts[random.nextInt(parts.length)].get();
    }

    private String number() {
        return random.nextInt(4) == 0
                ? EXTREMES.get(random.nextInt(EXTREMES.size()))
                : Integer.toString(1 + random.nextInt(200));
    }

    private String colour() {
        return COLOURS.get(random.nextInt(COLOURS.size()));
    }

    private String either(String usual, String other) {
        return random.nextInt(3) == 0 ? other : usual;
    }
}
