package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Condition;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Reply;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Repertoires in a real workbook file. */
class RepertoireShelfTest {
    private static final Title TITLE = new Title("With 1.d4", Side.WHITE, "Brandt, Ida", "calm");

    @TempDir
    Path folder;

    private Path file;

    @BeforeEach
    void name() {
        file = folder.resolve("club.zeroply");
    }

    private Workbook open() {
        return ((WorkbookOpening.Opened) Workbook.open(file, Clock.systemUTC())).workbook();
    }

    private static Repertoire sample() {
        return Books.with(Books.with(Repertoire.empty(Side.WHITE), "d4 d5 c4 e6 Nc3 Nf6"), "c4 e6 Nc3 d5 d4");
    }

    private static Repertoire say(Repertoire repertoire, String reason) {
        Answer first = repertoire.root().answers().getFirst();
        return repertoire.with(
                Repertoire.ROOT,
                first.withNote(Answer.Note.REASON, reason)
                        .withNote(Answer.Note.PLAN, "one\ttwo\nthree \\ four")
                        .withMemorise(true)
                        .withGuards(List.of(new Guard(
                                PieceType.PAWN,
                                Square.D4,
                                new Condition.Stands(Side.WHITE, null, Square.D1),
                                "the queen"))));
    }

    @Test
    void everythingSaidComesBackAfterARestartAndIsUndoneThere() {
        Repertoire first = sample();
        Repertoire second = say(first, "the centre");
        Repertoire third = second.withTallies(Map.of(
                1, new Tally(List.of(new Tally.Played(Books.moves("d4 d5").getLast(), 7, 3, 2, 1)))));
        long id;
        try (Workbook workbook = open()) {
            RepertoireShelf shelf = workbook.repertoires();
            id = shelf.add(TITLE, first, "new");
            shelf.save(id, first, second, "", "reason");
            shelf.save(id, second, third, "", "counts");
        }
        try (Workbook workbook = open()) {
            RepertoireShelf shelf = workbook.repertoires();
            assertThat(shelf.list()).singleElement().satisfies(listed -> {
                assertThat(listed.title()).isEqualTo(TITLE);
                assertThat(listed.positions()).isEqualTo(first.size());
            });
            Repertoire read = shelf.read(id);
            assertThat(read.sameAs(third)).isTrue();
            assertThat(read.node(1).tally()).isEqualTo(third.node(1).tally());
            assertThat(shelf.undoState(id).undo()).isEqualTo("counts");
            assertThat(shelf.travel(id, true))
                    .hasValueSatisfying(back -> assertThat(back.node(1).tally()).isEqualTo(Tally.NONE));
            assertThat(shelf.travel(id, true))
                    .hasValueSatisfying(back -> assertThat(back.sameAs(first)).isTrue());
            assertThat(shelf.travel(id, true)).isEmpty();
            assertThat(shelf.travel(id, false))
                    .hasValueSatisfying(
                            again -> assertThat(again.sameAs(second)).isTrue());
        }
    }

    @Test
    void aRemovedBranchComesBackAndAFurtherEditOfOnePlaceJoins() {
        try (Workbook workbook = open()) {
            RepertoireShelf shelf = workbook.repertoires();
            Repertoire first = sample();
            long id = shelf.add(TITLE, first, "new");
            Repertoire less = first.remove(Repertoire.ROOT, Books.moves("d4").getFirst());
            shelf.save(id, first, less, "", "removed");
            assertThat(shelf.read(id).sameAs(less)).isTrue();
            assertThat(shelf.travel(id, true).orElseThrow().sameAs(first)).isTrue();
            Repertoire once = say(first, "a");
            Repertoire twice = say(first, "ab");
            shelf.save(id, first, once, "reason 0", "reason");
            shelf.save(id, once, twice, "reason 0", "reason");
            assertThat(shelf.travel(id, true).orElseThrow().sameAs(first)).isTrue();
            assertThat(shelf.undoState(id).undo()).isNull();
        }
    }

    @Test
    void namesAreChangedAndRepertoiresGoAndComeBack() {
        try (Workbook workbook = open()) {
            RepertoireShelf shelf = workbook.repertoires();
            long id = shelf.add(TITLE, sample(), "new");
            Title other = new Title("Tab\there", Side.WHITE, "", "sharp");
            shelf.retitle(id, TITLE, other, "renamed");
            assertThat(shelf.list().getFirst().title()).isEqualTo(other);
            shelf.travel(id, true);
            assertThat(shelf.list().getFirst().title()).isEqualTo(TITLE);
            shelf.remove(id, "gone");
            assertThat(shelf.list()).isEmpty();
            assertThat(shelf.undoState().undo()).isEqualTo("gone");
            assertThat(shelf.travelInList(true)).isTrue();
            assertThat(shelf.list()).hasSize(1);
            assertThat(shelf.travelInList(true)).isTrue();
            assertThat(shelf.list()).isEmpty();
        }
    }

    @Test
    void aDamagedRepertoireSaysSo() {
        try (Workbook workbook = open()) {
            RepertoireShelf shelf = workbook.repertoires();
            long id = shelf.add(TITLE, sample(), "new");
            workbook.write(handle -> handle.execute("delete from repertoire_node where id = 2"));
            assertThatThrownBy(() -> shelf.read(id))
                    .isInstanceOf(WorkbookException.class)
                    .hasMessageContaining("the position 2, which is not there");
            workbook.write(handle -> handle.execute("update repertoire_node set edges = 'nonsense' where id = 0"));
            assertThatThrownBy(() -> shelf.read(id)).isInstanceOf(WorkbookException.class);
            assertThatThrownBy(() -> shelf.read(99)).hasMessage("there is no repertoire 99");
        }
    }

