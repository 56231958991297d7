package org.zeroply.repertoire;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.Repertoire.Adding;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

class RepertoireTest {
    private static final String QUEEN_PAWN = "d4 d5 c4 e6 Nc3 Nf6";
    private static final String ENGLISH_WAY = "c4 e6 Nc3 d5 d4 Nf6";

    @Test
    void twoOrdersOfMovesMeet() {
        Repertoire repertoire = Trees.of(Side.WHITE, QUEEN_PAWN);
        Adding adding = repertoire.addLine(Repertoire.ROOT, Trees.moves(Position.START, ENGLISH_WAY));
        assertThat(adding).isInstanceOfSatisfying(Adding.Added.class, added -> {
            assertThat(added.repertoire().size()).isEqualTo(repertoire.size() + 4);
            assertThat(added.node()).isEqualTo(Trees.end(repertoire, QUEEN_PAWN).id());
            assertThat(added.repertoire().waysTo(added.node(), 10)).hasSize(2);
            assertThat(added.repertoire().waysTo(added.node(), 1)).hasSize(1);
        });
        // What was there is as it was.
        assertThat(repertoire.waysTo(Trees.end(repertoire, QUEEN_PAWN).id(), 10))
                .hasSize(1);
    }

    @Test
    void aMoveThatLeadsBackIsRefusedAndNothingIsKept() {
        Repertoire repertoire = Trees.of(Side.WHITE, "Nf3 Nf6");
        Adding adding = repertoire.addLine(
                Trees.end(repertoire, "Nf3 Nf6").id(),
                Trees.moves(Trees.positions("Nf3 Nf6").getLast(), "Ng1 Ng8"));
        assertThat(adding)
                .isInstanceOfSatisfying(
                        Adding.Loop.class, loop -> assertThat(loop.move()).isEqualTo(Trees.move("f6g8")));
        assertThat(repertoire.size()).isEqualTo(3);
    }

    @Test
    void removingTakesOutOnlyWhatNothingElseLeadsTo() {
        Repertoire repertoire = Trees.of(Side.WHITE, QUEEN_PAWN + " Bg5", ENGLISH_WAY);
        Repertoire.Node shared = Trees.end(repertoire, QUEEN_PAWN);
        Repertoire less = repertoire.remove(Repertoire.ROOT, Trees.move("d2d4"));
        assertThat(less.at(shared.position())).isPresent();
        assertThat(less.at(Trees.positions("d4 d5").getLast())).isEmpty();
        assertThat(less.wayTo(shared.id())).hasSize(6);
        Repertoire nothing = less.remove(Repertoire.ROOT, Trees.move("c2c4"));
        assertThat(nothing.size()).isEqualTo(1);
    }

