package gavlin.core.palette;

import gavlin.core.BadInput;
import gavlin.core.Require;
import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.speech.Said;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * A named set of a site's colours.
 *
 * @param colours all of them, one for each role
 */
public record ColourScheme(String name, Map<Role, Colour> colours) {
    public static final String FORMAT = "colour-scheme/1";
    private static final int LONGEST = 80;

    /** What a colour is for. */
    public enum Role {
        GROUND,
        TEXT,
        BUTTON,
        BUTTON_TEXT,
        HEADER,
        FOOTER,
        LINK,
        HIGHLIGHT;

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        /** Such as {@code button text}. */
        public String words() {
            return word().replace('-', ' ');
        }
    }

    /** Two colours that have to be told apart. @param least ratio that they need (WCAG 2.2, §1.4.3 and §1.4.11) */
    public record Pair(Role of, Role on, double ratio, double least) {
        public boolean passes() {
            return ratio >= least;
        }
    }

    /** @throws BadInput for no name, or a role without a colour */
    public ColourScheme {
        name = Require.text("name", name == null ? "" : name.strip(), LONGEST);
        if (name.isEmpty()) {
            throw new BadInput("name", "a colour scheme needs a name");
        }
        for (Role role : Role.values()) {
            if (colours.get(role) == null) {
                throw new BadInput(role.word(), "a colour scheme needs a colour for " + role.words());
            }
        }
        colours = new EnumMap<>(colours);
    }

    /** @throws BadInput naming what is not allowed */
    public static ColourScheme read(JsonNode json) {
        if (!FORMAT.equals(json.path("format").asString(""))) {
            throw new BadInput("format", "expected a document of the format " + FORMAT);
        }
        Map<Role, Colour> colours = new EnumMap<>(Role.class);
        json.path("colours").properties().forEach(member -> {
            Role role = Arrays.stream(Role.values())
                    .filter(each -> each.word().equals(member.getKey()))
                    .findFirst()
                    .orElseThrow(() -> new BadInput(
                            member.getKey(),
                            "“" + member.getKey() + "” is no colour of a scheme; known: "
                                    + Said.either(Arrays.stream(Role.values())
                                            .map(Role::word)
                                            .toList())));
            colours.put(role, Colour.parse(role.word(), member.getValue().asString("")));
        });
        return new ColourScheme(json.path("name").asString(""), colours);
    }

    public ObjectNode json() {
        ObjectNode json =
                JsonMapper.shared().createObjectNode().put("format", FORMAT).put("name", name);
        ObjectNode all = json.putObject("colours");
        colours.forEach((role, colour) -> all.put(role.word(), colour.toString()));
        return json;
    }

    public ColourScheme named(String other) {
        return new ColourScheme(other, colours);
    }

    /** As CSS custom properties (CSS Custom Properties for Cascading Variables Module Level 1). */
    public String css() {
        return ":root {\n"
                + colours.entrySet().stream()
                        .map(each -> "  --" + each.getKey().word() + ": " + each.getValue() + ";\n")
                        .collect(Collectors.joining())
                + "}\n";
    }

    /** Everything that is read or looked for on something else. */
    public List<Pair> pairs() {
        return List.of(
                pair(Role.TEXT, Role.GROUND, Contrast.TEXT),
                pair(Role.LINK, Role.GROUND, Contrast.TEXT),
                pair(Role.BUTTON, Role.GROUND, Contrast.GRAPHICS),
                pair(Role.BUTTON_TEXT, Role.BUTTON, Contrast.TEXT),
                pair(Role.TEXT, Role.HEADER, Contrast.TEXT),
                pair(Role.TEXT, Role.FOOTER, Contrast.TEXT),
                pair(Role.TEXT, Role.HIGHLIGHT, Contrast.TEXT));
    }

    private Pair pair(Role of, Role on, double least) {
        return new Pair(
                of, on, Contrast.ratio(colours.get(of).rgb(), colours.get(on).rgb()), least);
    }

    /** The colours that a later one has otherwise: each with what it becomes. */
    public Map<Colour, Colour> changesTo(ColourScheme other) {
        return colours.entrySet().stream()
                .filter(each -> !each.getValue().equals(other.colours.get(each.getKey())))
                .collect(Collectors.toMap(
                        Map.Entry::getValue, each -> other.colours.get(each.getKey()), (one, later) -> one));
    }
}
