package org.zeroply.store;

import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;

/**
 * The tenth migration: every document, not only games, is known in every copy of the workbook by a uid and has a revision,
 * the one before it and a mark for being taken off its list; and what copies had in common when they parted is kept.
 */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V10__Documents extends BaseJavaMigration {
    private static final List<String> DOCUMENTS = List.of("repertoire", "paper", "student", "sitting", "report");

    @Override
    public void migrate(Context context) {
        Handle handle = Jdbi.create(context.getConnection()).open();
        handle.execute("alter table game add column parent integer");
        // A report gets an id of its own, as every document has one.
        handle.execute("create table one_report (id integer primary key autoincrement,"
                + " game integer not null unique references game (id), content text not null)");
        handle.execute("insert into one_report (game, content) select game, content from report order by game");
        handle.execute("drop table report");
        handle.execute("alter table one_report rename to report");
        handle.execute("alter table sitting add column hidden integer not null default 0");
        handle.execute("alter table report add column hidden integer not null default 0");
        for (String table : DOCUMENTS) {
            handle.execute("alter table " + table + " add column uid integer not null default 0");
            handle.execute("alter table " + table + " add column revision integer not null default 0");
            handle.execute("alter table " + table + " add column parent integer");
            handle.execute("update " + table + " set uid = random(), revision = random()");
            handle.execute("create index " + table + "_uid on " + table + " (uid)");
        }
        // States of documents before the present one; those of games were in a table of their own.
        handle.execute("create table past_state (kind text not null, id integer not null, revision integer not null,"
                + " primary key (kind, id, revision)) without rowid");
        handle.execute("insert into past_state select 'game', game, revision from past_revision");
        handle.execute("drop table past_revision");
        // When copies went their own ways, and what documents were then that have changed since.
        handle.execute("create table parting (id integer primary key autoincrement, at text not null)");
        handle.execute("create table base (kind text not null, id integer not null, parting integer not null,"
                + " revision integer not null, content blob not null, primary key (kind, id, parting))");
        papers(handle);
    }

    /** Papers are known by their content, and the journal tells how they have been. */
    private static void papers(Handle handle) {
        for (long id :
                handle.createQuery("select id from paper").mapTo(Long.class).list()) {
            long revision;
            try {
                revision = Revisions.of(Kinds.PAPER.write(Kinds.PAPER.get(handle, id)));
            } catch (WorkbookException damaged) {
                // What can be read of it is saved later, by the rescue.
                continue;
            }
            handle.execute("update paper set revision = ? where id = ?", revision, id);
            handle.createQuery("select blob_before, blob_after from journal where document = ?")
                    .bind(0, Kinds.PAPER.journal(id))
                    .map((rows, context) -> List.of(Revisions.of(rows.getBytes(1)), Revisions.of(rows.getBytes(2))))
                    .list()
                    .forEach(states -> states.stream()
                            .filter(state -> state != revision)
                            .forEach(state -> handle.execute(
                                    "insert or ignore into past_state (kind, id, revision) values ('paper', ?, ?)",
                                    id,
                                    state)));
        }
    }
}
