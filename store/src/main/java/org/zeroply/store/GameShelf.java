package org.zeroply.store;

import java.sql.ResultSet;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongPredicate;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.mapper.RowMapper;
import org.jdbi.v3.core.statement.Query;
import org.zeroply.gametree.Game;

/**
 * The games of a workbook: the list of them and how it is narrowed down, one game with its edits, undo and redo. Any thread
 * may call any method.
 */
public final class GameShelf {
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

    private final Workbook workbook;

    GameShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    // ---- the list

    /** How many games there are. */
    public long count() {
        return workbook.read(handle -> handle.createQuery("select count(*) from game where hidden = 0")
                .mapTo(Long.class)
                .one());
    }

    /** The first games of the list that have all these words; see {@link GameFilter}. */
    public List<GameSummary> find(String words, int limit) {
        return workbook.read(handle -> {
            long[] ids = ids(handle, GameFilter.words(words), GameOrder.NEWEST_FIRST, limit);
            return summaries(handle, ids);
        });
    }

    /** The ids of all games that a filter leaves, in order. */
    public long[] ids(GameFilter filter, GameOrder order) {
        return workbook.read(handle -> ids(handle, filter, order, Integer.MAX_VALUE));
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
        return workbook.read(handle -> handle.createQuery("select name, count(*) as games from ("
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
        return workbook.read(handle -> summaries(handle, ids));
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

    /** Begins an import or a merge whose games come and go together; gives its id. */
    long beginBatch(String name, String label) {
        return workbook.write(handle -> {
            long id = handle.createUpdate("insert into batch (file, begun) values (?, ?)")
                    .bind(0, name)
                    .bind(1, workbook.clock().instant().toString())
                    .executeAndReturnGeneratedKeys("id")
                    .mapTo(Long.class)
                    .one();
            Journal.list(handle, GAMES, label, "batch " + id, null);
            return id;
        });
    }

    /** Forgets a batch that brought nothing. */
    void dropBatch(long batch) {
        workbook.write(handle ->
                handle.execute("delete from journal where document = ? and shows = ?", GAMES, "batch " + batch));
    }

    // ---- one game

    public Optional<GameSummary> summary(long id) {
        return workbook.read(handle -> handle.createQuery("select " + SUMMARY + " from game where id = ?")
                .bind(0, id)
                .map(SUMMARY_MAPPER)
                .findOne());
    }

    /** Whether a game is in the list: it exists and was not removed. */
    public boolean isListed(long id) {
        return workbook.read(handle -> handle.createQuery("select count(*) from game where id = ? and hidden = 0")
                        .bind(0, id)
                        .mapTo(Long.class)
                        .one()
                > 0);
    }

    /**
     * @throws WorkbookException if there is no such game, or it is damaged
     */
    public Game read(long id) {
        return workbook.read(handle -> Kinds.GAME.checked(handle, id));
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
        return workbook.write(handle -> {
            long id = GameColumns.insert(handle, game, GameColumns.of(game), null);
            Journal.list(handle, GAMES, label, "ids " + id, null);
            return id;
        });
    }

    /** Takes games off the list; undone from the list of games. */
    public void remove(List<Long> ids, String label) {
        workbook.write(handle -> {
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
        workbook.write(handle -> {
            keep(handle, id, blob(handle, id), game, edit, label);
            return true;
        });
    }

    private static void keep(Handle handle, long id, byte[] before, Game game, String edit, String label) {
        byte[] after = GameBlob.write(game);
        if (!Arrays.equals(before, after)) {
            Kinds.GAME.changes(handle, id);
            GameColumns.update(handle, id, game, after);
            Journal.edit(handle, document(id), edit, label, before, after);
        }
    }

    /** The listed games with the same players and moves, by their ids. */
    static Map<Long, Game> alike(Handle handle, GameColumns columns) {
        return handle.createQuery(
                        "select id, bytes from content join game using (id) where same_moves = ? and hidden = 0"
                                + " order by id")
                .bind(0, columns.sameMoves())
                .map((rows, context) -> Map.entry(rows.getLong(1), GameBlob.read(rows.getBytes(2))))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue, (one, other) -> one, TreeMap::new));
    }

    /** What undo and redo would do to a game. */
    public UndoState undoState(long game) {
        return workbook.read(handle -> Journal.undoState(handle, document(game)));
    }

    /** What undo and redo would do to the list of games. */
    public UndoState undoState() {
        return workbook.read(handle -> Journal.undoState(handle, GAMES));
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
        return workbook.write(handle -> Journal.step(handle, document(game), undo)
                .map(step -> {
                    if (step.isBeside()) {
                        // The report of the game came, went or changed.
                        Journal.travel(handle, step, undo, (named, shown) -> Kinds.show(handle, named, shown));
                        return Kinds.GAME.get(handle, game);
                    }
                    byte[] blob = undo ? step.before() : step.after();
                    if (blob == null) {
                        throw new WorkbookException("an edit in the journal has lost its game");
                    }
                    Game now = GameBlob.read(blob);
                    Kinds.GAME.changes(handle, game);
                    GameColumns.update(handle, game, now, blob);
                    Journal.mark(handle, step, undo);
                    return now;
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
        return workbook.write(
                handle -> Journal.travel(handle, GAMES, undo, (named, shown) -> show(handle, named, shown)));
    }

    /** Shows or hides games named as {@code batch 7} or {@code ids 3 4}. */
    private static void show(Handle handle, String named, boolean shown) {
        String[] words = named.split(" ");
        String column = words[0].equals("batch") ? "batch" : "id";
        for (String id : Arrays.asList(words).subList(1, words.length)) {
            Revisions.next(handle, Kinds.GAME, column, Long.parseLong(id));
            handle.execute("update game set hidden = ? where " + column + " = ?", shown ? 0 : 1, Long.parseLong(id));
        }
    }
}
