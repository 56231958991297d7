package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The position index against a plain look through every game. */
@SuppressWarnings("NullAway.Init")
class PositionIndexTest {
    private static final long SEED = 20261124;

    @TempDir
    Path folder;

    private Workbook workbook;

    @BeforeEach
    void open() {
        workbook = Books.open(folder.resolve("club.zeroply"));
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private void fill(int gamesInARun) {
        new PositionIndex(workbook, gamesInARun).fill(Progress.SILENT, new Cancel());
    }

    private List<Long> ids() {
        return Arrays.stream(workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST))
                .boxed()
                .toList();
    }

    /** The main line of a game as it lies in the workbook. */
    private record Played(long id, GameResult result, List<Position> positions, List<Move> moves) {
        static Played of(Workbook workbook, long id) {
            Game game = workbook.games().read(id);
            GameTree tree = game.tree();
            List<Integer> line = tree.mainLine();
            return new Played(
                    id,
                    game.result(),
                    tree.positionsAlong(line),
                    line.stream().map(node -> tree.node(node).played()).toList());
        }
    }

    /** What the index should say, worked out the slow way. */
    private static final class Plain {
        final Map<Long, Integer> plies = new TreeMap<>();
        final Map<Move, Map<GameResult, Long>> moves = new HashMap<>();

        Plain(Position position, List<Played> games) {
            for (Played game : games) {
                for (int ply = 0; ply < game.positions.size() && ply <= PositionIndex.DEEPEST; ply++) {
                    if (game.positions.get(ply).key() == position.key()) {
                        plies.put(game.id, ply);
                        if (ply < game.moves.size()) {
                            moves.computeIfAbsent(game.moves.get(ply), move -> new HashMap<>())
                                    .merge(game.result, 1L, Long::sum);
                        }
                        break;
                    }
                }
            }
        }
    }

    private void assertSame(List<Position> positions) {
        List<Played> games = ids().stream().map(id -> Played.of(workbook, id)).toList();
        positions.forEach(position -> assertSame(position, new Plain(position, games)));
    }

    private void assertSame(Position position, Plain plain) {
        PositionGames found = workbook.positions().at(position, null);
        assertThat(found.pending()).isZero();
        assertThat(found.games().size()).isEqualTo(plain.plies.size());
        plain.plies.forEach((id, ply) -> {
            assertThat(found.games().contains(id)).isTrue();
            assertThat(found.games().plyOf(id)).isEqualTo(ply);
        });
        assertThat(found.moves()).hasSize(plain.moves.size());
        for (PositionGames.Played played : found.moves()) {
            Map<GameResult, Long> results = plain.moves.get(played.move());
            assertThat(results).as(played.toString()).isNotNull();
            assertThat(played.whiteWon()).isEqualTo(results.getOrDefault(GameResult.WHITE_WINS, 0L));
            assertThat(played.drawn()).isEqualTo(results.getOrDefault(GameResult.DRAW, 0L));
            assertThat(played.blackWon()).isEqualTo(results.getOrDefault(GameResult.BLACK_WINS, 0L));
            assertThat(played.games())
                    .isEqualTo(
                            results.values().stream().mapToLong(Long::longValue).sum());
        }
    }

    private List<Position> somePositions() {
        Random random = new Random(SEED);
        List<Position> positions = new ArrayList<>(List.of(Position.START));
        for (long id : ids()) {
            GameTree tree = workbook.games().read(id).tree();
            List<Position> along = tree.positionsAlong(tree.mainLine());
            positions.add(along.get(Math.min(along.size() - 1, 1 + random.nextInt(12))));
            positions.add(along.get(random.nextInt(along.size())));
        }
        return positions;
    }

    @Test
    void everyPositionIsFoundInEveryRunAndAfterMerging() throws IOException {
        Books.takeClub(workbook);
        fill(4);
        long runs = workbook.read(handle ->
                handle.createQuery("select count(*) from run").mapTo(Long.class).one());
        assertThat(runs).as("15 runs of four games are merged into few").isLessThan(8);
        assertThat(workbook.positions().waiting()).isZero();
        assertSame(somePositions());
    }

