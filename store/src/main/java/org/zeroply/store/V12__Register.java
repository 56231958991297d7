package org.zeroply.store;

import java.sql.Connection;
import java.sql.Statement;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;

/** The twelfth migration: students have several names, ratings, groups and goals, and ask questions; accounts of games are kept. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V12__Register extends BaseJavaMigration {
    @Override
    public void migrate(Context context) throws Exception {
        Connection connection = context.getConnection();
        try (Statement statement = connection.createStatement()) {
            Checksums.unwatch(connection, "student");
            for (String column : new String[] {"names", "ratings", "groups", "goals"}) {
                statement.execute("alter table student add column " + column + " text not null default ''");
            }
            Checksums.watch(connection, "student");
            // About a game, or a move of it, or none; ply is the half-moves before it, asked milliseconds.
            statement.execute("create table question (id integer primary key autoincrement,"
                    + " student integer not null references student (id), game integer, ply integer not null,"
                    + " text text not null, asked integer not null, answer text not null,"
                    + " hidden integer not null default 0, uid integer not null default 0,"
                    + " revision integer not null default 0, parent integer)");
            statement.execute("create index question_uid on question (uid)");
            statement.execute("create index question_student on question (student)");
            Checksums.watch(connection, "question");
            // Who is not to come back with a merge: the uid, and of each name a digest.
            statement.execute("create table forgotten (id integer primary key, uid integer not null,"
                    + " digest text not null, unique (uid, digest))");
            // What accounts take of each side of a judged game, and what other players are compared by (see
            // AccountText).
            statement.execute("create table account (game integer not null, side integer not null,"
                    + " revision integer not null, analyst text not null, content text not null,"
                    + " primary key (game, side)) without rowid");
            Checksums.watch(connection, "account");
            statement.execute("create table peer (game integer not null, side integer not null,"
                    + " revision integer not null, content text not null, primary key (game, side)) without rowid");
            Checksums.watch(connection, "peer");
        }
    }
}
