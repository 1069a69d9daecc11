package gavlin.core.page;

import com.helger.css.decl.AbstractHasTopLevelRules;
import com.helger.css.decl.CSSDeclaration;
import com.helger.css.decl.CSSDeclarationList;
import com.helger.css.decl.CSSLayerRule;
import com.helger.css.decl.CSSMediaRule;
import com.helger.css.decl.CSSSelector;
import com.helger.css.decl.CSSStyleRule;
import com.helger.css.decl.CSSSupportsRule;
import com.helger.css.decl.CascadingStyleSheet;
import com.helger.css.decl.ICSSTopLevelRule;
import com.helger.css.reader.CSSReader;
import com.helger.css.reader.CSSReaderDeclarationList;
import com.helger.css.reader.CSSReaderSettings;
import com.helger.css.reader.errorhandler.DoNothingCSSInterpretErrorHandler;
import com.helger.css.reader.errorhandler.DoNothingCSSParseErrorHandler;
import com.helger.css.writer.CSSWriterSettings;
import gavlin.core.BadInput;
import gavlin.core.page.SavedPage.Sheet;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jsoup.nodes.Element;
import org.jsoup.select.Evaluator;
import org.jsoup.select.QueryParser;

/**
 * The declarations that hold for an element on one screen: the cascade of CSS Cascading 4, §6, by importance, specificity and
 * order. Layers count as if they stood in place; {@code @supports} is taken to hold, {@code @container} and pseudo-classes of a
 * moment (hover, focus) not to. Bounded by {@link #MAX_NANOS} of work.
 */
final class Styles {
    private static final CSSReaderSettings READING = new CSSReaderSettings()
            .setBrowserCompliantMode(true)
            .setUseSourceLocation(false)
            .setCustomErrorHandler(new DoNothingCSSParseErrorHandler())
            .setCustomExceptionHandler(e -> {})
            .setInterpretErrorHandler(new DoNothingCSSInterpretErrorHandler());
    private static final CSSWriterSettings WRITING = new CSSWriterSettings();
    private static final Pattern LAST_COMPOUND = Pattern.compile("[^\\s>+~]+$");
    private static final Pattern KEY = Pattern.compile("[#.][\\w-]+|^[a-zA-Z][\\w-]*");
    private static final Pattern VARIABLE = Pattern.compile("var\\(\\s*(--[\\w-]+)\\s*(?:,([^()]*))?\\)");
    /** Ranges of widths (Media Queries 4, §2.4.3), which the parser does not know yet; a border counts on both sides. */
    private static final Pattern BETWEEN =
            Pattern.compile("\\(\\s*([\\d.]+[a-z]+)\\s*<=?\\s*width\\s*<=?\\s*([\\d.]+[a-z]+)\\s*\\)");

    private static final Pattern AT_LEAST = Pattern.compile("\\(\\s*width\\s*>=?\\s*([\\d.]+[a-z]+)\\s*\\)");
    private static final Pattern AT_MOST = Pattern.compile("\\(\\s*width\\s*<=?\\s*([\\d.]+[a-z]+)\\s*\\)");
    private static final Map<String, Pattern> LONGHANDS = Map.of(
            "border",
                    Pattern.compile(
                            "border-(?:(?:top|right|bottom|left)(?:-(?:width|style|color))?|width|style|color)"),
            "border-width", Pattern.compile("border-(?:top|right|bottom|left)-width"),
            "border-style", Pattern.compile("border-(?:top|right|bottom|left)-style"),
            "padding", Pattern.compile("padding-.*"),
            "margin", Pattern.compile("margin-.*"),
            "background", Pattern.compile("background-.*"),
            "flex", Pattern.compile("flex-(?:grow|shrink|basis)"),
            "inset", Pattern.compile("top|right|bottom|left"),
            "gap", Pattern.compile("(?:column|row)-gap"));

