package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.store.pages.PageFile;
import org.zeroply.store.pages.Row;
import org.zeroply.store.pages.Trees;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Makes a workbook out of the rows on the pages of a damaged one, page by page and without asking it what it is: the schema of
 * every version is known. Tables that can still be followed come first; then what stands on pages that nothing leads to, which
 * are told by what their rows look like. Ids stay, so everything that names another thing still does.
 */
final class Rebuild {
    private static final int AT_A_TIME = 2_000;

    /** Worked out of the games, and made anew from those that came through. */
    private static final Set<String> WORKED_OUT =
            Set.of("words", "run", "run_chunk", "run_void", "line", "account", "peer");

    /** Rows that only hold a document together: without them its parts would be lost, too. */
    private static final Set<String> HEADS =
            Set.of("repertoire", "paper", "student", "sitting", "question", "lesson", "homework", "event", "sheet");

    /** What has no mark of its own on a page that nothing leads to: rows of an index look the same. */
    private static final Set<String> NOT_TOLD = Set.of("waiting");

    private final Connection target;
    private final Progress progress;
    private final Cancel cancel;
    private final int pages;
    private final Map<String, PreparedStatement> inserts = new HashMap<>();
    private final Map<String, Long> sequences = new HashMap<>();
    private int waiting;
    private int pagesDone;

    private Rebuild(Connection target, int pages, Progress progress, Cancel cancel) {
        this.target = target;
        this.pages = pages;
        this.progress = progress;
        this.cancel = cancel;
    }

    /** Makes the new workbook, in the version of the damaged one. Progress counts pages. */
    static void run(Path damaged, Path target, Progress progress, Cancel cancel) throws IOException, SQLException {
        try (PageFile file = PageFile.open(damaged, Copies.log(damaged))) {
            int said = file.userVersion();
            WorkbookFile.migrate(target, said >= 1 && said <= WorkbookFile.VERSION ? said : WorkbookFile.VERSION);
            try (Connection connection = WorkbookFile.source(target).getConnection();
                    var statement = connection.createStatement()) {
                // Whom a row names may be lost; that is looked at when all are there.
                statement.execute("pragma foreign_keys = off");
                connection.setAutoCommit(false);
                Map<String, String> triggers = triggers(connection);
                for (String trigger : triggers.keySet()) {
                    statement.execute("drop trigger " + trigger);
                }
                new Rebuild(connection, file.count(), progress, cancel).copy(new Trees(file));
                if (!triggers.isEmpty()) {
                    dropBroken(connection);
                }
                for (String trigger : triggers.values()) {
                    statement.execute(trigger);
                }
                connection.commit();
            }
        }
    }

    /** The statements that make the triggers, by name: checksums shall be those that were kept, not those of damaged rows. */
    private static Map<String, String> triggers(Connection connection) throws SQLException {
        Map<String, String> triggers = new HashMap<>();
        try (var statement = connection.createStatement();
                var rows = statement.executeQuery("select name, sql from sqlite_master where type = 'trigger'")) {
            while (rows.next()) {
                triggers.put(rows.getString(1), rows.getString(2));
            }
        }
        return triggers;
    }

    /**
     * Takes out the rows that do not agree with their checksums. Of those that only hold a document together (its name, whose
     * it is) it is kept that something is wrong with them: without a checksum they count as damaged.
     */
    private static void dropBroken(Connection connection) throws SQLException {
        try (var statement = connection.createStatement()) {
            for (String table : Checksums.TABLES) {
                statement.execute(
                        HEADS.contains(table)
                                ? "update " + table + " set sum = null where " + Checksums.condition(connection, table)
                                : "delete from " + table + " where " + Checksums.condition(connection, table));
            }
        }
    }

    private void copy(Trees trees) throws IOException, SQLException {
        List<SchemaTable> tables = SchemaTable.of(target);
        Map<String, Integer> roots = roots(trees);
        for (SchemaTable table : tables) {
            follow(trees, roots.get(table.name()), table);
        }
        for (Map.Entry<String, Integer> each : roots.entrySet()) {
            if (each.getKey().startsWith("words") || each.getKey().startsWith("flyway")) {
                // So that their pages are not taken for something else.
                trees.follow(each.getValue(), (rows, ofTable) -> step());
            }
        }
        trees.rest((rows, ofTable) -> {
            Optional<SchemaTable> told = told(tables, rows, ofTable);
            if (told.isPresent()) {
                keep(told.get(), rows);
            }
            step();
        });
        keepSequences();
        target.commit();
        for (PreparedStatement each : inserts.values()) {
            each.close();
        }
    }

