package org.zeroply.store;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.TreeMap;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.Board;
import org.zeroply.store.PositionRun.Chunk;
import org.zeroply.store.PositionRun.Entry;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Which games reached which position: every position of the first 40 moves of every main line, by key.
 *
 * <p>A table with a row for every position would be written all over for every game that comes in. Instead games are
 * gone over a few thousand at a time, and the sorted result is kept as a <em>run</em> that never changes. A position is
 * looked up in each run, which takes one or two chunks of it. Four runs of about one size are merged into one, so there
 * are never many. A game that is edited leaves its run (it is listed as void there) and waits for the next one; while few
 * wait, they are gone over at each question, so that answers are complete.
 */
final class PositionIndex {
    /** Positions after more half-moves than this are not kept. */
    static final int DEEPEST = 80;

    private static final int GAMES_IN_A_RUN = 5_000;
    private static final int CHUNKS_AT_A_TIME = 60;
    private static final int RUNS_TO_MERGE = 4;

    /** So many games may wait; they are gone over when someone asks. */
    static final int FEW = 400;

    private final Workbook workbook;
    private final int gamesInARun;

    PositionIndex(Workbook workbook) {
        this(workbook, GAMES_IN_A_RUN);
    }

    PositionIndex(Workbook workbook, int gamesInARun) {
        this.workbook = workbook;
        this.gamesInARun = gamesInARun;
    }

    /** Takes a game out of the index, as part of an edit that changes its main line or result. */
    static void forget(Handle handle, long game) {
        // It may stand in any run, also in one that is being made.
        handle.execute(
                "insert or ignore into run_void (run, game) select id, ? from run where state <> 'dropped'", game);
        handle.execute("update game set indexed = 0 where id = ?", game);
    }

    static long waiting(Handle handle) {
        return handle.createQuery("select count(*) from game where indexed = 0")
                .mapTo(Long.class)
                .one();
    }

    // ---- filling

    /** A game as the index needs it. */
    @SuppressWarnings("ArrayRecordComponent") // read once, never compared
    private record Source(long id, @Nullable String start, byte[] line, String result) {}

    /** Goes over the games that wait. What is done stays done if it is cancelled. Progress counts games. */
    void fill(Progress progress, Cancel cancel) {
        workbook.write(handle -> handle.execute("update run set state = 'dropped' where state = 'building'"));
        sweep(cancel);
        long all = Math.max(1, workbook.read(PositionIndex::waiting));
        long done = 0;
        while (!cancel.isRequested()) {
            List<Source> games = workbook.read(handle -> handle.createQuery("select game.id, start, moves, result"
                            + " from game join line using (id) where indexed = 0 order by game.id limit " + gamesInARun)
                    .map((rows, context) ->
                            new Source(rows.getLong(1), rows.getString(2), rows.getBytes(3), rows.getString(4)))
                    .list());
            if (games.isEmpty()) {
                return;
            }
            long run = begin(games.size());
            long before = done;
            List<Entry> entries = entries(games, over -> progress.at((double) (before + over) / all, before + over));
            PositionRun.Writer writer = new PositionRun.Writer();
            Saver saver = new Saver(run);
            for (Entry entry : entries) {
                writer.add(entry);
            }
            saver.save(writer.end(), cancel);
            if (cancel.isRequested()) {
                return;
            }
            long first = games.getFirst().id();
            long last = games.getLast().id();
            workbook.write(handle -> {
                handle.execute(
                        "update game set indexed = 1 where indexed = 0 and id between ? and ?"
                                + " and id not in (select game from run_void where run = ?)",
                        first,
                        last,
                        run);
                return handle.execute("update run set state = 'ready' where id = ?", run);
            });
            done += games.size();
            progress.at((double) done / all, done);
            mergeRuns(cancel);
        }
    }

