package org.zeroply.store;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Function;
import java.util.function.LongPredicate;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jdbi.v3.core.statement.Query;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LessonReport;
import org.zeroply.analysis.Study;
import org.zeroply.gametree.Game;
import org.zeroply.ledger.Pattern;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.WorkbookOpening.Reason;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * An open workbook. Every edit is one transaction and safe on disk when its method returns.
 *
 * <p>Any thread may call any method. There is one writer: a fair lock lets edits in between the batches of an import,
 * which last at most 50 ms each. Reads run beside it on connections of their own. Only one process holds a workbook.
 */
public final class Workbook implements AutoCloseable {
    /** Where more games came to a position than this, an earlier one is among them. */
    private static final int FEW_TO_COMPARE = 300;

    /** The document that the journal keeps for what appears in and disappears from the list of games. */
    private static final String GAMES = "games";

    /** Up to so many games are asked for by their ids. */
    private static final int FEW_MATCHES = 1_000;

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
    private final @Nullable Object identity;
    private final Connection writing;
    private final Jdbi writer;
    private final Readers readers;
    private final Jdbi reader;
    private final ReentrantLock writeLock = new ReentrantLock(true);

    private Workbook(Path file, Clock clock, WorkbookFile.Hold hold) throws SQLException {
        this.file = file;
        this.clock = clock;
        this.hold = hold;
        identity = WorkbookFile.identity(file);
        writing = WorkbookFile.source(file).getConnection();
        writer = Jdbi.create(writing);
        readers = new Readers(WorkbookFile.source(file));
        reader = Jdbi.create(readers);
    }