    private void follow(Trees trees, @Nullable Integer root, SchemaTable table) throws IOException {
        if (root != null) {
            trees.follow(root, (rows, ofTable) -> {
                keep(table, rows.stream().filter(table::fits).toList());
                step();
            });
        }
    }

    /** The roots of tables as far as the schema can be read, and the highest ids that were given. */
    private Map<String, Integer> roots(Trees trees) throws IOException {
        Map<String, Integer> roots = new HashMap<>();
        trees.follow(1, (rows, ofTable) -> {
            for (Row row : rows) {
                List<@Nullable Object> values = row.values();
                if (values.size() == 5
                        && "table".equals(values.get(0))
                        && values.get(1) instanceof String name
                        && values.get(3) instanceof Long root) {
                    roots.put(name, root.intValue());
                }
            }
        });
        Integer sequence = roots.remove("sqlite_sequence");
        if (sequence != null) {
            trees.follow(sequence, (rows, ofTable) -> {
                for (Row row : rows) {
                    if (row.values().size() == 2
                            && row.values().get(0) instanceof String table
                            && row.values().get(1) instanceof Long last) {
                        sequences.put(table, last);
                    }
                }
            });
        }
        return roots;
    }

    /** The table that all rows of a page can be of; those of whole length decide, if there are any. */
    private static Optional<SchemaTable> told(List<SchemaTable> tables, List<Row> rows, boolean ofTable) {
        List<SchemaTable> fitting = tables.stream()
                .filter(table -> table.hasRowid() == ofTable
                        && !NOT_TOLD.contains(table.name())
                        && rows.stream().allMatch(table::fits))
                .toList();
        List<SchemaTable> whole = fitting.stream()
                .filter(table -> rows.stream().anyMatch(table::isWhole))
                .toList();
        List<SchemaTable> best = whole.isEmpty() ? fitting : whole;
        return best.size() == 1 && isLikely(best.getFirst(), rows) ? Optional.of(best.getFirst()) : Optional.empty();
    }

    /** Two tables have rows that other things in the file resemble. */
    private static boolean isLikely(SchemaTable table, List<Row> rows) {
        return switch (table.name()) {
            case "content" ->
                rows.stream().allMatch(row -> row.values().get(1) instanceof byte[] bytes && GameBlob.isOne(bytes));
            case "past_state" ->
                rows.stream()
                        .allMatch(row -> Kinds.DOCUMENTS.stream()
                                .anyMatch(
                                        kind -> kind.name().equals(row.values().get(0))));
            default -> true;
        };
    }

    private void keep(SchemaTable table, List<Row> rows) throws IOException {
        if (cancel.isRequested() || WORKED_OUT.contains(table.name())) {
            return;
        }
        try {
            for (Row row : rows) {
                PreparedStatement insert = insert(table, row.values().size());
                for (int i = 0; i < row.values().size(); i++) {
                    boolean isRowid = table.columns().get(i).isRowid();
                    insert.setObject(i + 1, isRowid ? row.id() : row.values().get(i));
                }
                insert.execute();
                waiting++;
            }
            if (waiting >= AT_A_TIME) {
                target.commit();
                waiting = 0;
            }
        } catch (SQLException failed) {
            throw new IOException(failed);
        }
    }

    private PreparedStatement insert(SchemaTable table, int values) throws SQLException {
        String key = table.name() + " " + values;
        PreparedStatement known = inserts.get(key);
        if (known == null) {
            known = target.prepareStatement(table.insert(values));
            inserts.put(key, known);
        }
        return Objects.requireNonNull(known);
    }

    /** An id that was given once is never given again. */
    private void keepSequences() throws SQLException {
        for (Map.Entry<String, Long> each : sequences.entrySet()) {
            try (PreparedStatement raise =
                    target.prepareStatement("update sqlite_sequence set seq = max(seq, ?) where name = ?")) {
                raise.setLong(1, each.getValue());
                raise.setString(2, each.getKey());
                if (raise.executeUpdate() == 0) {
                    try (PreparedStatement first =
                            target.prepareStatement("insert into sqlite_sequence (name, seq) values (?, ?)")) {
                        first.setString(1, each.getKey());
                        first.setLong(2, each.getValue());
                        first.execute();
                    }
                }
            }
        }
    }

    private void step() {
        pagesDone++;
        progress.at(Math.min(1, (double) pagesDone / pages), pagesDone);
    }
}
