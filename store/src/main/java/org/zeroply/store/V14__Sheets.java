package org.zeroply.store;

import java.sql.Connection;
import java.sql.Statement;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;

/** The fourteenth migration: sheets of cards. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V14__Sheets extends BaseJavaMigration {
    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement statement = connection.createStatement()) {
            // How many cards there are, for lists; the cards as a file of sheets has them.
            statement.execute("create table sheet (id integer primary key autoincrement, name text not null,"
                    + " cards integer not null, content text not null,"
                    + " hidden integer not null default 0, uid integer not null default 0,"
                    + " revision integer not null default 0, parent integer)");
            statement.execute("create index sheet_uid on sheet (uid)");
            Checksums.watch(connection, "sheet");
        }
    }
}
