package org.zeroply.store;

import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;

/** The eleventh migration: rows carry checksums, and papers and sittings the number of their tasks. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V11__Checksums extends BaseJavaMigration {
    private static final List<String> TABLES = List.of(
            "content",
            "repertoire",
            "repertoire_node",
            "paper",
            "task",
            "student",
            "sitting",
            "sitting_task",
            "report",
            "journal",
            "base",
            "study",
            "setting");

    @Override
    public void migrate(Context context) throws Exception {
        Checksums.count(context.getConnection(), "paper", "task");
        Checksums.count(context.getConnection(), "sitting", "sitting_task");
        for (String table : TABLES) {
            Checksums.watch(context.getConnection(), table);
        }
    }
}