    /** Opens a workbook, or makes an empty one where no file is yet. */
    public static WorkbookOpening open(Path file, Clock clock) {
        WorkbookFile.Hold hold = null;
        try {
            hold = WorkbookFile.hold(file);
            if (hold == null) {
                return new WorkbookOpening.Refused(Reason.IN_USE, file.toString());
            }
            if (Files.exists(file)) {
                WorkbookOpening.Refused refused = WorkbookFile.inspect(file);
                if (refused != null) {
                    hold.close();
                    return refused;
                }
                int version = WorkbookFile.versionChecked(file);
                if (version > WorkbookFile.VERSION) {
                    hold.close();
                    return new WorkbookOpening.Refused(Reason.NEWER_VERSION, Integer.toString(version));
                }
                if (version < WorkbookFile.VERSION) {
                    WorkbookFile.migrateWithBackup(file, clock);
                }
            } else {
                WorkbookFile.create(file);
            }
            return new WorkbookOpening.Opened(new Workbook(file, clock, hold));
        } catch (SQLException damaged) {
            closeQuietly(hold);
            return new WorkbookOpening.Refused(Reason.DAMAGED, String.valueOf(damaged.getMessage()));
        } catch (IOException noAccess) {
            closeQuietly(hold);
            return new WorkbookOpening.Refused(Reason.NO_ACCESS, noAccess.toString());
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
    <T> T write(Function<Handle, T> work) {
        writeLock.lock();
        try {
            if (!Objects.equals(identity, WorkbookFile.identity(file))) {
                // SQLite would go on writing to a file that nobody will find again.
                throw new WorkbookException(
                        WorkbookException.Fault.GONE, file + " is not there any more", new NoSuchFileException(""));
            }
            return writer.inTransaction(work::apply);
        } catch (RuntimeException failed) {
            throw wrapped(failed);
        } finally {
            writeLock.unlock();
        }
    }

    <T> T read(Function<Handle, T> work) {
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

    /** The first games of the list that have all these words; see {@link GameFilter}. */
    public List<GameSummary> find(String words, int limit) {
        return read(handle -> {
            long[] ids = ids(handle, GameFilter.words(words), GameOrder.NEWEST_FIRST, limit);
            return summaries(handle, ids);
        });
    }

    /** The ids of all games that a filter leaves, in order. */
    public long[] ids(GameFilter filter, GameOrder order) {
        return read(handle -> ids(handle, filter, order, Integer.MAX_VALUE));
    }

    private static long[] ids(Handle handle, GameFilter filter, GameOrder order, int limit) {
        GameFilter.Sql sql = filter.sql();
        String condition = sql.condition();
        LongPredicate wanted =
                id -> filter.reached() == null || filter.reached().contains(id);
        if (!filter.match().isEmpty()) {
            long[] matching = longs(handle.createQuery("select rowid from words where words match ? order by rowid")
                    .bind(0, filter.match()));
            if (matching.length <= FEW_MATCHES) {
                condition += " and id in (" + joined(matching) + ")";
            } else {
                // Passing over an ordered index and looking each game up here beats sorting what matched.
                wanted = wanted.and(id -> Arrays.binarySearch(matching, id) >= 0);
            }
        }
        Query query = handle.createQuery("select id from game where " + condition + " order by " + order.sql());
        for (int i = 0; i < sql.values().size(); i++) {
            query.bind(i, sql.values().get(i));
        }
        return Arrays.stream(longs(query)).filter(wanted).limit(limit).toArray();
    }

    private static long[] longs(Query query) {
        return query.scanResultSet((rows, context) -> {
            try (context) {
                LongStream.Builder values = LongStream.builder();
                ResultSet each = rows.get();
                while (each.next()) {
                    values.add(each.getLong(1));
                }
                return values.build().toArray();
            }
        });
    }

    private static String joined(long[] ids) {
        return LongStream.of(ids).mapToObj(Long::toString).collect(Collectors.joining(","));
    }

    /** A name that games have, and how many. */
    public record Player(String name, long games) {}

    /** The players whose names have all these words, by their beginnings; who has most games first. */
    public List<Player> players(String words, int limit) {
        String white = GameFilter.in("white", words);
        String black = GameFilter.in("black", words);
        if (white.isEmpty()) {
            return List.of();
        }
        return read(handle -> handle.createQuery("select name, count(*) as games from ("
                        + "select white as name from game where hidden = 0"
                        + " and id in (select rowid from words where words match ?)"
                        + " union all select black from game where hidden = 0"
                        + " and id in (select rowid from words where words match ?))"
                        + " group by name order by games desc, name limit " + limit)
                .bind(0, white)
                .bind(1, black)
                .map((rows, context) -> new Player(rows.getString(1), rows.getLong(2)))
                .list());
    }

    /** What the list shows of these games, in their order; games that are gone are left out. */
    public List<GameSummary> summaries(long[] ids) {
        return read(handle -> summaries(handle, ids));
    }

    private static List<GameSummary> summaries(Handle handle, long[] ids) {
        Map<Long, GameSummary> found = new HashMap<>();
        handle.createQuery("select " + SUMMARY + " from game where id in (" + joined(ids) + ")")
                .map(SUMMARY_MAPPER)
                .forEach(game -> found.put(game.id(), game));
        return LongStream.of(ids)
                .mapToObj(found::get)
                .filter(game -> game != null)
                .toList();
    }

    // ---- positions and patterns

    /** How many games the position index has still to go over. */
    public long waitingForIndex() {
        return read(PositionIndex::waiting);
    }

    /** Whether so many games wait that going over them is worth it now. */
    public boolean wantsIndexing() {
        return waitingForIndex() > PositionIndex.FEW;
    }

    /** Goes over the games that wait, in short steps; what is done stays done if it is cancelled. */
    public void fillIndex(Progress progress, Cancel cancel) {
        new PositionIndex(this).fill(progress, cancel);
    }

    /**
     * Which games reached a position in their first 40 moves, and what was played there.
     *
     * @param among only of these games; null for all that are listed
     */
    public PositionGames at(Position position, @Nullable Reached among) {
        return new PositionIndex(this).at(position.key(), among);
    }

    /**
     * Where a game left what earlier games of the workbook had played: the half-moves of its main line after which none of
     * them stood, at most as deep as positions are indexed. A game is earlier by its date, or by when it was taken in.
     *
     * @param line the positions of its main line, the start first
     * @return empty if every position was known, or if games still wait to be indexed
     */
    public OptionalInt firstNew(long id, List<Position> line) {
        for (int ply = 1; ply < Math.min(line.size(), PositionIndex.DEEPEST + 1); ply++) {
            PositionGames here = at(line.get(ply), null);
            if (here.pending() > 0) {
                return OptionalInt.empty();
            }
            List<Long> others =
                    here.games().ids().filter(other -> other != id).boxed().toList();
            if (others.size() <= FEW_TO_COMPARE && !isAnyEarlier(others, id)) {
                return OptionalInt.of(ply);
            }
        }
        return OptionalInt.empty();
    }

    private boolean isAnyEarlier(List<Long> others, long id) {
        return !others.isEmpty()
                && read(handle -> handle.createQuery("select count(*) from game, game as this where this.id = :id"
                                        + " and game.id in (<others>)"
                                        + " and (game.date < this.date or game.date = this.date and game.id < this.id)")
                                .bind("id", id)
                                .bindList("others", others)
                                .mapTo(Long.class)
                                .one()
                        > 0);
    }

    /** Goes over the main lines of all listed games for a pattern; empty if cancelled. Progress counts games. */
    public Optional<Reached> search(Pattern pattern, Progress progress, Cancel cancel) {
        return read(handle -> PatternSearch.run(handle, pattern, progress, cancel));
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

    static byte[] blob(Handle handle, long id) {
        return handle.createQuery("select bytes from content where id = ?")
                .bind(0, id)
                .mapTo(byte[].class)
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no game " + id));
    }

    /** Adds a game and gives its id; undone from the list of games. */
    public long add(Game game, String label) {
        return write(handle -> {
            long id = GameColumns.insert(handle, game, GameColumns.of(game), null);
            Journal.list(handle, GAMES, label, "ids " + id, null);
            return id;
        });
    }

    /** Adds a game of a rescue, which is no step of undo. */
    void take(Game game) {
        write(handle -> GameColumns.insert(handle, game, GameColumns.of(game), null));
    }

    /** Takes games off the list; undone from the list of games. */
    public void remove(List<Long> ids, String label) {
        write(handle -> {
            String moved = "ids " + ids.stream().map(String::valueOf).collect(Collectors.joining(" "));
            show(handle, moved, false);
            Journal.list(handle, GAMES, label, null, moved);
            return true;
        });
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
            keep(handle, id, blob(handle, id), GameBlob.write(game), edit, label);
            return true;
        });
    }

    /** Keeps a game as part of a merge, undone as an edit of its own. */
    void keep(Handle handle, long id, Game before, Game after, String label) {
        keep(handle, id, GameBlob.write(before), GameBlob.write(after), "", label);
    }

    private static void keep(Handle handle, long id, byte[] before, byte[] after, String edit, String label) {
        if (!Arrays.equals(before, after)) {
            GameColumns.update(handle, id, after);
            Journal.edit(handle, document(id), edit, label, before, after);
        }
    }

    /** Says in the journal of the list that a game was removed by a merge. */
    void journalOfRemoval(Handle handle, long id, String label) {
        Journal.list(handle, GAMES, label, null, "ids " + id);
    }

    /** Whether a game is listed already, to the last remark. */
    static boolean holds(Handle handle, Game game, GameColumns columns) {
        return alike(handle, columns).stream().anyMatch(each -> each.sameAs(game));
    }

    /** The listed games with the same players and moves. */
    static List<Game> alike(Handle handle, GameColumns columns) {
        return handle.createQuery("select bytes from content join game using (id) where same_moves = ? and hidden = 0")
                .bind(0, columns.sameMoves())
                .mapTo(byte[].class)
                .map(GameBlob::read)
                .list();
    }

    /** What undo and redo would do to a game. */
    public UndoState undoState(long game) {
        return read(handle -> Journal.undoState(handle, document(game)));
    }

    /** What undo and redo would do to the list of games. */
    public UndoState undoState() {
        return read(handle -> Journal.undoState(handle, GAMES));
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
        return write(handle -> Journal.step(handle, document(game), undo).map(step -> {
            byte[] blob = undo ? step.before() : step.after();
            if (blob == null) {
                throw new WorkbookException("an edit in the journal has lost its game");
            }
            GameColumns.update(handle, game, blob);
            Journal.mark(handle, step, undo);
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
        return write(handle -> Journal.travel(handle, GAMES, undo, (named, shown) -> show(handle, named, shown)));
    }

    /** Shows or hides games named as {@code batch 7} or {@code ids 3 4}. */
    private static void show(Handle handle, String named, boolean shown) {
        String[] words = named.split(" ");
        String column = words[0].equals("batch") ? "batch" : "id";
        for (String id : Arrays.asList(words).subList(1, words.length)) {
            Revisions.next(handle, column, Long.parseLong(id));
            handle.execute("update game set hidden = ? where " + column + " = ?", shown ? 0 : 1, Long.parseLong(id));
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
        return new PgnImport(this, in, size, name, label).run(progress, cancel);
    }

    /** Begins an import or a merge whose games come and go together; gives its id. */
    long beginBatch(String name, String label) {
        return write(handle -> {
            long id = handle.createUpdate("insert into batch (file, begun) values (?, ?)")
                    .bind(0, name)
                    .bind(1, clock.instant().toString())
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            Journal.list(handle, GAMES, label, "batch " + id, null);
            return id;
        });
    }

    /** Forgets a batch that brought nothing. */
    void dropBatch(long batch) {
        write(handle ->
                handle.execute("delete from journal where document = ? and shows = ?", GAMES, "batch " + batch));
    }

    /** Writes games to a PGN file; the file appears complete or not at all. Progress counts games. */
    public long exportPgn(List<Long> ids, Path target, Progress progress, Cancel cancel) throws IOException {
        return export(
                target,
                out -> {
                    long done = 0;
                    for (long id : ids) {
                        if (cancel.isRequested()) {
                            break;
                        }
                        PgnWriter.write(game(id), out);
                        progress.at((double) ++done / ids.size(), done);
                    }
                    return done;
                },
                cancel);
    }

    /** Writes what the list shows of games as a table (CSV); complete or not at all. Progress counts games. */
    public long exportTable(List<Long> ids, List<String> headings, Path target, Progress progress, Cancel cancel)
            throws IOException {
        return export(
                target,
                out -> {
                    long done = 0;
                    try (GameTable table = new GameTable(out, headings)) {
                        for (long id : ids) {
                            if (cancel.isRequested()) {
                                break;
                            }
                            for (GameSummary game : summaries(new long[] {id})) {
                                table.add(game);
                            }
                            progress.at((double) ++done / ids.size(), done);
                        }
                    }
                    return done;
                },
                cancel);
    }

    private interface Writing {
        long write(Writer out) throws IOException;
    }

    private static long export(Path target, Writing writing, Cancel cancel) throws IOException {
        long[] done = new long[1];
        WholeFile.write(target, stream -> {
            try (Writer out = new BufferedWriter(new OutputStreamWriter(stream, StandardCharsets.UTF_8))) {
                done[0] = writing.write(out);
            }
            return !cancel.isRequested();
        });
        return done[0];
    }

    // ---- copies

    /**
     * Copies the workbook as it is now; edits may go on meanwhile. Progress counts bytes.
     *
     * @return false if it was cancelled, and no copy was made
     */
    public boolean copyTo(Path target, Progress progress, Cancel cancel) {
        return overConnection(open -> Copies.copy(open, file, target, progress, cancel));
    }

    /** The backups of this workbook. */
    public Backups backups() {
        return new Backups(file, clock);
    }

    /**
     * Makes today's backup if there is none yet. Progress counts bytes.
     *
     * @return whether one was made
     */
    public boolean backUpDaily(Progress progress, Cancel cancel) {
        return overConnection(open -> backups().isDue() && backups().make(open, Backups.Kind.DAILY, progress, cancel));
    }

    private interface OverConnection<T> {
        T run(Connection open) throws IOException, SQLException;
    }

    private <T> T overConnection(OverConnection<T> work) {
        if (Objects.equals(identity, WorkbookFile.identity(file))) {
            return read(handle -> run(work, handle.getConnection()));
        }
        // Only what is open already can still reach the file.
        writeLock.lock();
        try {
            return run(work, writing);
        } finally {
            writeLock.unlock();
        }
    }

    private static <T> T run(OverConnection<T> work, Connection open) {
        try {
            return work.run(open);
        } catch (IOException | SQLException failed) {
            throw new WorkbookException(String.valueOf(failed.getMessage()), failed);
        }
    }

    /**
     * Takes over what was done to another copy of this workbook; see {@link MergeReport}. The other file is not changed.
     * Progress counts games.
     *
     * @param label how the status line names what the merge did when it can be undone
     */
    public MergeOpening merge(Path other, String label, Progress progress, Cancel cancel) throws IOException {
        Path scratch = Files.createTempDirectory("zeroply-merge");
        Path copy = scratch.resolve("other.zeroply");
        try {
            // A copy is merged, so that an older one can be migrated and the original stays as it is.
            Optional<WorkbookOpening.Refused> refused = copyOf(other, copy, progress, cancel);
            if (refused.isPresent()) {
                return new MergeOpening.Refused(refused.get());
            }
            return switch (open(copy, clock)) {
                case WorkbookOpening.Refused why -> new MergeOpening.Refused(why);
                case WorkbookOpening.Opened opened -> {
                    try (Workbook there = opened.workbook()) {
                        String name = String.valueOf(other.getFileName());
                        yield new MergeOpening.Merged(new Merge(this, there.reader, name, label).run(progress, cancel));
                    }
                }
            };
        } finally {
            Scratch.delete(scratch);
        }
    }

    /**
     * Copies a workbook that need not be open, and may be open elsewhere or in a place that cannot be written to.
     *
     * @return why it could not be done; empty if the copy is there, or if it was cancelled
     */
    public static Optional<WorkbookOpening.Refused> copyOf(Path from, Path target, Progress progress, Cancel cancel)
            throws IOException {
        if (!Files.isReadable(from)) {
            return Optional.of(new WorkbookOpening.Refused(Reason.NO_ACCESS, from.toString()));
        }
        WorkbookOpening.Refused refused = WorkbookFile.inspect(from);
        if (refused != null) {
            return Optional.of(refused);
        }
        try (Connection open = WorkbookFile.source(from).getConnection()) {
            Copies.copy(open, from, target, progress, cancel);
        } catch (SQLException notThisWay) {
            // A place without leave to write cannot be opened by SQLite; nobody writes there, so bytes will do.
            Copies.copyBytes(from, target);
        }
        return Optional.empty();
    }

    /**
     * Saves what can be read of a damaged workbook into a new one. Progress counts games.
     *
     * @return how many games came through, and how many are lost
     */
    public static Rescue.Report rescue(Path damaged, Path target, Clock clock, Progress progress, Cancel cancel)
            throws IOException {
        return Rescue.run(damaged, target, clock, progress, cancel);
    }

    // ---- studies

    /**
     * Keeps what was calculated of a position.
     *
     * @param analyst who calculated, see {@link org.zeroply.search.Analyst#name}
     * @param lines how many best lines were asked for
     * @param effort the level, the higher the more; a study of the same level is replaced
     */
    public void keep(Study study, String analyst, int lines, int effort) {
        write(handle -> handle.createUpdate("insert into study (position, analyst, lines, effort, content)"
                        + " values (?, ?, ?, ?, ?) on conflict do update set content = excluded.content")
                .bind(0, study.position().key())
                .bind(1, analyst)
                .bind(2, lines)
                .bind(3, effort)
                .bind(4, StudyText.write(study))
                .execute());
    }

    /** The kept study of a position by an analyst with the most effort, if it had at least this much. */
    public Optional<Study> study(Position position, String analyst, int lines, int effort) {
        return read(handle -> handle.createQuery("select content from study where position = ? and analyst = ?"
                                + " and lines = ? and effort >= ? order by effort desc limit 1")
                        .bind(0, position.key())
                        .bind(1, analyst)
                        .bind(2, lines)
                        .bind(3, effort)
                        .mapTo(String.class)
                        .findOne())
                .flatMap(text -> StudyText.read(position, text));
    }

    /** The games that wait to be judged. */
    public GameQueue queue() {
        return new GameQueue(this);
    }

    /** The repertoires. */
    public RepertoireShelf repertoires() {
        return new RepertoireShelf(this);
    }

    /** The papers with their tasks. */
    public PaperShelf papers() {
        return new PaperShelf(this);
    }

    /** Students and their sittings. */
    public SittingShelf sittings() {
        return new SittingShelf(this);
    }

    // ---- lesson reports

    /** Keeps what the coach made of the lesson report of a game; replaces what there was. */
    public void keepReport(long game, LessonReport report) {
        write(handle -> handle.createUpdate("insert into report (game, content) values (?, ?)"
                        + " on conflict (game) do update set content = excluded.content")
                .bind(0, game)
                .bind(1, LessonText.write(report))
                .execute());
    }

    private Optional<String> reportText(long game) {
        return read(handle -> handle.createQuery("select content from report where game = ?")
                .bind(0, game)
                .mapTo(String.class)
                .findOne());
    }

    /** Whose lesson the kept report of a game is; empty if none is kept. */
    public Optional<Side> reportStudent(long game) {
        return reportText(game).flatMap(LessonText::student);
    }

    /** A fresh draft with what the coach made of the report of the game before, if anything is kept. */
    public LessonReport report(long game, LessonReport draft) {
        return reportText(game).map(text -> LessonText.read(draft, text)).orElse(draft);
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
                    readers.close();
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
