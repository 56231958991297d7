package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.gametree.Game;
import org.zeroply.store.Rescue.Report;
import org.zeroply.store.Rescue.Saved;
import org.zeroply.store.pages.PageFile;
import org.zeroply.store.pages.Trees;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What comes back of a workbook whose bytes are cut off, overwritten or flipped. */
@SuppressWarnings("NullAway.Init")
class RescueTest {
    private static final int PAGE = 4096;

    @TempDir
    Path folder;

    /** Yesterday's workbook, brought to this version. */
    private Path everything() throws IOException {
        Path file = YesterdayTest.file(folder);
        Books.open(file).close();
        return file;
    }

    private Report rescue(Path damaged) throws IOException {
        Path saved = folder.resolve("saved.zeroply");
        Files.deleteIfExists(saved);
        return Workbook.rescue(damaged, saved, Books.CLOCK, Progress.SILENT, new Cancel());
    }

    private List<String> said(Path file) {
        try (Workbook workbook = Books.open(file)) {
            return said(workbook);
        }
    }

    /** The index of positions is worked out again, later. */
    private static List<String> said(Workbook workbook) {
        return YesterdayTest.said(workbook).stream()
                .filter(line -> !line.startsWith("at the start "))
                .toList();
    }

    private List<String> saidOfSaved() {
        return said(folder.resolve("saved.zeroply"));
    }

    private static void overwrite(Path file, long at, byte[] bytes) throws IOException {
        byte[] all = Files.readAllBytes(file);
        System.arraycopy(bytes, 0, all, (int) at, bytes.length);
        Files.write(file, all);
    }

