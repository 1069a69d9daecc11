package gavlin.core.fit;

import gavlin.core.brief.Tint;
import gavlin.core.colour.Colour;
import gavlin.core.colour.Contrast;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.raster.Pixels;
import gavlin.core.raster.Renderable;
import gavlin.core.speech.Said;
import gavlin.core.veil.Veil;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/**
 * What makes the words over a file readable: the least veil, or why none of its kind does and what else would. Each offer was tried.
 *
 * @param says a sentence
 * @param offers where the veil that was asked for will not do
 */
public record VeilAdvice(LeastVeil least, String says, List<Offer> offers) {
    private static final Colour WHITE = new Colour(0xFFFFFF);
    /** Of an ink that shows on a dark ground better than on a light one: where black and white contrast with it alike. */
    private static final double LIGHT = 0.179;

    /** @param veil null where it is a setting of the theme */
    public record Offer(String says, Veil veil) {}

    /** Of the file that a plan makes, whatever veil it has now. @param asked null for the one that Gavlin would take */
    public static VeilAdvice of(Renderable<InPicture> picture, RenditionPlan plan, Veil asked) {
        Pixels bare = Rendition.pixels(picture, plan.unveiled());
        Veil kind = asked == null ? against(plan.lettering()) : asked;
        LeastVeil least = LeastVeil.of(bare, plan.lettering(), kind, plan.around());
        Tint own = plan.lettering().stream()
                .map(Lettering::veil)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
        if (least.found()) {
            return new VeilAdvice(least, enough(least, own, bare, plan), List.of());
        }
        String says = String.format(
                Locale.ROOT,
                "No such veil up to %s will do: under the strongest, “%s” has %.1f : 1 on %s, it needs %.1f.",
                Said.percent(Veil.MOST_PROPOSED),
                least.worst().words(),
                least.worst().ratio(),
                least.worst().where(),
                least.worst().least());
        return new VeilAdvice(least, says, offers(bare, plan, kind, least.worst()));
    }

    private static String enough(LeastVeil least, Tint own, Pixels bare, RenditionPlan plan) {
        Veil veil = least.veil();
        if (least.worst() == null) {
            return "No words lie over this slot: it needs no veil.";
        }
        if (veil.strength() == 0) {
            return own == null
                    ? "The words can be read without a veil."
                    : "The words can be read as they are: the theme lays " + said(own) + " over it itself."
                            + inTheTheme(own, bare, plan);
        }
        String says = String.format(
                Locale.ROOT,
                "%s of %s is just enough: “%s” has %.1f : 1 on %s.",
                Said.percent(veil.strength()),
                word(veil.ink()),
                least.worst().words(),
                least.worst().ratio(),
                least.worst().where());
        return own != null
                ? says + " That is beside the " + said(own) + " that the theme lays itself."
                        + inTheTheme(own, bare, plan)
                : says + " Where the theme lays a veil of its own, type "
                        + Said.percent(Math.ceil(veil.strength() * 100 - 1e-9) / 100)
                        + " there and leave this one out.";
    }

    /** Which number does where the theme's own veil is set: the same picture is then not veiled twice. */
    private static String inTheTheme(Tint own, Pixels bare, RenditionPlan plan) {
        List<Lettering> unveiled =
                plan.lettering().stream().map(Lettering::unveiled).toList();
        Veil kind = new Veil(new Colour(own.ink()), 0, Veil.From.ALL, null, false);
        LeastVeil alone = LeastVeil.of(bare, unveiled, kind, plan.around());
        if (!alone.found()) {
            return " Its own alone will not do, up to " + Said.percent(Veil.MOST_PROPOSED) + ".";
        }
        double strength = Math.ceil(alone.veil().strength() * 100 - 1e-9) / 100;
        return strength == 0
                ? " It could be left out there."
                : " " + Said.percent(strength)
                        + " in the theme would be just enough alone: type that there, and burn none in.";
    }

    private static String said(Tint own) {
        return Said.percent(own.strength()) + " of " + word(new Colour(own.ink()));
    }

    private static List<Offer> offers(Pixels bare, RenditionPlan plan, Veil kind, Readable worst) {
        List<Offer> offers = new ArrayList<>();
        Veil even = new Veil(kind.ink(), 0, Veil.From.ALL, null, false);
        if (!even.equals(kind.with(0))) {
            offer(offers, bare, plan, even, "even, %s");
        }
        Colour other = isLight(kind.ink().rgb()) ? Colour.BLACK : WHITE;
        offer(offers, bare, plan, kind.in(other), "in " + word(other) + ", %s");
        for (Colour ink : List.of(WHITE, Colour.BLACK)) {
            List<Lettering> written =
                    plan.lettering().stream().map(one -> one.in(ink.rgb())).toList();
            LeastVeil would = LeastVeil.of(bare, written, kind, plan.around());
            if (would.found()) {
                offers.add(new Offer(
                        "with words in " + word(ink) + " in the theme, "
                                + Said.percent(would.veil().strength()) + " of this veil",
                        null));
            }
        }
        int ink = plan.lettering().stream()
                .filter(one -> one.words().equals(worst.words()))
                .mapToInt(Lettering::ink)
                .findFirst()
                .orElse(0);
        Colour box = isLight(ink) ? Colour.BLACK : WHITE;
        offers.add(new Offer(
                String.format(
                        Locale.ROOT,
                        "a box in %s behind the words in the theme: %.1f : 1",
                        word(box),
                        Contrast.ratio(ink, box.rgb())),
                null));
        return offers;
    }

    private static void offer(List<Offer> offers, Pixels bare, RenditionPlan plan, Veil kind, String says) {
        LeastVeil would = LeastVeil.of(bare, plan.lettering(), kind, plan.around());
        if (would.found()) {
            offers.add(new Offer(String.format(says, Said.percent(would.veil().strength())), would.veil()));
        }
    }

    /** Even, in black under light words and in white under dark ones. */
    public static Veil against(List<Lettering> words) {
        double mean = words.stream()
                .mapToDouble(one -> Contrast.luminance(one.ink()))
                .average()
                .orElse(1);
        return new Veil(mean > LIGHT ? Colour.BLACK : WHITE, 0, Veil.From.ALL, null, false);
    }

    private static String word(Colour colour) {
        return colour.equals(WHITE) ? "white" : colour.equals(Colour.BLACK) ? "black" : colour.toString();
    }

    private static boolean isLight(int rgb) {
        return Contrast.luminance(rgb) > LIGHT;
    }
}