    private long begin(long games) {
        return workbook.write(handle -> handle.createUpdate("insert into run (games, state) values (?, 'building')")
                .bind(0, games)
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    private interface Count {
        void at(long count);
    }

    private static List<Entry> entries(List<Source> games, Count count) {
        List<Entry> entries = new ArrayList<>(games.size() * DEEPEST);
        for (int i = 0; i < games.size(); i++) {
            addEntries(games.get(i), entries);
            if (i % 500 == 0) {
                count.at(i);
            }
        }
        Entry[] sorted = entries.toArray(Entry[]::new);
        Arrays.sort(sorted);
        return Arrays.asList(sorted);
    }

    /** The positions of a game, each only where it came first. */
    private static void addEntries(Source game, List<Entry> entries) {
        Board board = MainLine.board(game.start());
        int result = resultCode(game.result());
        Set<Long> seen = new HashSet<>();
        for (int ply = 0; ply <= DEEPEST; ply++) {
            int move = MainLine.code(game.line(), ply, board);
            if (seen.add(board.key())) {
                entries.add(new Entry(board.key(), game.id(), ply, Math.max(0, move), result));
            }
            if (move < 0) {
                return;
            }
            board.make(move);
        }
    }

    private static int resultCode(String text) {
        return switch (GameResult.of(text)) {
            case WHITE_WINS -> 0;
            case DRAW -> 1;
            case BLACK_WINS -> 2;
            case OPEN -> 3;
        };
    }

    /** Writes chunks of a run in short transactions. */
    private final class Saver {
        private final long run;
        private int part;

        Saver(long run) {
            this.run = run;
        }

        void save(List<Chunk> chunks, Cancel cancel) {
            for (int from = 0; from < chunks.size() && !cancel.isRequested(); from += CHUNKS_AT_A_TIME) {
                List<Chunk> some = chunks.subList(from, Math.min(chunks.size(), from + CHUNKS_AT_A_TIME));
                workbook.write(handle -> {
                    var batch = handle.prepareBatch(
                            "insert into run_chunk (run, part, first_key, bytes) values (?, ?, ?, ?)");
                    for (Chunk chunk : some) {
                        batch.bind(0, run)
                                .bind(1, part++)
                                .bind(2, chunk.firstKey())
                                .bind(3, chunk.bytes())
                                .add();
                    }
                    return batch.execute();
                });
            }
        }
    }

    // ---- merging

    private record Run(long id, long games) {
        /** Runs of one tier are within a factor of four of each other. */
        int tier() {
            return (64 - Long.numberOfLeadingZeros(games)) / 2;
        }
    }

    private static List<Run> ready(Handle handle) {
        return handle.createQuery("select id, games from run where state = 'ready' order by id")
                .map((rows, context) -> new Run(rows.getLong(1), rows.getLong(2)))
                .list();
    }

    private void mergeRuns(Cancel cancel) {
        while (!cancel.isRequested()) {
            Map<Integer, List<Run>> tiers = new HashMap<>();
            for (Run run : workbook.read(PositionIndex::ready)) {
                tiers.computeIfAbsent(run.tier(), tier -> new ArrayList<>()).add(run);
            }
            List<Run> alike = tiers.values().stream()
                    .filter(runs -> runs.size() >= RUNS_TO_MERGE)
                    .findFirst()
                    .orElse(null);
            if (alike == null) {
                return;
            }
            merge(alike, cancel);
            sweep(cancel);
        }
    }

    /** Goes through the entries of a run in order, without those that are void. */
    private final class Walk implements Comparable<Walk> {
        private final long run;
        private final Set<Long> voids;
        private int part;
        private PositionRun.@Nullable Reader reader;
        private @Nullable Entry entry;

        Walk(long run, Set<Long> voids) {
            this.run = run;
            this.voids = voids;
            advance();
        }

        void advance() {
            do {
                while (reader == null || !reader.next()) {
                    Optional<byte[]> chunk = workbook.read(
                            handle -> handle.createQuery("select bytes from run_chunk where run = ? and part = ?")
                                    .bind(0, run)
                                    .bind(1, part)
                                    .mapTo(byte[].class)
                                    .findOne());
                    part++;
                    if (chunk.isEmpty()) {
                        entry = null;
                        return;
                    }
                    reader = new PositionRun.Reader(chunk.get());
                }
                entry = reader.entry();
            } while (voids.contains(entry.game()));
        }

        Entry entry() {
            return Objects.requireNonNull(entry);
        }

        @Override
        public int compareTo(Walk other) {
            return entry().compareTo(other.entry());
        }
    }

    private static Set<Long> voids(Handle handle, long run) {
        return new HashSet<>(handle.createQuery("select game from run_void where run = ?")
                .bind(0, run)
                .mapTo(Long.class)
                .list());
    }

    private void merge(List<Run> runs, Cancel cancel) {
        long merged = begin(runs.stream().mapToLong(Run::games).sum());
        PriorityQueue<Walk> walks = new PriorityQueue<>();
        for (Run run : runs) {
            Walk walk = new Walk(run.id(), workbook.read(handle -> voids(handle, run.id())));
            if (walk.entry != null) {
                walks.add(walk);
            }
        }
        PositionRun.Writer writer = new PositionRun.Writer();
        Saver saver = new Saver(merged);
        List<Chunk> chunks = new ArrayList<>();
        while (!walks.isEmpty() && !cancel.isRequested()) {
            Walk least = walks.remove();
            writer.add(least.entry());
            least.advance();
            if (least.entry != null) {
                walks.add(least);
            }
            chunks.addAll(writer.finished());
            if (chunks.size() >= CHUNKS_AT_A_TIME) {
                saver.save(chunks, cancel);
                chunks.clear();
            }
        }
        chunks.addAll(writer.end());
        saver.save(chunks, cancel);
        if (cancel.isRequested()) {
            return;
        }
        workbook.write(handle -> {
            for (Run run : runs) {
                handle.execute("update run set state = 'dropped' where id = ?", run.id());
            }
            return handle.execute("update run set state = 'ready' where id = ?", merged);
        });
    }

    /** Deletes what dropped runs held, a little at a time. */
    private void sweep(Cancel cancel) {
        for (long run : workbook.read(handle -> handle.createQuery("select id from run where state = 'dropped'")
                .mapTo(Long.class)
                .list())) {
            boolean more = true;
            while (more && !cancel.isRequested()) {
                more = workbook.write(handle -> handle.execute(
                                "delete from run_chunk where run = ? and part in (select part from run_chunk"
                                        + " where run = ? order by part limit " + CHUNKS_AT_A_TIME + ")",
                                run,
                                run)
                        > 0);
            }
            if (!cancel.isRequested()) {
                workbook.write(handle -> {
                    handle.execute("delete from run_void where run = ?", run);
                    return handle.execute("delete from run where id = ?", run);
                });
            }
        }
    }

    // ---- asking

    /**
     * @param among asks only about these games; null for all that are listed
     */
    PositionGames at(long key, @Nullable Reached among) {
        return workbook.read(handle -> handle.inTransaction(inside -> new Asking(inside, among, true).at(key)));
    }

    /**
     * What the games did with many positions, asked one after the other. Games that still wait are not counted: they would
     * be gone over for each position.
     *
     * @return as far as it came, if it was cancelled
     */
    List<PositionGames> at(List<Long> keys, @Nullable Reached among, Progress progress, Cancel cancel) {
        return workbook.read(handle -> handle.inTransaction(inside -> {
            Asking asking = new Asking(inside, among, false);
            List<PositionGames> found = new ArrayList<>();
            for (long key : keys) {
                if (cancel.isRequested()) {
                    break;
                }
                found.add(asking.at(key));
                progress.at((double) found.size() / keys.size(), found.size());
            }
            return found;
        }));
    }

    /** What a question needs to know of the index whatever its position. */
    private static final class Asking {
        private final Handle handle;
        private final @Nullable Reached among;
        private final Set<Long> hidden;
        private final Map<Long, Set<Long>> voidsOfRun = new LinkedHashMap<>();
        private final long waiting;
        private final boolean withWaiting;

        /**
         * @param withWaiting whether games that wait are gone over for each question, if they are few
         */
        Asking(Handle handle, @Nullable Reached among, boolean withWaiting) {
            this.withWaiting = withWaiting;
            this.handle = handle;
            this.among = among;
            hidden = new HashSet<>(handle.createQuery("select id from game where hidden = 1")
                    .mapTo(Long.class)
                    .list());
            for (Run run : ready(handle)) {
                voidsOfRun.put(run.id(), voids(handle, run.id()));
            }
            waiting = waiting(handle);
        }

        PositionGames at(long key) {
            TreeMap<Long, Integer> games = new TreeMap<>();
            Map<Integer, long[]> counts = new HashMap<>();
            voidsOfRun.forEach((run, voids) -> {
                for (byte[] chunk : chunksWith(handle, run, key)) {
                    PositionRun.Reader reader = new PositionRun.Reader(chunk);
                    while (reader.next() && reader.key() <= key) {
                        if (reader.key() == key) {
                            Entry entry = reader.entry();
                            if (!voids.contains(entry.game())) {
                                count(entry, hidden, among, games, counts);
                            }
                        }
                    }
                }
            });
            long left = waiting;
            if (withWaiting && waiting > 0 && waiting <= FEW) {
                left = 0;
                List<Entry> entries = new ArrayList<>();
                handle.createQuery(
                                "select game.id, start, moves, result from game join line using (id) where indexed = 0")
                        .map((rows, context) ->
                                new Source(rows.getLong(1), rows.getString(2), rows.getBytes(3), rows.getString(4)))
                        .forEach(game -> addEntries(game, entries));
                for (Entry entry : entries) {
                    if (entry.key() == key) {
                        count(entry, hidden, among, games, counts);
                    }
                }
            }
            List<PositionGames.Played> moves = new ArrayList<>();
            counts.forEach((code, count) -> moves.add(new PositionGames.Played(
                    Board.asMove(code), count[0] + count[1] + count[2] + count[3], count[0], count[1], count[2])));
            moves.sort(Comparator.comparingLong(PositionGames.Played::games)
                    .reversed()
                    .thenComparing(played -> played.move().toString()));
            return new PositionGames(new Reached(games), moves, left);
        }
    }

    private static List<byte[]> chunksWith(Handle handle, long run, long key) {
        return handle.createQuery("select bytes from (select bytes from run_chunk where run = ? and first_key < ?"
                        + " order by first_key desc, part desc limit 1)"
                        + " union all select bytes from run_chunk where run = ? and first_key = ?")
                .bind(0, run)
                .bind(1, key)
                .bind(2, run)
                .bind(3, key)
                .mapTo(byte[].class)
                .list();
    }

    private static void count(
            Entry entry,
            Set<Long> hidden,
            @Nullable Reached among,
            Map<Long, Integer> games,
            Map<Integer, long[]> counts) {
        if (hidden.contains(entry.game()) || among != null && !among.contains(entry.game())) {
            return;
        }
        games.put(entry.game(), entry.ply());
        if (entry.move() != 0) {
            counts.computeIfAbsent(entry.move(), move -> new long[4])[entry.result()]++;
        }
    }
}
