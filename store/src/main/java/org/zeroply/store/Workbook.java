package org.zeroply.store;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jdbi.v3.core.statement.Update;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.store.Opening.Reason;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * An open workbook. Every edit is one transaction and safe on disk when its method returns.
 *
 * <p>Any thread may call any method. There is one writer: a fair lock lets edits in between the batches of an import,
 * which last at most 50 ms each. Reads run beside it on connections of their own. Only one process holds a workbook.
 */
public final class Workbook implements AutoCloseable {
    /** The document that the journal keeps for what appears in and disappears from the list of games. */
    private static final String GAMES = "games";

    private static final long LONGEST_BATCH_NANOS = 40_000_000;
    private static final int MOST_FAULTS = 1_000;
    private static final int LONGEST_JOURNAL = 300;

    private static final String SUMMARY = "id, white, black, event, site, date, round, result, plies, remarks";
    private static final RowMapper<GameSummary> SUMMARY_MAPPER = (rows, context) -> new GameSummary(
            rows.getLong(1),
            rows.getString(2),
            rows.getString(3),
            rows.getString(4),
            rows.getString(5),
            rows.getString(6),
            rows.getString(7),
            rows.getString(8),
            rows.getInt(9),
            rows.getInt(10));

    private final Path file;
    private final Clock clock;
    private final WorkbookFile.Hold hold;
    private final Connection writing;
    private final Jdbi writer;
    private final Jdbi reader;
    private final ReentrantLock writeLock = new ReentrantLock(true);

    private Workbook(Path file, Clock clock, WorkbookFile.Hold hold) throws SQLException {
        this.file = file;
        this.clock = clock;
        this.hold = hold;
        writing = WorkbookFile.source(file).getConnection();
        writer = Jdbi.create(writing);
        reader = Jdbi.create(WorkbookFile.source(file));
    }

    /** Opens a workbook, or makes an empty one where no file is yet. */
    public static Opening open(Path file, Clock clock) {
        WorkbookFile.Hold hold = null;
        try {
            hold = WorkbookFile.hold(file);
            if (hold == null) {
                return new Opening.Refused(Reason.IN_USE, file.toString());
            }
            if (Files.exists(file)) {
                Opening.Refused refused = WorkbookFile.inspect(file);
                if (refused != null) {
                    hold.close();
                    return refused;
                }
                int version = WorkbookFile.versionChecked(file);
                if (version > WorkbookFile.VERSION) {
                    hold.close();
                    return new Opening.Refused(Reason.NEWER_VERSION, Integer.toString(version));
                }
                if (version < WorkbookFile.VERSION) {
                    WorkbookFile.migrateWithBackup(file, version);
                }
            } else {
                WorkbookFile.create(file);
            }
            return new Opening.Opened(new Workbook(file, clock, hold));
        } catch (SQLException damaged) {
            closeQuietly(hold);
            return new Opening.Refused(Reason.DAMAGED, String.valueOf(damaged.getMessage()));
        } catch (IOException noAccess) {
            closeQuietly(hold);
            return new Opening.Refused(Reason.NO_ACCESS, noAccess.toString());
        }
    }

    private static void closeQuietly(WorkbookFile.@Nullable Hold hold) {
        if (hold != null) {
            try {
                hold.close();
            } catch (IOException alsoFailed) {
                // The reason for refusing is already known and more telling.
            }
        }
    }

    public Path file() {
        return file;
    }

    /** The one way to write: one transaction, alone. */
    private <T> T write(Function<Handle, T> work) {
        writeLock.lock();
        try {
            return writer.inTransaction(work::apply);
        } catch (RuntimeException failed) {
            throw wrapped(failed);
        } finally {
            writeLock.unlock();
        }
    }

    private <T> T read(Function<Handle, T> work) {
        try {
            return reader.withHandle(work::apply);
        } catch (RuntimeException failed) {
            throw wrapped(failed);
        }
    }

    private static WorkbookException wrapped(RuntimeException failed) {
        return failed instanceof WorkbookException known
                ? known
                : new WorkbookException(String.valueOf(failed.getMessage()), failed);
    }

    // ---- games

    /** How many games there are. */
    public long count() {
        return read(handle -> handle.createQuery("select count(*) from game where hidden = 0")
                .mapTo(Long.class)
                .one());
    }

