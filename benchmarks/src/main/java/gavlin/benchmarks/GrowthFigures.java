package gavlin.benchmarks;

import gavlin.core.brief.Slot;
import gavlin.core.brief.SlotSheetReader;
import gavlin.core.fit.Fit;
import gavlin.core.fit.PictureFacts;
import gavlin.core.fit.RenditionPlan;
import gavlin.core.fit.VeilAdvice;
import gavlin.core.fit.WordPlaces;
import gavlin.core.fit.WordSetting;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Framing;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.InPrepared;
import gavlin.core.grow.Grow;
import gavlin.core.mend.Mend;
import gavlin.core.mend.MendPlaces;
import gavlin.core.mend.Spot;
import gavlin.core.operation.Prepared;
import gavlin.core.raster.PixelsPicture;
import gavlin.core.raster.Renderable;
import gavlin.core.words.Passage;
import java.util.List;

/** What it takes to make more picture, and to make words readable. */
final class GrowthFigures {
    private static final Size PICTURE = Size.parse("2000x800");
    private static final Size PREVIEW = Size.parse("625x200");
    private static final int ROUNDS = 7;

    private GrowthFigures() {}

    public static void main(String[] arguments) throws Exception {
        Renderable<InPicture> picture = new PixelsPicture<>(TestPhotograph.pixels(PICTURE, 15), PICTURE);
        Figures whole = new Figures("500 px grown on a 2000×800 picture, all of it rendered");
        Figures small = new Figures("the same as a preview of 625×200");
        for (Grow.By by : List.of(Grow.By.PATCHES, Grow.By.MIRROR, Grow.By.EDGE, Grow.By.BLUR)) {
            Prepared grown = Prepared.asIs(PICTURE).with(new Grow(0, 500, 0, 0).by(by, null));
            whole.add(by.name().toLowerCase(), () -> render(grown, picture, grown.size()));
            small.add(by.name().toLowerCase(), () -> render(grown, picture, PREVIEW));
        }
        whole.print(ROUNDS);
        small.print(ROUNDS);

        Slot slot = SlotSheetReader.read("""
                {"format":"slot-sheet/1","theme":{"name":"T"},"slots":[{"id":"top","name":"Top","kind":"banner","size":{"width":1920,"height":480},
                 "types":["jpeg"],"showings":[{"id":"wide","name":"Wide","page":"home","box":{"width":1280,"height":320},"obstructions":[
                  {"name":"title","kind":"words","box":{"x":700,"y":120,"width":480,"height":60},"text":"Lights","size":20,"weight":400,"ink":"#FFFFFF"}]}]}],
                 "pages":[{"id":"home","name":"Home","width":1280,"height":400,"slots":[{"slot":"top","showing":"wide","x":0,"y":0}]}]}""").slot("top").orElseThrow();
        RenditionPlan plan =
                RenditionPlan.of(slot, Fit.chosenFor(slot), new PictureFacts(PICTURE, false, "", "", ""), 1);
        new Figures("words over 1920×480, rendered and judged")
                .add("the least veil", () -> VeilAdvice.of(picture, plan, null))
                .add(
                        "all nine places",
                        () -> WordPlaces.of(picture, plan, slot, List.of(), VeilAdvice.against(plan.lettering())))
                .add(
                        "words in the file, placed",
                        () -> WordSetting.of(
                                picture,
                                plan,
                                slot,
                                List.of(),
                                new Passage(
                                        "Five lights on one coast",
                                        null,
                                        700,
                                        60,
                                        0.0,
                                        null,
                                        0,
                                        0,
                                        900,
                                        null,
                                        null,
                                        0,
                                        null)))
                .print(ROUNDS);
        Prepared mended = Prepared.asIs(PICTURE).with(new Mend(List.of(new Spot(900, 300, 160, 120, 300, 500))));
        Renderable<InPrepared> prepared = Prepared.asIs(PICTURE).of(picture);
        new Figures("a spot of 160×120 on 2000×800")
                .add("four proposals found", () -> MendPlaces.of(prepared, new Box<>(900, 300, 160, 120), List.of(), 4))
                .add("the whole picture rendered with it", () -> render(mended, picture, PICTURE))
                .add("and without", () -> render(Prepared.asIs(PICTURE), picture, PICTURE))
                .print(ROUNDS);
    }

    private static void render(Prepared prepared, Renderable<InPicture> picture, Size out) {
        prepared.of(picture).render(new Framing<InPrepared>(prepared.size().box(), out.box()), out);
    }
}
