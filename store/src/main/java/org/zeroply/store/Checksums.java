package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.zip.CRC32C;
import org.jdbi.v3.core.Handle;
import org.sqlite.Function;

/**
 * Checksums of the rows that somebody made or that were calculated. Triggers of the schema keep them, so that no way of writing
 * can forget them; whoever reads compares. SQLite itself would not notice a bit that turned over in a text.
 */
final class Checksums {
    /** With this after a table's name the schema calls those of its rows that are not what they were when they were written. */
    static final String BROKEN = "_broken";

    /** What the schema calls the function. */
    private static final String FUNCTION = "row_sum";

    /** The tables whose rows are watched. What is worked out of the games is compared with them instead. */
    static final List<String> TABLES = List.of(
            "question",
            "lesson",
            "homework",
            "event",
            "sheet",
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

    private Checksums() {}

    /** Has a connection know the function; without it nothing can be written. */
    static void register(Connection connection) throws SQLException {
        Function.create(connection, FUNCTION, new RowSum(), Function.FLAG_DETERMINISTIC);
    }

    /** A CRC-32C over the kinds and bytes of the values. */
    private static final class RowSum extends Function {
        @Override
        protected void xFunc() throws SQLException {
            CRC32C sum = new CRC32C();
            for (int i = 0; i < args(); i++) {
                // 1 integer, 3 text, 4 blob, 5 null; nothing is kept as a real.
                int type = value_type(i);
                sum.update(type);
                switch (type) {
                    case 1 -> number(sum, value_long(i));
                    case 3 -> bytes(sum, value_text(i).getBytes(StandardCharsets.UTF_8));
                    case 4 -> bytes(sum, value_blob(i));
                    default -> {}
                }
            }
            result(sum.getValue());
        }

        private static void bytes(CRC32C sum, byte[] bytes) {
            // With the length, so that no text can pass from one column into the next.
            number(sum, bytes.length);
            sum.update(bytes);
        }

        private static void number(CRC32C sum, long number) {
            for (int shift = 0; shift < Long.SIZE; shift += Byte.SIZE) {
                sum.update((int) (number >>> shift));
            }
        }
    }

    /** Gives a table the column, the triggers that keep it, and the sums of the rows that are there. */
    static void watch(Connection connection, String table) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            List<String> columns = columns(connection, table);
            String fresh = columns.stream().map(column -> "new." + column).collect(Collectors.joining(", "));
            String sum = "begin update " + table + " set sum = " + FUNCTION + "(" + fresh + ") where "
                    + key(connection, table).stream()
                            .map(column -> column + " = new." + column)
                            .collect(Collectors.joining(" and "))
                    + "; end";
            statement.execute("alter table " + table + " add column sum integer");
            statement.execute("update " + table + " set sum = " + FUNCTION + "(" + String.join(", ", columns) + ")");
            statement.execute("create trigger " + table + "_made after insert on " + table + " " + sum);
            statement.execute("create trigger " + table + "_changed after update of " + String.join(", ", columns)
                    + " on " + table + " " + sum);
            statement.execute("create view " + table + BROKEN + " as select * from " + table + " where "
                    + condition(connection, table));
        }
    }

    /** Takes off again what {@link #watch} put on a table, so that it can get other columns. */
    static void unwatch(Connection connection, String table) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("drop view " + table + BROKEN);
            statement.execute("drop trigger " + table + "_made");
            statement.execute("drop trigger " + table + "_changed");
            statement.execute("alter table " + table + " drop column sum");
        }
    }

    /** Has the row that holds a document together count its parts, so that it is known when the last ones are missing. */
    static void count(Connection connection, String head, String part) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("alter table " + head + " add column parts integer not null default 0");
            statement.execute("update " + head + " set parts = (select count(*) from " + part + " where " + head + " = "
                    + head + ".id)");
            statement.execute("create trigger " + part + "_comes after insert on " + part + " begin update " + head
                    + " set parts = parts + 1 where id = new." + head + "; end");
            statement.execute("create trigger " + part + "_goes after delete on " + part + " begin update " + head
                    + " set parts = parts - 1 where id = old." + head + "; end");
        }
    }

    /** A condition of SQL that holds for the rows of a table that are not what they were when they were written. */
    static String condition(Connection connection, String table) throws SQLException {
        return "sum is not " + FUNCTION + "(" + String.join(", ", columns(connection, table)) + ")";
    }

    private static List<String> columns(Connection connection, String table) throws SQLException {
        List<String> columns = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("pragma table_info(" + table + ")")) {
            while (rows.next()) {
                if (!rows.getString("name").equals("sum")) {
                    columns.add(rows.getString("name"));
                }
            }
        }
        return columns;
    }

    private static List<String> key(Connection connection, String table) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            boolean hasRowid;
            try (ResultSet rows =
                    statement.executeQuery("select wr from pragma_table_list where name = '" + table + "'")) {
                hasRowid = rows.next() && rows.getInt(1) == 0;
            }
            if (hasRowid) {
                return List.of("rowid");
            }
            List<String> key = new ArrayList<>();
            try (ResultSet rows = statement.executeQuery(
                    "select name from pragma_table_info('" + table + "') where pk > 0 order by pk")) {
                while (rows.next()) {
                    key.add(rows.getString(1));
                }
            }
            return key;
        }
    }

    /** How many rows of a table, of those with a value in a column, are not what they were when they were written. */
    static long broken(Handle handle, String table, String column, long value) {
        return handle.createQuery("select count(*) from " + table + BROKEN + " where " + column + " = ?")
                .bind(0, value)
                .mapTo(Long.class)
                .one();
    }

    /** The error of a document that is not what it was when it was written. */
    static WorkbookException mismatch(String kind, long id) {
        return new WorkbookException(
                WorkbookException.Fault.DAMAGED,
                "the " + kind + " " + id + " is damaged: it does not agree with its checksum");
    }
}