    /**
     * The games in which every word of the text occurs in a name, event, site, date or result; newest date first, and
     * later imports first within a date.
     */
    public List<GameSummary> find(String text, int limit) {
        List<String> words = Arrays.stream(text.toLowerCase(Locale.ROOT).strip().split("\\s+"))
                .filter(word -> !word.isEmpty())
                .toList();
        String condition = words.stream()
                .map(word -> " and instr(lower(white || ' ' || black || ' ' || event || ' ' || site || ' ' || date"
                        + " || ' ' || result), ?) > 0")
                .collect(Collectors.joining());
        return read(handle -> {
            var query = handle.createQuery("select " + SUMMARY + " from game where hidden = 0" + condition
                    + " order by date desc, id desc limit " + limit);
            for (int i = 0; i < words.size(); i++) {
                query.bind(i, words.get(i));
            }
            return query.map(SUMMARY_MAPPER).list();
        });
    }

    public Optional<GameSummary> summary(long id) {
        return read(handle -> handle.createQuery("select " + SUMMARY + " from game where id = ?")
                .bind(0, id)
                .map(SUMMARY_MAPPER)
                .findOne());
    }

    /** Whether a game is in the list: it exists and was not removed. */
    public boolean isListed(long id) {
        return read(handle -> handle.createQuery("select count(*) from game where id = ? and hidden = 0")
                        .bind(0, id)
                        .mapTo(Long.class)
                        .one()
                > 0);
    }

    /**
     * @throws WorkbookException if there is no such game, or it is damaged
     */
    public Game game(long id) {
        return read(handle -> GameBlob.read(blob(handle, id)));
    }

    private static byte[] blob(Handle handle, long id) {
        return handle.createQuery("select content from game where id = ?")
                .bind(0, id)
                .mapTo(byte[].class)
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no game " + id));
    }

    /** Adds a game and gives its id; undone from the list of games. */
    public long add(Game game, String label) {
        return write(handle -> {
            long id = insert(handle, game, null);
            journalOfGames(handle, label, "ids " + id, null);
            return id;
        });
    }

    private long insert(Handle handle, Game game, @Nullable Long batch) {
        GameColumns columns = GameColumns.of(game);
        return columns.bindTo(handle.createUpdate("insert into game (white, black, event, site, date, round, result,"
                        + " plies, remarks, same_moves, batch, content) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)"))
                .bind(10, batch)
                .bind(11, GameBlob.write(game))
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one();
    }

    private static void update(Handle handle, long id, byte[] blob) {
        GameColumns columns = GameColumns.of(GameBlob.read(blob));
        columns.bindTo(handle.createUpdate("update game set white = ?, black = ?, event = ?, site = ?, date = ?,"
                        + " round = ?, result = ?, plies = ?, remarks = ?, same_moves = ?, content = ? where id = ?"))
                .bind(10, blob)
                .bind(11, id)
                .execute();
    }

    /** Takes games off the list; undone from the list of games. */
    public void remove(List<Long> ids, String label) {
        write(handle -> {
            String moved = "ids " + ids.stream().map(String::valueOf).collect(Collectors.joining(" "));
            show(handle, moved, false);
            journalOfGames(handle, label, null, moved);
            return true;
        });
    }

