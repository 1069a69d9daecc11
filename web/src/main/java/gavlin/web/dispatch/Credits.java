package gavlin.web.dispatch;

import gavlin.web.picture.StoredPicture;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.web.util.HtmlUtils;

/** Who must be named for pictures, and for what was put into them: as text and as HTML, ready to be pasted. */
public record Credits(List<Line> lines) {
    /** @param of what it is for @param credit never blank @param licence may be empty */
    record Line(String of, String credit, String licence) {
        String text() {
            return of + ": " + credit + (licence.isBlank() ? "" : ", " + licence);
        }

        String html() {
            String address = addressOf(licence);
            String terms = licence.isBlank()
                    ? ""
                    : address == null
                            ? ", " + escaped(licence)
                            : ", <a rel=\"license\" href=\"" + address + "\">" + escaped(licence) + "</a>";
            return "  <li>" + escaped(of) + ": " + escaped(credit) + terms + "</li>";
        }
    }

    /** Creative Commons' own addresses: creativecommons.org/licenses, "The licenses and tools". */
    private static final Pattern CREATIVE_COMMONS =
            Pattern.compile("CC[ -](BY(?:-NC)?(?:-SA|-ND)?)[ -](\\d\\.\\d)", Pattern.CASE_INSENSITIVE);

    /**
     * Each line once, in the pictures' order; a picture for which nobody has to be named has none.
     *
     * @param byId finds a picture that is part of a made one; null where it is gone
     */
    static Credits of(List<StoredPicture> pictures, Function<String, StoredPicture> byId) {
        Set<Line> lines = new LinkedHashSet<>();
        for (StoredPicture picture : pictures) {
            line(picture, picture.label()).ifPresent(lines::add);
            List<String> pieces =
                    picture.made() == null ? List.of() : picture.made().uses();
            for (String id : pieces) {
                StoredPicture piece = byId.apply(id);
                if (piece != null
                        && !piece.words().creditPrinted().equals(picture.words().creditPrinted())) {
                    line(piece, picture.label() + ", with " + piece.label()).ifPresent(lines::add);
                }
            }
        }
        return new Credits(new ArrayList<>(lines));
    }

    private static java.util.Optional<Line> line(StoredPicture picture, String of) {
        String credit = picture.words().creditPrinted();
        return credit.isBlank()
                ? java.util.Optional.empty()
                : java.util.Optional.of(new Line(of, credit, picture.words().licence()));
    }

    /** Pictures of a site by their ids, for {@link #of}. */
    static Function<String, StoredPicture> among(List<StoredPicture> all) {
        Map<String, StoredPicture> byId = all.stream().collect(Collectors.toMap(StoredPicture::id, p -> p));
        return byId::get;
    }

    List<String> text() {
        return lines.stream().map(Line::text).toList();
    }

    String html() {
        return lines.isEmpty()
                ? ""
                : "<ul class=\"picture-credits\">\n"
                        + lines.stream().map(Line::html).collect(Collectors.joining("\n")) + "\n</ul>\n";
    }

    /** Null for a licence whose terms have no address that is known here. */
    private static String addressOf(String licence) {
        Matcher terms = CREATIVE_COMMONS.matcher(licence.strip());
        if (terms.matches()) {
            return "https://creativecommons.org/licenses/" + terms.group(1).toLowerCase(Locale.ROOT) + "/"
                    + terms.group(2) + "/";
        }
        return licence.strip().matches("(?i)CC[ -]?0( 1\\.0)?")
                ? "https://creativecommons.org/publicdomain/zero/1.0/"
                : null;
    }

    private static String escaped(String text) {
        return HtmlUtils.htmlEscape(text, "UTF-8");
    }
}
