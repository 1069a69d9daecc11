package gavlin.core.fit;

import gavlin.core.backing.Backing;
import gavlin.core.codec.PictureType;
import gavlin.core.colour.Colour;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Position;
import gavlin.core.geometry.Rule;
import gavlin.core.grow.Grow;
import gavlin.core.ink.Ink;
import gavlin.core.lift.Lift;
import gavlin.core.mend.Mend;
import gavlin.core.mend.Spot;
import gavlin.core.tighten.Tighten;
import gavlin.core.turn.Turn;
import gavlin.core.veil.Veil;
import gavlin.core.weight.Encoding;
import gavlin.core.words.Passage;
import gavlin.core.words.Words;
import java.util.List;
import java.util.Random;

/** Decisions of every kind. */
final class RandomFit {
    private RandomFit() {}

    static Fit of(Random random) {
        Rule rule = random.nextInt(4) == 0 ? Rule.CONTAIN : Rule.COVER;
        Fit fit = Fit.of(new Frame(
                rule,
                new FocalPoint<>(random.nextDouble(), random.nextDouble()),
                rule == Rule.CONTAIN ? 1 : 1 + 4 * random.nextDouble(),
                random.nextInt(4) == 0 ? 560 : null,
                random.nextInt(3) == 0 ? new Position(random.nextDouble(), random.nextDouble()) : null));
        if (random.nextInt(4) == 0) {
            fit = fit.with(new Lift(random.nextBoolean() ? null : 2.5, random.nextBoolean(), List.of()));
        }
        if (random.nextInt(4) == 0) {
            fit = fit.with(new Tighten(random.nextInt(40), random.nextInt(40), 3, -2, null, 0.1, null));
        }
        if (random.nextInt(4) == 0) {
            fit = fit.with(Ink.of(new Colour(random.nextInt(1 << 24))));
        }
        if (random.nextInt(3) == 0) {
            fit = fit.with(new Turn(random.nextBoolean(), random.nextInt(300) / 10.0 - 15));
        }
        if (random.nextInt(3) == 0) {
            fit = fit.with(new Grow(random.nextInt(90), random.nextInt(90), random.nextInt(90), random.nextInt(90)));
        }
        if (random.nextInt(4) == 0) {
            fit = fit.with(new Mend(List.of(new Spot(random.nextInt(90), 7, 40, 4, 300, random.nextInt(90)))));
        }
        if (random.nextInt(3) == 0) {
            fit = fit.with(new Backing(new Colour(random.nextInt(1 << 24))));
        }
        if (random.nextInt(3) == 0) {
            Veil.From from = Veil.From.values()[random.nextInt(5)];
            fit = fit.with(new Veil(
                    new Colour(random.nextInt(1 << 24)), random.nextInt(90) / 100.0, from, 0.5, random.nextBoolean()));
        }
        if (random.nextInt(4) == 0) {
            fit = fit.with(new Words(List.of(new Passage(
                    "Lights\n" + random.nextInt(9), null, 400, 20.5, 0.1, null, 5, -7, 300, "right", null, 2, null))));
        }
        PictureType type = random.nextInt(3) == 0 ? PictureType.JPEG : null;
        fit = fit.with(type, type != null && random.nextBoolean() ? Encoding.parse("jpeg-q82-420") : null);
        return random.nextInt(3) == 0 ? fit.lettingGo(List.of("k" + (1 + random.nextInt(9)), "k11")) : fit;
    }
}