    /** The searchable columns of a game, worked out from it. */
    private record GameColumns(
            String white,
            String black,
            String event,
            String site,
            String date,
            String round,
            String result,
            int plies,
            int remarks,
            long sameMoves) {
        /** Binds all of them in their order, from place 0 to 9. */
        Update bindTo(Update update) {
            return update.bind(0, white)
                    .bind(1, black)
                    .bind(2, event)
                    .bind(3, site)
                    .bind(4, date)
                    .bind(5, round)
                    .bind(6, result)
                    .bind(7, plies)
                    .bind(8, remarks)
                    .bind(9, sameMoves);
        }

        static GameColumns of(Game game) {
            String white = game.tags().known("White");
            String black = game.tags().known("Black");
            List<Integer> line = game.tree().mainLine();
            int remarks = 0;
            for (GameNode node : game.tree().table()) {
                if (node != null
                        && (!node.after().isEmpty()
                                || !node.before().isEmpty()
                                || !node.signs().isEmpty()
                                || node.children().size() > 1)) {
                    remarks++;
                }
            }
            return new GameColumns(
                    white,
                    black,
                    game.tags().known("Event"),
                    game.tags().known("Site"),
                    game.tags().known("Date"),
                    game.tags().known("Round"),
                    game.result().text(),
                    line.size(),
                    remarks,
                    sameMoves(game, white, black, line));
        }

        /** Equal for games of the same players with the same start and main line: 64 bits of a SHA-256. */
        private static long sameMoves(Game game, String white, String black, List<Integer> line) {
            StringBuilder text = new StringBuilder();
            text.append(white.toLowerCase(Locale.ROOT)).append('\n').append(black.toLowerCase(Locale.ROOT));
            text.append('\n').append(game.tree().start().key());
            for (int id : line) {
                text.append(game.tree().node(id).played());
            }
            try {
                byte[] hash = MessageDigest.getInstance("SHA-256")
                        .digest(text.toString().getBytes(StandardCharsets.UTF_8));
                return java.nio.ByteBuffer.wrap(hash).getLong();
            } catch (NoSuchAlgorithmException impossible) {
                throw new IllegalStateException(impossible);
            }
        }
    }

    // ---- edits of a game, undo and redo

    private static String document(long game) {
        return "game:" + game;
    }

    /**
     * Keeps an edited game.
     *
     * @param edit names the place that was edited; a further edit of the same place joins the one before, so that a note
     *     typed in several goes is undone in one; empty for an edit that stands alone
     * @param label how the status line names the edit
     */
    public void save(long id, Game game, String edit, String label) {
        write(handle -> {
            byte[] before = blob(handle, id);
            byte[] after = GameBlob.write(game);
            if (!Arrays.equals(before, after)) {
                update(handle, id, after);
                journalOfGame(handle, document(id), edit, label, before, after);
            }
            return true;
        });
    }

    private static void journalOfGame(
            Handle handle, String document, String edit, String label, byte[] before, byte[] after) {
        forgetUndone(handle, document);
        int joined = edit.isEmpty()
                ? 0
                : handle.createUpdate("update journal set blob_after = ?, label = ? where edit = ? and id ="
                                + " (select max(id) from journal where document = ?)")
                        .bind(0, after)
                        .bind(1, label)
                        .bind(2, edit)
                        .bind(3, document)
                        .execute();
        if (joined == 0) {
            handle.createUpdate("insert into journal (document, edit, label, blob_before, blob_after)"
                            + " values (?, ?, ?, ?, ?)")
                    .bind(0, document)
                    .bind(1, edit)
                    .bind(2, label)
                    .bind(3, before)
                    .bind(4, after)
                    .execute();
        }
        trim(handle, document);
    }

    private static void journalOfGames(Handle handle, String label, @Nullable String shows, @Nullable String hides) {
        forgetUndone(handle, GAMES);
        handle.createUpdate("insert into journal (document, edit, label, shows, hides) values (?, '', ?, ?, ?)")
                .bind(0, GAMES)
                .bind(1, label)
                .bind(2, shows)
                .bind(3, hides)
                .execute();
        trim(handle, GAMES);
    }

    private static void forgetUndone(Handle handle, String document) {
        handle.createUpdate("delete from journal where document = ? and undone = 1")
                .bind(0, document)
                .execute();
    }

    private static void trim(Handle handle, String document) {
        handle.createUpdate("delete from journal where document = ? and id <= (select id from journal where document"
                        + " = ? order by id desc limit 1 offset " + LONGEST_JOURNAL + ")")
                .bind(0, document)
                .bind(1, document)
                .execute();
    }

    /** What undo and redo would do to a game. */
    public UndoState undoState(long game) {
        return undoState(document(game));
    }

    /** What undo and redo would do to the list of games. */
    public UndoState undoState() {
        return undoState(GAMES);
    }

    private UndoState undoState(String document) {
        return read(handle -> new UndoState(
                step(handle, document, true).map(Step::label).orElse(null),
                step(handle, document, false).map(Step::label).orElse(null)));
    }

