package org.zeroply.store;

import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;

/** The third migration: works out of every game the main line, the words and the columns that version 2 made room for. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V3__FillColumns extends BaseJavaMigration {
    @Override
    public void migrate(Context context) {
        Handle handle = Jdbi.create(context.getConnection()).open();
        List<Long> ids = handle.createQuery("select id from game order by id")
                .mapTo(Long.class)
                .list();
        ids.forEach(id -> GameColumns.fill(handle, id));
    }
}