    private static void assertNothingDangles(Path file) throws SQLException {
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement();
                var rows = statement.executeQuery("pragma foreign_key_check")) {
            assertThat(rows.next()).as("a row names one that is not there").isFalse();
        }
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement();
                var rows = statement.executeQuery("pragma integrity_check(1)")) {
            rows.next();
            assertThat(rows.getString(1)).isEqualTo("ok");
        }
    }

    // ---- nothing is lost where everything is there

    @Test
    void whatIsWholeComesBackToTheLastWord() throws IOException {
        Path old = YesterdayTest.file(folder);
        rescue(old);
        List<String> ofTheOld = saidOfSaved();
        Books.open(old).close();
        Report report = rescue(old);
        assertThat(report.parts().values().stream().mapToLong(Saved::lost).sum())
                .isZero();
        List<String> said = said(old);
        assertThat(saidOfSaved()).isEqualTo(said);
        assertThat(ofTheOld).as("of an older version, too").isEqualTo(said);
    }

    @Test
    void theSchemaIsKnownWhereTheFileDoesNotTellIt() throws IOException, SQLException {
        Path file = everything();
        List<String> said =
                said(file).stream().filter(line -> !line.startsWith("waiting")).toList();
        byte[] first = Arrays.copyOf(Files.readAllBytes(file), PAGE);
        for (int kept : new int[] {100, 0}) {
            // With the header of the file, and without.
            byte[] damaged = Arrays.copyOf(Arrays.copyOf(first, kept), PAGE);
            overwrite(file, 0, damaged);
            Report report = rescue(file);
            assertThat(report.of("game").lost()).isZero();
            List<String> back = saidOfSaved().stream()
                    .filter(line -> !line.startsWith("waiting"))
                    .toList();
            assertThat(back).isEqualTo(said);
            assertNothingDangles(folder.resolve("saved.zeroply"));
        }
    }

    @Test
    void whatStandsInTheLogAloneComesBack() throws IOException {
        Path file = folder.resolve("open.zeroply");
        try (Workbook workbook = Books.open(file)) {
            Books.takeClub(workbook);
            Game last = Books.game("[White \"Oake, Tamsin\"]\n1.c4 e5 2.g3 *");
            long id = workbook.games().add(last, "add");
            // As a machine that lost its power leaves it.
            Path damaged = folder.resolve("damaged.zeroply");
            Files.copy(file, damaged);
            Files.copy(Copies.log(file), Copies.log(damaged));
            assertThat(rescue(damaged).of("game")).isEqualTo(new Saved(65, 0, 0));
            try (Workbook saved = Books.open(folder.resolve("saved.zeroply"))) {
                assertThat(saved.games().read(id).sameAs(last)).isTrue();
                assertThat(saved.games().undoState().undo()).isEqualTo("add");
            }
        }
    }

    // ---- a file that ends early

    @SuppressWarnings("ArrayRecordComponent") // never compared
    private record Kept(long id, byte[] content) {}

    /** Whether a game stands in the bytes that are left, behind the gap of its page, where bytes mean nothing. */
    private static boolean holds(byte[] bytes, byte[] content) {
        String all = new String(bytes, StandardCharsets.ISO_8859_1);
        String wanted = new String(content, StandardCharsets.ISO_8859_1);
        for (int at = all.indexOf(wanted); at >= 0; at = all.indexOf(wanted, at + 1)) {
            int page = at - at % PAGE;
            if (at % PAGE >= ((bytes[page + 5] & 0xFF) << 8 | bytes[page + 6] & 0xFF)) {
                return true;
            }
        }
        return false;
    }

    @ParameterizedTest
    @ValueSource(ints = {99, 90, 75, 50})
    void aFileThatEndsEarlyGivesWhatItsPagesHold(int percent) throws IOException, SQLException {
        Path file = folder.resolve("club.zeroply");
        List<Kept> games = new ArrayList<>();
        try (Workbook workbook = Books.open(file)) {
            Books.takeClub(workbook);
            for (long id : workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST)) {
                games.add(new Kept(id, workbook.read(handle -> GameShelf.blob(handle, id))));
            }
        }
        // A copy has no pages that were given up, on which games stand as they were.
        Path copy = folder.resolve("copy.zeroply");
        Workbook.copyOf(file, copy, Progress.SILENT, new Cancel());
        byte[] all = Files.readAllBytes(copy);
        byte[] left = Arrays.copyOf(all, all.length * percent / 100);
        Files.write(file, left);
        Report report = rescue(file);
        List<Kept> there =
                games.stream().filter(game -> holds(left, game.content())).toList();
        try (Workbook saved = Books.open(folder.resolve("saved.zeroply"))) {
            for (Kept game : there) {
                assertThat(saved.games().read(game.id()).sameAs(GameBlob.read(game.content())))
                        .isTrue();
                assertThat(saved.games().find("hollow", 99)).isNotEmpty();
            }
        }
        assertThat(report.of("game").saved()).isGreaterThanOrEqualTo(there.size());
        assertThat(report.of("game").saved() + report.of("game").lost())
                .as("none goes without a word as far as the highest is known")
                .isGreaterThanOrEqualTo(there.stream().mapToLong(Kept::id).max().orElse(0));
        assertNothingDangles(folder.resolve("saved.zeroply"));
    }

    // ---- one page

    /** A page of nonsense anywhere: nothing throws, nothing is invented, and all that is not said any more is counted. */
    private void onePageAtATime(int pages, long seed) throws IOException, SQLException {
        Path file = everything();
        byte[] whole = Files.readAllBytes(file);
        List<String> said = said(file);
        Report complete = rescue(file);
        Random random = new Random(seed);
        for (int i = 0; i < pages; i++) {
            int page = random.nextInt(whole.length / PAGE);
            byte[] nonsense = new byte[PAGE];
            if (random.nextBoolean()) {
                random.nextBytes(nonsense);
            }
            byte[] damaged = whole.clone();
            System.arraycopy(nonsense, 0, damaged, page * PAGE, PAGE);
            Files.write(file, damaged);
            Report report = rescue(file);
            assertNothingDangles(folder.resolve("saved.zeroply"));
            for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
                Saved saved = report.of(kind.name());
                long listed;
                try (Workbook workbook = Books.open(folder.resolve("saved.zeroply"))) {
                    listed = workbook.read(handle -> Revisions.states(handle, kind).stream()
                            .filter(state -> !state.hidden())
                            .count());
                }
                assertThat(saved.saved()).as("page %d, %s", page, kind.name()).isEqualTo(listed);
            }
            // What was calculated is calculated again, and settings go back to the usual ones, without a word.
            boolean isComplete = report.of("study").equals(complete.of("study"))
                    && report.of("setting").equals(complete.of("setting"));
            if (isComplete && report.parts().values().stream().allMatch(part -> part.lost() + part.missing() == 0)) {
                List<String> back = new ArrayList<>(saidOfSaved());
                back.removeAll(said);
                assertThat(back)
                        .as("page %d: what is said is what was said, but for what undo has lost", page)
                        .allMatch(line -> line.startsWith("undo ") || line.startsWith("waiting"));
            }
        }
    }

    @Test
    void nonsenseOnAPageCostsNoMoreThanWhatStoodThere() throws IOException, SQLException {
        onePageAtATime(8, 20261130);
    }

    @Tag("long")
    @Test
    void nonsenseOnAnyPageCostsNoMoreThanWhatStoodThere() throws IOException, SQLException {
        onePageAtATime(500, 20261201);
    }

    @Test
    void whatIsLostIsToldByName() throws IOException, SQLException {
        Path file = folder.resolve("club.zeroply");
        try (Workbook workbook = Books.open(file)) {
            Books.takeClub(workbook);
        }
        int leaf = leafOf(file, "content");
        overwrite(file, (long) (leaf - 1) * PAGE, new byte[PAGE]);
        Report report = rescue(file);
        assertThat(report.of("game").saved() + report.of("game").lost()).isEqualTo(64);
        assertThat(report.lostOf("game"))
                .hasSize((int) report.of("game").lost())
                .allMatch(name -> name.contains(" – "));
    }

    /** The first leaf below the root of a table. */
    private static int leafOf(Path file, String table) throws SQLException, IOException {
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement();
                var rows = statement.executeQuery("select rootpage from sqlite_master where name = '" + table + "'")) {
            rows.next();
            byte[] all = Files.readAllBytes(file);
            int root = (rows.getInt(1) - 1) * PAGE;
            assertThat(all[root]).as("an interior page of a table").isEqualTo((byte) 5);
            int cell = root + ((all[root + 12] & 0xFF) << 8 | all[root + 13] & 0xFF);
            return (all[cell + 2] & 0xFF) << 8 | all[cell + 3] & 0xFF;
        }
    }

    @Test
    void theDamagedFileIsNeverWrittenTo() throws IOException {
        Path file = everything();
        assertThatThrownBy(() -> Workbook.rescue(file, file, Books.CLOCK, Progress.SILENT, new Cancel()))
                .isInstanceOf(IOException.class);
        byte[] before = Files.readAllBytes(file);
        rescue(file);
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
    }

    // ---- the pages against SQLite

    @Test
    void everyRowIsReadAsSqliteReadsIt() throws IOException, SQLException {
        Path file = everything();
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement();
                PageFile pages = PageFile.open(file, Copies.log(file))) {
            Trees trees = new Trees(pages);
            for (SchemaTable table : SchemaTable.of(connection)) {
                int root;
                try (var rows = statement.executeQuery(
                        "select rootpage from sqlite_master where name = '" + table.name() + "'")) {
                    rows.next();
                    root = rows.getInt(1);
                }
                List<String> read = new ArrayList<>();
                trees.follow(
                        root,
                        (rows, ofTable) -> rows.forEach(row -> {
                            assertThat(table.fits(row))
                                    .as("%s: %s", table.name(), row)
                                    .isTrue();
                            StringBuilder line = new StringBuilder();
                            for (int i = 0; i < row.values().size(); i++) {
                                line.append(text(
                                        table.columns().get(i).isRowid()
                                                ? Long.valueOf(row.id())
                                                : row.values().get(i)));
                            }
                            // Rows that were written before the last columns came end early.
                            line.repeat(
                                    "null|",
                                    table.columns().size() - row.values().size());
                            read.add(line.toString());
                        }));
                List<String> known = new ArrayList<>();
                String columns = String.join(
                        ", ",
                        table.columns().stream().map(SchemaTable.Column::name).toList());
                try (var rows = statement.executeQuery("select " + columns + " from " + table.name())) {
                    while (rows.next()) {
                        StringBuilder line = new StringBuilder();
                        for (int i = 1; i <= table.columns().size(); i++) {
                            Object value = rows.getObject(i);
                            line.append(text(value instanceof Integer number ? Long.valueOf(number) : value));
                        }
                        known.add(line.toString());
                    }
                }
                assertThat(read).as(table.name()).containsExactlyInAnyOrderElementsOf(known);
            }
        }
    }

    private static String text(Object value) {
        return (value instanceof byte[] bytes ? Arrays.toString(bytes) : String.valueOf(value)) + "|";
    }
}
