package gavlin.web.upgrade;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;
import org.flywaydb.core.api.MigrationVersion;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Gives every keep area an id, and brings every stored revision of a fit into the document fit/1. What was let go by name is let go by
 * id where the picture still has an area of that name; a name that it has no more was let go of nothing.
 */
@Component
class FitDocuments implements JavaMigration {
    private static final JsonMapper JSON = new JsonMapper();

    @Override
    public MigrationVersion getVersion() {
        return MigrationVersion.fromVersion("7");
    }

    @Override
    public String getDescription() {
        return "fit documents";
    }

    @Override
    public Integer getChecksum() {
        return 1;
    }

    @Override
    public boolean canExecuteInTransaction() {
        return true;
    }

    @Override
    public void migrate(Context context) throws SQLException {
        Connection database = context.getConnection();
        Map<Long, Map<String, String>> idsByName = giveIds(database);
        try (Statement all = database.createStatement();
                ResultSet row = all.executeQuery("SELECT r.*, p.id AS picture_id FROM fit_revision r"
                        + " JOIN picture p ON p.number = r.picture_number WHERE r.document IS NULL");
                PreparedStatement update =
                        database.prepareStatement("UPDATE fit_revision SET document = ? WHERE id = ?")) {
            while (row.next()) {
                Map<String, String> ids = idsByName.getOrDefault(row.getLong("picture_number"), Map.of());
                update.setString(1, document(row, ids).toString());
                update.setLong(2, row.getLong("id"));
                update.executeUpdate();
            }
        }
    }

    /** @return for each picture, the ids of its areas by their names */
    private static Map<Long, Map<String, String>> giveIds(Connection database) throws SQLException {
        Map<Long, Map<String, String>> idsByName = new HashMap<>();
        try (Statement all = database.createStatement();
                ResultSet row = all.executeQuery(
                        "SELECT number, keep_areas, keep_areas_revision, focal_x, focal_y, added_by"
                                + " FROM picture WHERE keep_areas_made = 0 AND (keep_areas_revision > 0 OR keep_areas <> '[]')");
                PreparedStatement update = database.prepareStatement(
                        "UPDATE picture SET keep_areas = ?, keep_areas_made = ? WHERE number = ?");
                PreparedStatement history =
                        database.prepareStatement("INSERT INTO keep_areas_revision (picture_number, revision, focal_x,"
                                + " focal_y, keep_areas, says, made_by, made_at)"
                                + " VALUES (?, ?, ?, ?, ?, 'as they were', ?, UTC_TIMESTAMP(3))")) {
            while (row.next()) {
                Map<String, String> ids = new LinkedHashMap<>();
                ArrayNode areas = JSON.createArrayNode();
                for (JsonNode area : JSON.readTree(row.getString("keep_areas"))) {
                    String id = "k" + (ids.size() + 1);
                    ids.put(area.path("name").asString(), id);
                    areas.add(JSON.createObjectNode().put("id", id).setAll((ObjectNode) area));
                }
                update.setString(1, areas.toString());
                update.setInt(2, ids.size());
                update.setLong(3, row.getLong("number"));
                update.executeUpdate();
                history.setLong(1, row.getLong("number"));
                history.setInt(2, row.getInt("keep_areas_revision"));
                history.setObject(3, row.getObject("focal_x"));
                history.setObject(4, row.getObject("focal_y"));
                history.setString(5, areas.toString());
                history.setString(6, row.getString("added_by"));
                history.executeUpdate();
                idsByName.put(row.getLong("number"), ids);
            }
        }
        return idsByName;
    }

    private static ObjectNode document(ResultSet row, Map<String, String> ids) throws SQLException {
        String stored = row.getString("setting");
        JsonNode setting = stored == null ? JSON.createObjectNode() : JSON.readTree(stored);
        ObjectNode document = JSON.createObjectNode();
        document.put("format", "fit/1");
        document.put("picture", row.getString("picture_id"));
        document.set("prepare", prepare(setting));
        ObjectNode frame = document.putObject("frame");
        frame.put("rule", row.getString("rule").toLowerCase(Locale.ROOT));
        frame.putObject("focal").put("x", row.getDouble("focal_x")).put("y", row.getDouble("focal_y"));
        frame.put("zoom", row.getDouble("zoom"));
        frame.set("height", setting.has("height") ? setting.get("height") : JSON.nullNode());
        frame.set("position", setting.has("position") ? setting.get("position") : JSON.nullNode());
        ObjectNode finish = document.putObject("finish");
        int backing = row.getInt("backing");
        if (!row.wasNull()) {
            finish.put("backing", String.format(Locale.ROOT, "#%06X", backing));
        }
        String type = row.getString("type");
        document.putObject("file")
                .put("type", type == null ? null : type.toLowerCase(Locale.ROOT))
                .put("encoding", row.getString("encoding"));
        TreeSet<String> letGo = new TreeSet<>();
        for (JsonNode name : setting.path("letGo")) {
            if (ids.containsKey(name.asString())) {
                letGo.add(ids.get(name.asString()));
            }
        }
        document.set("letGo", JSON.valueToTree(letGo));
        return document;
    }

    private static ObjectNode prepare(JsonNode setting) {
        ObjectNode prepare = JSON.createObjectNode();
        JsonNode turn = setting.path("turn");
        if (turn.path("flipped").asBoolean(false) || turn.path("degrees").asDouble(0) != 0) {
            prepare.putObject("turn")
                    .put("flipped", turn.path("flipped").asBoolean(false))
                    .put("degrees", turn.path("degrees").asDouble(0));
        }
        JsonNode growth = setting.path("growth");
        if (growth.path("top").asInt(0)
                        + growth.path("right").asInt(0)
                        + growth.path("bottom").asInt(0)
                        + growth.path("left").asInt(0)
                > 0) {
            prepare.putObject("grow")
                    .put("top", growth.path("top").asInt(0))
                    .put("right", growth.path("right").asInt(0))
                    .put("bottom", growth.path("bottom").asInt(0))
                    .put("left", growth.path("left").asInt(0))
                    .put("by", "mirror");
        }
        return prepare;
    }
}