    /** Never compared, so the arrays do no harm. */
    @SuppressWarnings("ArrayRecordComponent")
    private record Step(
            long id,
            String label,
            byte @Nullable [] before,
            byte @Nullable [] after,
            @Nullable String shows,
            @Nullable String hides) {}

    /** The edit that undo takes back next, or that redo brings again. */
    private static Optional<Step> step(Handle handle, String document, boolean undo) {
        return handle.createQuery("select id, label, blob_before, blob_after, shows, hides from journal"
                        + " where document = ? and undone = " + (undo ? "0 order by id desc" : "1 order by id")
                        + " limit 1")
                .bind(0, document)
                .map((rows, context) -> new Step(
                        rows.getLong(1),
                        rows.getString(2),
                        rows.getBytes(3),
                        rows.getBytes(4),
                        rows.getString(5),
                        rows.getString(6)))
                .findOne();
    }

    private static void mark(Handle handle, Step step, boolean undone) {
        handle.createUpdate("update journal set undone = ?, edit = '' where id = ?")
                .bind(0, undone ? 1 : 0)
                .bind(1, step.id())
                .execute();
    }

    /** Takes the last edit of a game back and gives the game as it is then; empty if there is nothing to undo. */
    public Optional<Game> undo(long game) {
        return travel(game, true);
    }

    /** Brings an undone edit of a game again. */
    public Optional<Game> redo(long game) {
        return travel(game, false);
    }

    private Optional<Game> travel(long game, boolean undo) {
        return write(handle -> step(handle, document(game), undo).map(step -> {
            byte[] blob = undo ? step.before() : step.after();
            if (blob == null) {
                throw new WorkbookException("an edit in the journal has lost its game");
            }
            update(handle, game, blob);
            mark(handle, step, undo);
            return GameBlob.read(blob);
        }));
    }

    /** Takes the last import, addition or removal back; says whether there was one. */
    public boolean undoInList() {
        return travelInList(true);
    }

    public boolean redoInList() {
        return travelInList(false);
    }

    private boolean travelInList(boolean undo) {
        return write(handle -> step(handle, GAMES, undo)
                .map(step -> {
                    if (step.shows() != null) {
                        show(handle, step.shows(), !undo);
                    }
                    if (step.hides() != null) {
                        show(handle, step.hides(), undo);
                    }
                    mark(handle, step, undo);
                    return true;
                })
                .orElse(false));
    }

    /** Shows or hides games named as {@code batch 7} or {@code ids 3 4}. */
    private static void show(Handle handle, String named, boolean shown) {
        String[] words = named.split(" ");
        String column = words[0].equals("batch") ? "batch" : "id";
        for (String id : Arrays.asList(words).subList(1, words.length)) {
            handle.createUpdate("update game set hidden = ? where " + column + " = ?")
                    .bind(0, shown ? 0 : 1)
                    .bind(1, Long.parseLong(id))
                    .execute();
        }
    }

    // ---- files in and out

    /**
     * Takes the games of a PGN file in, in batches of at most 50 ms, so that edits get in between. Progress counts games.
     *
     * @param label how the status line names the import when it can be undone
     */
    public ImportReport importPgn(Path pgn, String label, Progress progress, Cancel cancel) throws IOException {
        long size = Math.max(1, Files.size(pgn));
        try (InputStream in = Files.newInputStream(pgn)) {
            return importPgn(in, size, String.valueOf(pgn.getFileName()), label, progress, cancel);
        }
    }

    /**
     * @param size the length of the stream in bytes, for the progress
     */
    public ImportReport importPgn(
            InputStream in, long size, String name, String label, Progress progress, Cancel cancel) throws IOException {
        PgnReader pgn = new PgnReader(in);
        Tally tally = new Tally();
        long batch = write(handle -> {
            long id = handle.createUpdate("insert into batch (file, begun) values (?, ?)")
                    .bind(0, name)
                    .bind(1, clock.instant().toString())
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            journalOfGames(handle, label, "batch " + id, null);
            return id;
        });
        boolean more = true;
        while (more && !cancel.isWished()) {
            more = importSome(pgn, batch, tally, cancel);
            progress.at(Math.min(1, (double) pgn.position() / size), tally.added + tally.alreadyThere);
        }
        if (tally.added == 0) {
            write(handle -> handle.createUpdate("delete from journal where document = ? and shows = ?")
                    .bind(0, GAMES)
                    .bind(1, "batch " + batch)
                    .execute());
        }
        return new ImportReport(
                name,
                tally.added,
                tally.alreadyThere,
                tally.otherRemarks,
                tally.skipped,
                tally.faults,
                tally.faultCount,
                more,
                batch);
    }