    /** What browsers do by themselves and what moves boxes (HTML, §15.3, "Rendering"; 1em is taken as 16 px). */
    private static final CascadingStyleSheet DEFAULTS = CSSReader.readFromStringReader(
            "head, script, style, template { display: none } body { margin: 8px } p, dl, ul, ol, blockquote, pre, figure { margin-top: 16px; margin-bottom: 16px }"
                    + " blockquote, figure { margin-left: 40px; margin-right: 40px } ul, ol { padding-left: 40px }"
                    + " h1 { font-size: 32px; margin-top: 21.44px; margin-bottom: 21.44px }"
                    + " h2 { font-size: 24px; margin-top: 19.92px; margin-bottom: 19.92px }"
                    + " h3 { font-size: 18.72px; margin-top: 18.72px; margin-bottom: 18.72px }",
            READING);

    private static final int INLINE = 1_000_000;
    private static final long MAX_NANOS = 10_000_000_000L;

    private final Screen screen;
    /** By what the last part of their selector needs: an id, a class or a tag; "*" for the others. */
    private final Map<String, List<Rule>> rules = new HashMap<>();

    private final Map<Element, Map<String, String>> known = new IdentityHashMap<>();
    private final long end = System.nanoTime() + MAX_NANOS;
    private int count;
    /** How many rules are the browser's own; 0 while they are added. */
    private int defaults;

    private record Rule(Evaluator selector, int specificity, int order, Collection<CSSDeclaration> declarations) {}

    private record Held(String value, boolean important, int specificity, int order) {
        boolean yieldsTo(Held other) {
            return Comparator.comparing(Held::important)
                            .thenComparing(Held::specificity)
                            .thenComparing(Held::order)
                            .compare(this, other)
                    <= 0;
        }
    }

    Styles(List<CascadingStyleSheet> sheets, Screen screen) {
        this.screen = screen;
        add(DEFAULTS);
        defaults = count;
        sheets.forEach(this::add);
    }

    /** Those of a page's sheets that can be read; how each was meant for a screen is kept in a media rule of its own. */
    static List<CascadingStyleSheet> parse(List<Sheet> sheets, List<String> notes) {
        List<CascadingStyleSheet> parsed = new ArrayList<>();
        for (Sheet sheet : sheets) {
            String css = sheet.media().isBlank() ? sheet.css() : "@media " + sheet.media() + " {" + sheet.css() + "}";
            CascadingStyleSheet read = CSSReader.readFromStringReader(withoutRanges(css), READING);
            if (read == null) {
                notes.add("A style sheet of " + css.length() + " characters could not be read.");
                continue;
            }
            read.getAllImportRules()
                    .forEach(i -> notes.add("The style sheet " + i.getLocation().getURI()
                            + " is imported from elsewhere and was not fetched."));
            parsed.add(read);
        }
        return parsed;
    }

    private static String withoutRanges(String css) {
        String between = BETWEEN.matcher(css).replaceAll("(min-width:$1) and (max-width:$2)");
        return AT_MOST.matcher(AT_LEAST.matcher(between).replaceAll("(min-width:$1)"))
                .replaceAll("(max-width:$1)");
    }

    /** Property to value, lower case, without what is inherited. */
    Map<String, String> of(Element element) {
        return known.computeIfAbsent(element, this::cascade);
    }

    private void add(AbstractHasTopLevelRules part) {
        for (ICSSTopLevelRule rule : part.getAllRules()) {
            if (rule instanceof CSSStyleRule style) {
                add(style);
            } else if (rule instanceof CSSMediaRule media) {
                String queries = media.getAllMediaQueries().stream()
                        .map(q -> q.getAsCSSString(WRITING, 0))
                        .collect(Collectors.joining(","));
                if (Media.holds(queries, screen)) {
                    add(media);
                }
            } else if (rule instanceof CSSSupportsRule || rule instanceof CSSLayerRule) {
                add((AbstractHasTopLevelRules) rule);
            }
        }
    }

