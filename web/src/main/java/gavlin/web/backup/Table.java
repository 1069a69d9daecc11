package gavlin.web.backup;

import java.util.List;
import java.util.Map;

/**
 * A table that a backup carries.
 *
 * @param key the column of its own numbers, or empty
 * @param ofSite which rows belong to one site, or null where a site's export leaves it out
 * @param references columns that hold another table's numbers, and which
 */
record Table(String name, String key, String ofSite, Map<String, String> references) {
    private static final String SHEETS = "(SELECT id FROM sheet WHERE site_id = ?)";

    /** What can be computed again is not among them, nor are sessions and links that work once. */
    static final List<Table> ALL = List.of(
            new Table("account", "id", null, Map.of()),
            new Table("access_token", "id", null, Map.of("account_id", "account")),
            new Table("site", "", "id = ?", Map.of("sheet_id", "sheet")),
            new Table("membership", "id", null, Map.of("account_id", "account")),
            new Table("sheet", "id", "site_id = ?", Map.of()),
            new Table("sheet_revision", "id", "sheet_id IN " + SHEETS, Map.of("sheet_id", "sheet")),
            new Table("theme_move", "id", "site_id = ?", Map.of("from_sheet", "sheet", "to_sheet", "sheet")),
            new Table("picture", "number", "site_id = ?", Map.of()),
            new Table(
                    "keep_areas_revision",
                    "id",
                    "picture_number IN (SELECT number FROM picture WHERE site_id = ?)",
                    Map.of("picture_number", "picture")),
            new Table(
                    "picture_words",
                    "id",
                    "picture_number IN (SELECT number FROM picture WHERE site_id = ?)",
                    Map.of("picture_number", "picture")),
            new Table("fit_head", "id", "sheet_id IN " + SHEETS, Map.of("sheet_id", "sheet")),
            new Table(
                    "fit_revision",
                    "id",
                    "head_id IN (SELECT h.id FROM fit_head h WHERE h.sheet_id IN " + SHEETS + ")",
                    Map.of("head_id", "fit_head", "picture_number", "picture")),
            new Table("dispatch", "id", "site_id = ?", Map.of()),
            new Table(
                    "dispatched_file",
                    "id",
                    "dispatch_id IN (SELECT id FROM dispatch WHERE site_id = ?)",
                    Map.of("dispatch_id", "dispatch")),
            new Table(
                    "delivery",
                    "id",
                    "file_id IN (SELECT f.id FROM dispatched_file f, dispatch d WHERE d.id = f.dispatch_id AND d.site_id = ?)",
                    Map.of("file_id", "dispatched_file")),
            new Table("connection", "", null, Map.of()),
            new Table("slot_link", "id", "site_id = ?", Map.of()),
            new Table("colour_scheme", "id", "site_id = ?", Map.of()),
            new Table("shelf_picture", "id", null, Map.of()),
            new Table("proven", "id", "site_id = ?", Map.of()),
            new Table("remark", "id", "site_id = ?", Map.of()));

    /** Whether its rows name files that a backup carries: what was uploaded, and can't be computed again. */
    boolean hasOriginals() {
        return name.equals("picture") || name.equals("shelf_picture");
    }

    /** @param site null for all rows */
    String rows(String site) {
        return " FROM " + name + (site == null ? "" : " WHERE " + ofSite);
    }

    /** In the order in which they were made. */
    String order() {
        return key.isEmpty() ? "" : " ORDER BY " + key;
    }

    String entry() {
        return "data/" + name + ".jsonl";
    }
}
