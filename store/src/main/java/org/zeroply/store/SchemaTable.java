package org.zeroply.store;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.store.pages.Row;

/**
 * A table as the schema of a version has it, so that rows can be told and kept without asking the file they come from.
 *
 * @param columns in the order in which rows hold them
 * @param hasRowid whether it has rowids; otherwise it is an index of its own
 */
record SchemaTable(String name, List<Column> columns, boolean hasRowid) {
    /**
     * A column.
     *
     * @param type as declared: integer, text or blob
     * @param isRowid whether it is another name of the rowid, and empty in the row itself
     * @param mayLack whether older rows may end before it
     */
    record Column(String name, String type, boolean isRowid, boolean mayBeNull, boolean mayLack) {
        private boolean fits(@Nullable Object value) {
            if (value == null) {
                return isRowid || mayBeNull;
            }
            return !isRowid
                    && switch (type) {
                        case "integer" -> value instanceof Long;
                        case "text" -> value instanceof String;
                        default -> value instanceof byte[];
                    };
        }
    }

    SchemaTable {
        columns = List.copyOf(columns);
    }

    /** The tables of a file that somebody made; what SQLite, Flyway and the search of words keep for themselves is left out. */
    static List<SchemaTable> of(Connection connection) throws SQLException {
        List<SchemaTable> tables = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "select name, wr from pragma_table_list where schema = 'main'"
                                + " and type = 'table' and name not like 'sqlite_%' and name not like 'flyway%' order by name")) {
            while (rows.next()) {
                boolean hasRowid = rows.getInt(2) == 0;
                tables.add(
                        new SchemaTable(rows.getString(1), columns(connection, rows.getString(1), hasRowid), hasRowid));
            }
        }
        return tables;
    }

    private record Numbered(int key, Column column) {}

    private static List<Column> columns(Connection connection, String table, boolean hasRowid) throws SQLException {
        List<Numbered> columns = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("pragma table_info(" + table + ")")) {
            while (rows.next()) {
                String type = rows.getString("type").toLowerCase(Locale.ROOT);
                boolean notNull = rows.getInt("notnull") != 0;
                int key = rows.getInt("pk");
                boolean isRowid = hasRowid && key == 1 && type.equals("integer");
                boolean mayLack = key == 0 && (!notNull || rows.getString("dflt_value") != null);
                columns.add(new Numbered(key, new Column(rows.getString("name"), type, isRowid, !notNull, mayLack)));
            }
        }
        if (!hasRowid) {
            // Rows of such a table begin with its key.
            columns.sort(Comparator.comparingInt(each -> each.key() == 0 ? Integer.MAX_VALUE : each.key()));
        }
        return columns.stream().map(Numbered::column).toList();
    }

    /** Whether a row can be one of this table. */
    boolean fits(Row row) {
        List<@Nullable Object> values = row.values();
        if (values.size() > columns.size()) {
            return false;
        }
        for (int i = 0; i < columns.size(); i++) {
            boolean fits = i < values.size()
                    ? columns.get(i).fits(values.get(i))
                    : columns.get(i).mayLack();
            if (!fits) {
                return false;
            }
        }
        return true;
    }

    /** Whether rows of this table are written with so many values, older ones aside. */
    boolean isWhole(Row row) {
        return row.values().size() == columns.size();
    }

    /** Keeps a row of so many values unless it is there; the place of each value is that of its column. */
    String insert(int values) {
        List<Column> present = columns.subList(0, values);
        return "insert or ignore into " + name + " ("
                + present.stream().map(Column::name).collect(Collectors.joining(", ")) + ") values ("
                + present.stream().map(column -> "?").collect(Collectors.joining(", ")) + ")";
    }
}