    @Test
    void gamesAreCountedAtEveryPositionByTheFilter() throws Exception {
        String pgn = """
                [White "Brandt, Ida"]
                [Black "Tormi, Sam"]
                [WhiteElo "1650"]
                [BlackElo "1700"]
                [Result "1-0"]

                1. d4 d5 2. c4 c6 1-0

                [White "Lind, Ola"]
                [Black "Brandt, Ida"]
                [WhiteElo "2100"]
                [BlackElo "1650"]
                [Result "1/2-1/2"]

                1. c4 e6 2. Nc3 d5 3. d4 Nf6 1/2-1/2

                [White "Lind, Ola"]
                [Black "Tormi, Sam"]
                [Result "0-1"]

                1. d4 Nf6 0-1
                """;
        Path games = folder.resolve("games.pgn");
        Files.writeString(games, pgn);
        try (Workbook workbook = open()) {
            workbook.files().importPgn(games, "import", (fraction, count) -> {}, new Cancel());
            Repertoire repertoire = sample();
            Map<Integer, Tally> all = count(workbook, repertoire, GameFilter.ALL);
            int afterD4 = node(repertoire, "d4");
            assertThat(all.getOrDefault(afterD4, Tally.NONE).moves())
                    .extracting(each -> each.move() + " " + each.games())
                    .containsExactly("d7d5 1", "g8f6 1");
            int met = node(repertoire, "d4 d5 c4 e6 Nc3");
            assertThat(all.getOrDefault(met, Tally.NONE).moves())
                    .singleElement()
                    .satisfies(played -> {
                        assertThat(played.move()).isEqualTo(Move.parse("g8f6"));
                        assertThat(played.drawn()).isEqualTo(1);
                    });
            Map<Integer, Tally> band =
                    count(workbook, repertoire, GameFilter.ALL.withRatings(new GameFilter.Ratings(1600, 1800)));
            assertThat(band.getOrDefault(Repertoire.ROOT, Tally.NONE).games()).isEqualTo(1);
            Map<Integer, Tally> strong =
                    count(workbook, repertoire, GameFilter.ALL.withRatings(new GameFilter.Ratings(0, 1600)));
            assertThat(strong.getOrDefault(Repertoire.ROOT, Tally.NONE).games()).isZero();
            Cancel cancelled = new Cancel();
            cancelled.cancel();
            assertThat(workbook.repertoires().count(repertoire, GameFilter.ALL, (fraction, count) -> {}, cancelled))
                    .isEmpty();
        }
    }

    private static Map<Integer, Tally> count(Workbook workbook, Repertoire repertoire, GameFilter filter) {
        return workbook.repertoires()
                .count(repertoire, filter, (fraction, count) -> {}, new Cancel())
                .orElseThrow();
    }

    private static int node(Repertoire repertoire, String line) {
        Position position = Position.START.playAll(Books.moves(line));
        return repertoire.at(position).orElseThrow().id();
    }

    @Test
    void aReplyKeepsItsShare() {
        try (Workbook workbook = open()) {
            Repertoire repertoire = sample();
            int node = node(repertoire, "d4");
            Reply reply = repertoire.node(node).replies().getFirst();
            Repertoire said = repertoire.with(
                    node, reply.withShare(40).withKind(Reply.Kind.TRAP).withComment("look out"));
            long id = workbook.repertoires().add(TITLE, said, "new");
            assertThat(workbook.repertoires().read(id).sameAs(said)).isTrue();
        }
    }

    @Test
    void whatCanBeReadOfARepertoireIsSavedFromADamagedWorkbook() throws Exception {
        int lost = sample().node(Repertoire.ROOT).answers().getFirst().to();
        try (Workbook workbook = open()) {
            workbook.repertoires().add(TITLE, sample(), "new");
            workbook.repertoires().add(new Title("Gone", Side.BLACK, "", ""), Repertoire.empty(Side.BLACK), "new");
        }
        try (var connection = WorkbookFile.source(file).getConnection();
                var statement = connection.createStatement()) {
            statement.execute("update repertoire_node set edges = 'nonsense' where repertoire = 1 and id = " + lost);
            statement.execute("delete from repertoire_node where repertoire = 2");
        }
        Path saved = folder.resolve("saved.zeroply");
        Rescue.Report report = Workbook.rescue(file, saved, Clock.systemUTC(), Progress.SILENT, new Cancel());
        assertThat(report.of("repertoire")).isEqualTo(new Rescue.Saved(1, 1, 1));
        file = saved;
        try (Workbook workbook = open()) {
            RepertoireShelf.Listed only = workbook.repertoires().list().getFirst();
            assertThat(only.title()).isEqualTo(TITLE);
            Repertoire left = workbook.repertoires().read(only.id());
            assertThat(left.root().answers()).hasSize(1);
            assertThat(left.sameAs(Books.repertoire("c4 e6 Nc3 d5 d4 Nf6")))
                    .as("what lies behind the lost position on another way is still there")
                    .isTrue();
        }
    }
}
