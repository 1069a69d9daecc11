package gavlin.core.page;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Columns of grids, shares of flex rows and borders, worked by hand from CSS Grid 2 §12.7, Flexible Box 1 §9.7 and Backgrounds 3 §4. */
class TracksTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1fr 1fr|490 490",
                "2fr 1fr|653.33 326.67",
                "200px 1fr|200 780",
                "25% 1fr|250 730",
                "repeat(4, 1fr)|235 235 235 235",
                "repeat(2, 100px 1fr)|100 370 100 370",
                "minmax(600px, 1fr) 1fr|600 380",
                "repeat(auto-fill, minmax(300px, 1fr))|320 320 320",
                "[full] 1fr [end]|1000",
                "none|1000",
            })
    void columns_shareWhatTheFixedOnesLeave(String list, String widths) {
        double[] expected =
                Stream.of(widths.split(" ")).mapToDouble(Double::parseDouble).toArray();
        assertArrayEquals(expected, Tracks.widths(list, 1000, 20, Screen.DESKTOP), 0.01);
    }

    /** Four columns of 100 px with gaps of 10; each item's start, row and width. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "auto; auto|0 0 100; 110 0 100",
                "span 2; span 2; auto|0 0 210; 220 0 210; 0 1 100",
                "span 3; span 2|0 0 320; 0 1 210", // the second has no room beside the first
                "1 / -1; auto|0 0 430; 0 1 100",
                "1 / 3; 3 / 5|0 0 210; 220 0 210",
                "2 / span 2|0 0 210",
                "span 9|0 0 430",
                "main-start|0 0 100",
            })
    void gridItems_oneAfterTheOther_spanTheirColumns(String columns, String places) {
        List<Map<String, String>> styles = Stream.of(columns.split(";"))
                .map(column -> Map.of("grid-column", column.strip()))
                .toList();
        List<GridItem> expected = Stream.of(places.split(";"))
                .map(place -> place.strip().split(" "))
                .map(of -> new GridItem(Double.parseDouble(of[0]), Integer.parseInt(of[1]), Double.parseDouble(of[2])))
                .toList();
        assertEquals(expected, GridItem.all(new double[] {100, 100, 100, 100}, 10, styles));
    }

    private static FlexItem item(String flex, String width) {
        return FlexItem.of(Map.of("flex", flex, "width", width), 1000, true, 0, 0, Screen.DESKTOP);
    }

    @Test
    void flexRow_sharesWhatIsLeft_byGrowth_andTakesAway_byShrinkingTimesBasis() {
        List<FlexItem> growing = List.of(item("1", "auto"), item("3", "auto"), item("none", "200px"));
        assertEquals(200, FlexItem.width(growing, 0, 1000, 0), 1e-9);
        assertEquals(600, FlexItem.width(growing, 1, 1000, 0), 1e-9);
        assertEquals(200, FlexItem.width(growing, 2, 1000, 0), 1e-9);
        List<FlexItem> shrinking = List.of(item("0 1 800px", "auto"), item("0 1 400px", "auto"));
        assertEquals(800 - 200 * 800 / 1200.0, FlexItem.width(shrinking, 0, 1000, 0), 1e-9);
        assertEquals(400 - 200 * 400 / 1200.0, FlexItem.width(shrinking, 1, 1000, 0), 1e-9);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"3px solid red|3", "solid|3", "thin dotted|1", "5px none red|0", "5px|0", "thick double #123456|5"
            })
    void border_isAsWideAsItIsDrawn(String border, double width) {
        assertEquals(width, Borders.width(Map.of("border", border), 0, Screen.DESKTOP));
        assertEquals(0, Borders.width(Map.of("border", border, "border-left", "0"), 3, Screen.DESKTOP));
    }
}
