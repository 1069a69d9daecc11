package gavlin.web.backup;

import java.util.Map;

/**
 * What an archive says of itself, in {@code manifest.json}.
 *
 * @param schema the version of the database's schema that the rows are of
 * @param site the one site that it holds, or null for a whole installation
 * @param madeAt ISO 8601
 * @param rows how many of each table
 * @param files how many originals it needs
 */
record Manifest(String format, String schema, String site, String madeAt, Map<String, Long> rows, long files) {
    static final String FORMAT = "gavlin-backup/1";
    static final String ENTRY = "manifest.json";
    static final String FILES = "files/";
}