    @Test
    void editsRemovalsAndReturnsShowAtOnce() throws IOException {
        Books.takeClub(workbook);
        fill(16);
        List<Long> ids = ids();
        Game longer = workbook.games().read(ids.get(3));
        workbook.games()
                .save(
                        ids.get(3),
                        longer.with(longer.tree()
                                .delete(longer.tree().mainLine().get(6))
                                .tree()),
                        "",
                        "cut");
        Game won = workbook.games().read(ids.get(4));
        workbook.games().save(ids.get(4), new Game(won.tags(), won.tree(), GameResult.OPEN), "", "result");
        workbook.games().remove(List.of(ids.get(5), ids.get(6)), "remove");
        workbook.games().add(Books.game("1.d4 d5 2.c4 e6 3.Nc3 Nf6 1-0"), "new");
        assertSame(somePositions());
        fill(16);
        assertSame(somePositions());
        workbook.games().undoInList();
        workbook.games().undoInList();
        assertSame(somePositions());
    }

    @Test
    void transpositionsMeet() {
        workbook.games().add(Books.game("1.d4 Nf6 2.c4 e6 3.Nc3 d5 1-0"), "one");
        workbook.games().add(Books.game("1.c4 e6 2.Nc3 d5 3.d4 Nf6 0-1"), "other");
        fill(10);
        Position meeting = Books.game("1.d4 d5 2.c4 e6 3.Nc3 Nf6")
                .tree()
                .positionsAlong(Books.game("1.d4 d5 2.c4 e6 3.Nc3 Nf6").tree().mainLine())
                .getLast();
        assertThat(workbook.positions().at(meeting, null).games().size()).isEqualTo(2);
        assertSame(List.of(meeting));
    }

    @Test
    void theFirstNewMoveIsTheOneNoEarlierGameHas() {
        long first = workbook.games().add(Books.game("[Date \"2023.01.05\"]\n\n1.d4 Nf6 2.c4 e6 3.Nc3 d5 1-0"), "one");
        // By another order of moves it comes to a known position and leaves it with its fourth move.
        long later = workbook.games()
                .add(Books.game("[Date \"2024.01.05\"]\n\n1.d4 e6 2.c4 Nf6 3.Nc3 d5 4.Nf3 Be7 0-1"), "two");
        long same = workbook.games().add(Books.game("[Date \"2024.02.05\"]\n\n1.d4 Nf6 2.c4 e6 3.Nc3 1-0"), "three");
        assertThat(firstNew(first)).hasValue(1);
        // 1...e6 is new, although 2...Nf6 comes back to what was played.
        assertThat(firstNew(later)).hasValue(2);
        assertThat(firstNew(same)).isEmpty();
        // A game of the same day is earlier if it was taken in before.
        long twin = workbook.games()
                .add(Books.game("[Date \"2024.01.05\"]\n\n1.d4 e6 2.c4 Nf6 3.Nc3 d5 4.Nf3 Be7 0-1"), "four");
        assertThat(firstNew(twin)).isEmpty();
        assertThat(firstNew(later)).hasValue(2);
    }

    private OptionalInt firstNew(long id) {
        GameTree tree = workbook.games().read(id).tree();
        return workbook.positions().firstNew(id, tree.positionsAlong(tree.mainLine()));
    }

    @Test
    void aCancelledFillGoesOnWhereItStopped() throws IOException {
        Books.takeClub(workbook);
        Cancel cancel = new Cancel();
        Set<Long> seen = new HashSet<>();
        new PositionIndex(workbook, 7)
                .fill(
                        (fraction, count) -> {
                            seen.add(count);
                            if (count >= 14) {
                                cancel.cancel();
                            }
                        },
                        cancel);
        assertThat(seen).contains(7L);
        assertThat(workbook.positions().waiting()).isBetween(1L, 53L);
        fill(7);
        assertThat(workbook.positions().waiting()).isZero();
        assertSame(somePositions());
    }

    @Test
    void whatIsAskedOfSomeGamesCountsOnlyThem() throws IOException {
        Books.takeClub(workbook);
        fill(100);
        TreeMap<Long, Integer> some = new TreeMap<>();
        Reached all = workbook.positions().at(Position.START, null).games();
        ids().stream().filter(all::contains).limit(7).forEach(id -> some.put(id, 0));
        assertThat(workbook.positions()
                        .at(Position.START, new Reached(some))
                        .games()
                        .size())
                .isEqualTo(7);
        assertThat(all.size()).isGreaterThan(50);
    }
}