    @Test
    void answersAndRepliesStandWhereTheyBelong() {
        Repertoire repertoire = Trees.of(Side.BLACK, "e4 c6 d4 d5");
        assertThat(repertoire.root().replies()).hasSize(1);
        assertThat(Trees.end(repertoire, "e4").answers()).hasSize(1);
        assertThat(repertoire.answers()).isEqualTo(2);
        Reply reply = repertoire.root().replies().getFirst();
        assertThatThrownBy(() -> repertoire.with(Repertoire.ROOT, Answer.bare(reply.move(), reply.to())))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Reply(reply.move(), 1, 101, Reply.Kind.MAIN, "", List.of()))
                .hasMessage("share must be from 0 to 100, was 101");
    }

    @Test
    void whatWasKeptIsCheckedWhenItComesBack() {
        Repertoire repertoire = Trees.of(Side.WHITE, QUEEN_PAWN, "d4 Nf6 c4 e6 Nf3 Bb4+", "d4 Nf6 Nf3 e6 c4 Bb4+");
        repertoire = repertoire.remove(Repertoire.ROOT, Trees.move("h2h4"));
        Repertoire again = Repertoire.restore(Side.WHITE, repertoire.table());
        assertThat(again.sameAs(repertoire)).isTrue();
        List<Repertoire.@Nullable Node> wrong = new ArrayList<>(repertoire.table());
        wrong.set(1, null);
        assertThatThrownBy(() -> Repertoire.restore(Side.WHITE, wrong)).isInstanceOf(IllegalArgumentException.class);
        List<Repertoire.@Nullable Node> otherSide = repertoire.table();
        assertThatThrownBy(() -> Repertoire.restore(Side.BLACK, otherSide))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void orderingMovesOneUpOrDown() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5", "d4 Nf6", "d4 f5");
        int node = Trees.end(repertoire, "d4").id();
        Repertoire moved = repertoire.reorder(node, Trees.move("f7f5"), -1);
        assertThat(moved.node(node).edges())
                .extracting(edge -> edge.move().toString())
                .containsExactly("d7d5", "f7f5", "g8f6");
        assertThat(moved.reorder(node, Trees.move("d7d5"), -1)).isEqualTo(moved);
    }

    /** Random walks with many transpositions: the graph stays sound, and PGN brings back the same. */
    @Test
    void anyTreeGoesThroughPgnUnchanged() throws Exception {
        for (long seed = 1; seed <= 12; seed++) {
            Random random = new Random(seed);
            Side side = random.nextBoolean() ? Side.WHITE : Side.BLACK;
            Repertoire repertoire = Repertoire.empty(side);
            for (int line = 0; line < 40; line++) {
                Position position = Position.START;
                int node = Repertoire.ROOT;
                for (int ply = 0; ply < 8; ply++) {
                    List<Move> moves = position.legalMoves();
                    // Few moves, so that orders cross.
                    Move move = moves.get(random.nextInt(Math.min(4, moves.size())));
                    Adding adding = repertoire.add(node, move);
                    if (!(adding instanceof Adding.Added added)) {
                        break;
                    }
                    repertoire = added.repertoire();
                    node = added.node();
                    position = position.play(move);
                }
            }
            for (Repertoire.Node node : repertoire.nodes()) {
                for (Edge edge : node.edges()) {
                    repertoire = repertoire.with(node.id(), said(edge, random));
                }
            }
            checkOrder(repertoire);
            Repertoire again = throughPgn(repertoire);
            assertThat(again.sameAs(repertoire)).as("seed %d", seed).isTrue();
            assertThat(Repertoire.restore(side, again.table()).sameAs(repertoire))
                    .isTrue();
        }
    }

    private static Edge said(Edge edge, Random random) {
        if (random.nextInt(3) == 0) {
            return edge;
        }
        return switch (edge) {
            case Answer answer ->
                answer.withApproach(random.nextBoolean() ? "sharp" : "")
                        .withMemorise(random.nextBoolean())
                        .withNote(Answer.Note.REASON, "it takes {the} centre; 50% of it")
                        .withNote(Answer.Note.TRAPS_SET, "a | b ] c")
                        .withGuards(
                                random.nextBoolean()
                                        ? List.of()
                                        : List.of(new Guard(
                                                PieceType.KNIGHT,
                                                Square.E5,
                                                new Condition.Not(new Condition.Bears(Side.BLACK, null, Square.E5)),
                                                "it hangs")));
            case Reply reply ->
                reply.withShare(random.nextBoolean() ? null : random.nextInt(101))
                        .withKind(Reply.Kind.values()[random.nextInt(3)])
                        .withComment("seen in the club");
        };
    }

    private static void checkOrder(Repertoire repertoire) {
        Set<Integer> seen = new HashSet<>();
        for (int id : repertoire.order()) {
            repertoire.into(id).forEach(step -> assertThat(seen).contains(step.node()));
            seen.add(id);
        }
        assertThat(seen).hasSize(repertoire.size());
    }

    private static Repertoire throughPgn(Repertoire repertoire) throws Exception {
        String pgn = PgnWriter.write(Game.empty().with(RepertoireWriter.tree(repertoire)));
        PgnEntry entry = new PgnReader(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8))).next();
        assertThat(entry).isInstanceOf(PgnEntry.Read.class);
        GameTree tree = ((PgnEntry.Read) Objects.requireNonNull(entry)).game().tree();
        return RepertoireReader.take(Repertoire.empty(repertoire.side()), List.of(tree))
                .repertoire();
    }

    @Test
    void anImportTellsItsConflictsAndTakesTheDecision() throws Exception {
        Repertoire mine = Trees.of(Side.WHITE, "e4 e5 Nf3 Nc6 Bb5");
        GameTree tree = read("1. e4 e5 2. Nf3 Nc6 3. d4 (3. c3 d5) 3... exd4 4. Nxd4 *");
        RepertoireReader.Taken taken = RepertoireReader.take(mine, List.of(tree));
        assertThat(taken.added()).isEqualTo(5);
        assertThat(taken.conflicts()).singleElement().satisfies(conflict -> {
            assertThat(conflict.old()).containsExactly(Trees.move("f1b5"));
            assertThat(conflict.fresh()).containsExactly(Trees.move("d2d4"), Trees.move("c2c3"));
            Repertoire decided = RepertoireReader.keepOnly(taken.repertoire(), conflict, Trees.move("d2d4"));
            assertThat(decided.node(conflict.node()).answers())
                    .extracting(Answer::move)
                    .containsExactly(Trees.move("d2d4"));
            assertThat(decided.size()).isEqualTo(mine.size() - 1 + 3);
        });
        // Answers of different approaches are no conflict.
        Repertoire sharp = Trees.say(mine, "e4 e5 Nf3 Nc6 Bb5", edge -> ((Answer) edge).withApproach("calm"));
        GameTree gambit = read("1. e4 e5 2. Nf3 Nc6 3. d4 {[%answer sharp|]} *");
        assertThat(RepertoireReader.take(sharp, List.of(gambit)).conflicts()).isEmpty();
    }

    @Test
    void anImportLeavesOutWhatLeadsBackOrStartsElsewhere() throws Exception {
        GameTree back = read("1. Nf3 Nf6 2. Ng1 Ng8 3. e4 *");
        GameTree elsewhere = read("[SetUp \"1\"]\n[FEN \"4k3/8/8/8/8/8/4P3/4K3 w - - 0 1\"]\n\n1. e4 *");
        RepertoireReader.Taken taken = RepertoireReader.take(Repertoire.empty(Side.WHITE), List.of(back, elsewhere));
        assertThat(taken.loops()).extracting(RepertoireReader.Loop::move).containsExactly(Trees.move("f6g8"));
        assertThat(taken.elsewhere()).containsExactly(1);
        assertThat(taken.repertoire().size()).isEqualTo(4);
    }

    @Test
    void gamesOfAPlayerMakeABeginning() throws Exception {
        Repertoire first = RepertoireReader.fromGames(
                Side.WHITE,
                List.of(
                        read("1. d4 d5 2. c4 e6 3. Nc3 *"),
                        read("1. e4 e5 2. Nf3 *"),
                        read("1. d4 Nf6 2. c4 *"),
                        read("1. d4 d5 2. Nf3 *")),
                4);
        // 1.d4 was played most often; after 1...d5 each move once, so the first game's counts.
        assertThat(first.sameAs(Trees.of(Side.WHITE, "d4 d5 c4 e6", "d4 Nf6 c4")))
                .isTrue();
    }

    private static GameTree read(String pgn) throws Exception {
        PgnEntry entry = new PgnReader(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8))).next();
        return ((PgnEntry.Read) Objects.requireNonNull(entry)).game().tree();
    }

    @Test
    void linesToOnePawnSkeletonAreAFamily() {
        Repertoire repertoire = Trees.of(
                Side.WHITE, "d4 d5 c4 e6 cxd5 exd5 Nc3", "d4 d5 c4 e6 Nc3 Nf6 cxd5 exd5 Bg5", "d4 d5 c4 c6 e3 Bf5");
        repertoire = Trees.say(
                repertoire,
                "d4 d5 c4 e6 cxd5 exd5 Nc3",
                edge -> ((Answer) edge).withNote(Answer.Note.PLAN, "b4-b5 against c6"));
        List<Family> families = Family.of(repertoire);
        assertThat(families).singleElement().satisfies(family -> {
            assertThat(family.entries()).hasSize(2);
            assertThat(family.plans()).containsExactly("b4-b5 against c6");
            assertThat(family.skeleton().advanced(Side.BLACK)).hasToString("d5");
        });
    }

    @Test
    void countsDoNotMakeADifferentRepertoire() {
        Repertoire repertoire = Trees.of(Side.WHITE, "d4 d5");
        Repertoire counted = Trees.played(repertoire, "d4", "d5", 3, "Nf6", 5);
        assertThat(counted.sameAs(repertoire)).isTrue();
        assertThat(Trees.end(counted, "d4").tally().games()).isEqualTo(8);
        assertThat(counted.withTallies(Map.of()).sameAs(counted)).isTrue();
    }
}
