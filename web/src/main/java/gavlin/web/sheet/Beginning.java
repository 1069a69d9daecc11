package gavlin.web.sheet;

import gavlin.core.brief.SheetEdits;
import gavlin.core.page.PageReading;
import gavlin.core.page.SlotProposal;
import tools.jackson.databind.json.JsonMapper;

/** What a new site's sheet holds. */
final class Beginning {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String THEME = "A new theme";

    /** One slot, so that there is something to change. */
    static final String SHEET = """
            {"format": "slot-sheet/1", "theme": {"name": "A new theme"},
             "slots": [{"id": "masthead", "name": "Masthead", "kind": "banner", "size": {"width": 1920, "height": 480},
               "types": ["jpeg", "webp"], "weight": {"limit": 300, "unit": "kB"},
               "showings": [{"id": "home", "name": "Home, desktop", "page": "home", "screen": {"width": 1280}, "box": {"width": 1280, "height": 320}}]}],
             "pages": [{"id": "home", "name": "Home, desktop", "width": 1280, "height": 1400,
               "slots": [{"slot": "masthead", "showing": "home", "x": 0, "y": 0}]}]}
            """;

    private Beginning() {}

    /** A sheet of all that was read. */
    static String of(PageReading reading) {
        String sheet = SheetEdits.empty(THEME);
        for (SlotProposal proposal : reading.proposals()) {
            sheet = SheetEdits.addSlot(sheet, proposal.slot(), reading.title());
        }
        return sheet;
    }

    /** The sheet, or one without slots where nobody has touched the example yet: what is accepted takes its place. */
    static String leftBehind(String sheet) {
        return JSON.readTree(sheet).equals(JSON.readTree(SHEET)) ? SheetEdits.empty(THEME) : sheet;
    }
}
