package org.zeroply.store;

import java.sql.Connection;
import java.sql.Statement;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;

/** The thirteenth migration: lessons, homework and events. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V13__Diary extends BaseJavaMigration {
    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement statement = connection.createStatement()) {
            for (String table : new String[] {"lesson", "homework", "event"}) {
                // The days it concerns, as ISO 8601 has them, and a text of lines (see KeyedText).
                statement.execute("create table " + table + " (id integer primary key autoincrement,"
                        + " first text not null, last text not null, content text not null,"
                        + " hidden integer not null default 0, uid integer not null default 0,"
                        + " revision integer not null default 0, parent integer)");
                statement.execute("create index " + table + "_uid on " + table + " (uid)");
                statement.execute("create index " + table + "_last on " + table + " (last)");
                Checksums.watch(connection, table);
            }
        }
    }
}