    private void add(CSSStyleRule style) {
        for (CSSSelector selector : style.getAllSelectors()) {
            String text = selector.getAsCSSString(WRITING, 0).strip();
            try {
                // What a browser does by itself yields to anything that the page says.
                int specificity = defaults == 0 ? -1 : specificity(text);
                Rule rule = new Rule(QueryParser.parse(text), specificity, count++, style.getAllDeclarations());
                rules.computeIfAbsent(key(text), k -> new ArrayList<>()).add(rule);
            } catch (RuntimeException e) {
                // A selector of a moment or of what is no element: it holds for none of them.
            }
        }
    }

    /** Count of ids, classes and tags (Selectors 4, §17), each of at most 99. */
    private static int specificity(String selector) {
        int ids = count(selector, "#[\\w-]+");
        int classes = count(selector, "\\.[\\w-]+|\\[[^\\]]*\\]|:[a-z-]+");
        int tags = count(selector, "(?:^|[\\s>+~(])[a-zA-Z][\\w-]*");
        return ids * 10_000 + classes * 100 + tags;
    }

    private static int count(String text, String pattern) {
        return (int)
                Math.min(99, Pattern.compile(pattern).matcher(text).results().count());
    }

    private static String key(String selector) {
        String plain = selector; // what stands in brackets may hold anything
        for (String inner = ""; !inner.equals(plain); ) {
            inner = plain;
            plain = plain.replaceAll("\\([^()]*\\)|\\[[^\\[\\]]*\\]", "");
        }
        Matcher last = LAST_COMPOUND.matcher(plain);
        Matcher key = KEY.matcher(last.find() ? last.group() : "");
        return key.find()
                ? key.group().startsWith(".") ? key.group() : key.group().toLowerCase(Locale.ROOT)
                : "*";
    }

    private Map<String, String> cascade(Element element) {
        Map<String, Held> held = new LinkedHashMap<>();
        List<String> keys = new ArrayList<>(
                List.of("*", element.normalName(), "#" + element.id().toLowerCase(Locale.ROOT)));
        element.classNames().forEach(name -> keys.add("." + name));
        for (String key : keys) {
            for (Rule rule : rules.getOrDefault(key, List.of())) {
                if (System.nanoTime() > end) {
                    throw new BadInput(
                            "files", "the page has too many rules for its elements: it takes too long to read");
                }
                if (rule.selector.matches(element.root(), element)) {
                    rule.declarations.forEach(d -> put(held, d, rule.specificity, rule.order));
                }
            }
        }
        if (element.hasAttr("style")) {
            CSSDeclarationList inline = CSSReaderDeclarationList.readFromString(element.attr("style"), READING);
            if (inline != null) {
                inline.getAllDeclarations().forEach(d -> put(held, d, INLINE, INLINE));
            }
        }
        Map<String, String> values = new LinkedHashMap<>();
        held.forEach((property, h) -> values.put(property, resolved(h.value, element, values, 0)));
        return values;
    }

    private static void put(Map<String, Held> held, CSSDeclaration declaration, int specificity, int order) {
        Held next = new Held(declaration.getExpressionAsCSSString(), declaration.isImportant(), specificity, order);
        String property = declaration.getProperty().toLowerCase(Locale.ROOT);
        held.merge(property, next, (a, b) -> a.yieldsTo(b) ? b : a);
        Pattern longhands = LONGHANDS.get(property);
        if (longhands != null) {
            // A shorthand sets all that it stands for: what was said of its parts before is over.
            held.entrySet()
                    .removeIf(one -> longhands.matcher(one.getKey()).matches()
                            && one.getValue().yieldsTo(next));
        }
    }

    /** With custom properties put in (CSS Custom Properties 1), which are inherited. */
    private String resolved(String value, Element element, Map<String, String> own, int depth) {
        Matcher variable = VARIABLE.matcher(value);
        if (!variable.find() || depth > 8) {
            return value;
        }
        String name = variable.group(1);
        String found = own.get(name);
        for (Element at = element.parent(); found == null && at != null; at = at.parent()) {
            found = of(at).get(name);
        }
        String put = found != null
                ? found
                : variable.group(2) == null ? "" : variable.group(2).strip();
        String next = value.substring(0, variable.start()) + put + value.substring(variable.end());
        return next.length() > 2_000 ? "" : resolved(next, element, own, depth + 1);
    }
}