    private static final class Tally {
        long added;
        long alreadyThere;
        long otherRemarks;
        long skipped;
        long faultCount;
        final List<PgnFault> faults = new ArrayList<>();

        void faults(List<PgnFault> found) {
            faultCount += found.size();
            for (PgnFault fault : found) {
                if (faults.size() < MOST_FAULTS) {
                    faults.add(fault);
                }
            }
        }
    }

    /** One batch, one transaction; false at the end of the file. */
    private boolean importSome(PgnReader pgn, long batch, Tally tally, Cancel cancel) throws IOException {
        long end = System.nanoTime() + LONGEST_BATCH_NANOS;
        List<PgnEntry> entries = new ArrayList<>();
        boolean more = true;
        // Reading and checking the moves needs no lock; only what was read in half of the time is written in the other.
        long readEnd = end - LONGEST_BATCH_NANOS / 2;
        while (more && System.nanoTime() < readEnd && !cancel.isWished()) {
            PgnEntry entry = pgn.next();
            more = entry != null;
            if (entry != null) {
                entries.add(entry);
            }
        }
        write(handle -> {
            for (PgnEntry entry : entries) {
                take(handle, entry, batch, tally);
            }
            return true;
        });
        return more;
    }

    private void take(Handle handle, PgnEntry entry, long batch, Tally tally) {
        tally.faults(entry.faults());
        switch (entry) {
            case PgnEntry.Skipped skipped -> tally.skipped++;
            case PgnEntry.Read read -> {
                List<byte[]> alike = handle.createQuery("select content from game where same_moves = ? and hidden = 0")
                        .bind(0, GameColumns.of(read.game()).sameMoves())
                        .mapTo(byte[].class)
                        .list();
                if (alike.stream().anyMatch(blob -> GameBlob.read(blob).sameAs(read.game()))) {
                    tally.alreadyThere++;
                    return;
                }
                insert(handle, read.game(), batch);
                tally.added++;
                if (!alike.isEmpty()) {
                    tally.otherRemarks++;
                }
            }
        }
    }

    /** Writes games to a PGN file; the file appears complete or not at all. Progress counts games. */
    public long exportPgn(List<Long> ids, Path target, Progress progress, Cancel cancel) throws IOException {
        Path draft = Files.createTempFile(
                target.toAbsolutePath().getParent(), String.valueOf(target.getFileName()), ".part");
        try {
            long done = 0;
            try (var out = Files.newBufferedWriter(draft, StandardCharsets.UTF_8)) {
                for (long id : ids) {
                    if (cancel.isWished()) {
                        return done;
                    }
                    PgnWriter.write(game(id), out);
                    progress.at((double) ++done / ids.size(), done);
                }
            }
            Files.move(draft, target, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            return done;
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    // ---- settings

    /** A setting that belongs to the workbook, not to the machine. */
    public Optional<String> setting(String name) {
        return read(handle -> handle.createQuery("select value from setting where name = ?")
                .bind(0, name)
                .mapTo(String.class)
                .findOne());
    }

    public void setting(String name, String value) {
        write(handle -> handle.createUpdate("insert into setting (name, value) values (?, ?) on conflict (name) do"
                        + " update set value = excluded.value")
                .bind(0, name)
                .bind(1, value)
                .execute());
    }

    /** Writes the log back into the file and lets go of it. */
    @Override
    public void close() {
        writeLock.lock();
        try {
            try (var statement = writing.createStatement()) {
                statement.execute("pragma wal_checkpoint(truncate)");
            } finally {
                try {
                    writing.close();
                } finally {
                    hold.close();
                }
            }
        } catch (SQLException | IOException failed) {
            throw new WorkbookException("the workbook did not close cleanly: " + failed.getMessage(), failed);
        } finally {
            writeLock.unlock();
        }
    }
}
