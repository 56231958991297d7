package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculator;
import org.zeroply.search.Grounds;
import org.zeroply.search.Limit;
import org.zeroply.search.MateProver;
import org.zeroply.search.Question;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/** Every move, turn test, forced or not: what a coach asks of single positions and lines. */
class QuestionsTest {
    /** Time never runs out. */
    private static final ExactEndings ENDINGS = new ExactEndings(Shelf.NONE, () -> 0);

    private static Analyst analyst() {
        return ENDINGS.before(new Calculator(8, 1));
    }

    private static EveryMove everyMove(String fen, long nodes) {
        return EveryMove.of(Question.of(Fen.position(fen), Limit.NONE), nodes, analyst(), partial -> {}, new Cancel());
    }

    /** The only move, or "-" where more than one holds. */
    @ParameterizedTest
    @CsvSource({
        // Mates and the only escape from one.
        "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1, Rd8#",
        "6k1/5ppp/8/8/8/8/r4PPP/1R4K1 w - - 0 1, Rb8#",
        "3r2k1/5ppp/8/8/8/8/5PPP/1R4K1 w - - 0 1, -",
        // A queen to be taken; a queen to be saved; a fork.
        "4k3/7p/8/3q4/8/2N5/7P/4K3 w - - 0 1, Nxd5",
        "r3k3/8/8/1N6/8/8/PP6/4K3 w - - 0 1, Nc7+",
        // Pawn endings, exactly: the opposition, the corner, the rook instead of the queen.
        "8/8/8/4k3/8/4K3/4P3/8 b - - 0 1, -",
        "8/8/8/3k4/8/4K3/4P3/8 w - - 0 1, -",
        "4k3/4P3/8/4K3/8/8/8/8 b - - 0 1, -",
        "8/8/8/8/8/6k1/7p/6K1 w - - 0 1, Kh1",
        "8/8/8/8/8/6k1/7p/5K2 w - - 0 1, -",
        "1k6/8/1K6/1P6/8/8/8/8 b - - 0 1, -",
        "8/8/8/1k6/8/1K6/1P6/8 w - - 0 1, -",
        "2k5/8/1K6/1P6/8/8/8/8 b - - 0 1, -",
        "8/k1P5/8/1K6/8/8/8/8 w - - 0 1, -",
        // Elementary endings: the only way to save or to win.
        "7k/5K2/8/6Q1/8/8/8/8 w - - 0 1, -",
        "8/8/8/8/8/1k6/2r5/K7 w - - 0 1, -",
        // One legal move is no only move.
        "7k/8/5KQ1/8/8/8/8/8 b - - 0 1, -",
        // Taking in passing, castling out of it, blocking.
        "4k3/8/8/2pP4/8/8/8/4K3 w - c6 0 1, -",
        "6k1/5ppp/8/8/8/8/r4PPP/1r2R1K1 w - - 0 1, Rxb1",
        "7k/6pp/8/8/8/1r6/r5PP/5R1K w - - 0 1, Rf8#"
    })
    void namesTheOnlyMove(String fen, String expected) {
        onlyMoveIs(fen, expected);
    }

    @Tag("long")
    @Test
    void namesTheOnlyMoveOfFourMen() {
        onlyMoveIs("8/8/8/8/8/8/1r6/k1K4Q w - - 0 1", "-");
    }

    private static void onlyMoveIs(String fen, String expected) {
        EveryMove found = everyMove(fen, 4_000);
        Position position = Fen.position(fen);
        assertThat(found.complete()).isTrue();
        assertThat(found.moves()).hasSize(position.legalMoves().size());
        assertThat(found.onlyMove()
                        .map(only -> San.write(position, only.move()))
                        .orElse("-"))
                .isEqualTo(expected);
        found.onlyMove().ifPresent(only -> assertThat(only.margin()).isGreaterThanOrEqualTo(Candidate.REFUTED));
    }

    @Test
    void onlyProofsAreCalledProven() {
        EveryMove mate = everyMove("6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1", 4_000);
        assertThat(mate.moves().getFirst().grounds()).isEqualTo(new Grounds.Proven());
        assertThat(mate.moves().get(1).grounds()).isInstanceOf(Grounds.AtDepth.class);
        EveryMove ending = everyMove("8/8/8/4k3/8/4K3/4P3/8 b - - 0 1", 1);
        assertThat(ending.moves())
                .allSatisfy(entry -> assertThat(entry.grounds().isProof()).isTrue());
        assertThat(mate.moves().getFirst().grounds().text()).isEqualTo("proven");
    }

    @Test
    void partialPicturesComeAndCancellingKeepsThem() {
        Cancel cancel = new Cancel();
        List<EveryMove> told = new ArrayList<>();
        EveryMove last = EveryMove.of(
                Question.of(Position.START, Limit.NONE),
                100_000,
                new Calculator(8, 1),
                partial -> {
                    told.add(partial);
                    cancel.cancel();
                },
                cancel);
        assertThat(told).hasSize(1);
        assertThat(last.complete()).isFalse();
        assertThat(last.moves()).hasSize(20);
    }

    /** Whether being to move is what costs a side something. */
    @ParameterizedTest
    @CsvSource({
        // The opposition, and pawns that guard each other from both sides.
        "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1, true",
        "8/8/8/4k3/8/4K3/4P3/8 b - - 0 1, true",
        "8/4k3/8/4K3/4P3/8/8/8 w - - 0 1, true",
        "8/8/4k3/8/4K3/4P3/8/8 b - - 0 1, true",
        "8/8/8/4pK2/3kP3/8/8/8 w - - 0 1, true",
        // White to move stalemates or lets go.
        "1k6/1P6/2K5/8/8/8/8/8 w - - 0 1, true",
        // The result is the same with either side to move: won, lost, drawn, and drawn for good.
        "4k3/4P3/4K3/8/8/8/8/8 w - - 0 1, false",
        "3k4/8/1p1P4/1P2K3/8/8/8/8 w - - 0 1, false",
        "4k3/8/4K3/4P3/8/8/8/8 b - - 0 1, false",
        "8/8/8/8/4p3/4k3/8/4K3 w - - 0 1, false",
        "8/8/1p1k4/1P6/3K4/8/8/8 w - - 0 1, false",
        "8/8/8/8/4k3/8/4P3/4K3 w - - 0 1, false",
        "k7/8/K7/P7/8/8/8/8 b - - 0 1, false",
        "8/8/8/2k5/2p5/2K5/8/8 w - - 0 1, false",
        "8/8/3k4/3p4/3P4/3K4/8/8 w - - 0 1, false",
        "4k3/1p1p1p1p/pPpPpPpP/P1P1P1P1/8/8/8/4K3 w - - 0 1, false",
        // A turn that is worth something.
        "8/8/1p6/1Pk5/8/1K6/8/8 w - - 0 1, false",
        "r3k2r/ppp2ppp/2n2n2/3pp3/3PP3/2N2N2/PPP2PPP/R3K2R w KQkq - 0 1, false",
        "4k3/pppppppp/8/8/8/8/PPPPPPPP/4K2R w - - 0 1, false",
        "6k1/5ppp/8/8/8/8/5PPP/R5K1 b - - 0 1, false",
        "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1, false"
    })
    void namesZugzwang(String fen, boolean zugzwang) {
        TurnTest test = TurnTest.of(Fen.position(fen), Limit.nodes(30_000), analyst(), ENDINGS, new Cancel())
                .orElseThrow();
        assertThat(test.isZugzwang())
                .as("%s / %s", test.asItIs().text(), test.turned().text())
                .isEqualTo(zugzwang);
        boolean pawns = Fen.position(fen).occupied().size() <= 5;
        assertThat(test.grounds().isProof()).isEqualTo(pawns || fen.startsWith("4k3/1p1p"));
    }

    @Test
    void theTurnIsNotSwappedInCheckOrAfterTheEnd() {
        Position check = Fen.position("3R2k1/5pp1/8/8/8/8/8/4K3 b - - 0 1");
        assertThat(TurnTest.refusal(check)).contains("Black is in check");
        assertThat(TurnTest.refusal(Fen.position("7k/5Q2/8/8/8/8/8/K7 b - - 0 1")))
                .contains("over");
        assertThatThrownBy(() -> TurnTest.of(check, Limit.nodes(100), analyst(), ENDINGS, new Cancel()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Tag("long")
    @Test
    void aTriangleLosesAMove() {
        TurnTest triangle = TurnTest.of(
                        Fen.position("5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 1"),
                        Limit.nodes(1_000),
                        analyst(),
                        ENDINGS,
                        new Cancel())
                .orElseThrow();
        assertThat(triangle.losingAMove()).isInstanceOf(TurnTest.Way.class);
        assertThat(triangle.grounds().isProof()).isTrue();
    }

    @Test
    void whereNoMoveCanBeLostItSaysHowFarItLooked() {
        TurnTest usual = TurnTest.of(Position.START, Limit.nodes(1_000), analyst(), ENDINGS, new Cancel())
                .orElseThrow();
        assertThat(usual.losingAMove()).isEqualTo(new TurnTest.NotFound(5));
        assertThat(usual.grounds()).isInstanceOf(Grounds.AtDepth.class);
        assertThat(usual.with(Side.WHITE)).isEqualTo(usual.asItIs());
    }

    /** By move of the line: C check, X capture, T threat, Q quiet; and the sensible replies to each. */
    @ParameterizedTest
    @CsvSource({
        "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1, Rd8#, C",
        "r3k3/8/8/1N6/8/8/8/4K3 w - - 0 1, Nc7+ Kd7 Nxa8, CTX",
        "4k3/8/8/3q4/8/2N5/8/4K3 w - - 0 1, Nxd5 Kd7, XQ",
        "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1, Rd1, Q",
        "6k1/5ppp/8/8/8/8/1R3PPP/6K1 b - - 0 1, h6, Q",
        "1q2k3/8/8/8/8/8/5PPP/1R4K1 b - - 0 1, Qxb1#, C",
        "3r2k1/5ppp/8/8/8/8/3R1PPP/3R2K1 w - - 0 1, Rxd8#, C",
        "4k3/8/8/8/8/8/8/4K2R w K - 0 1, O-O, Q",
        "7k/4P3/8/8/8/8/8/4K3 w - - 0 1, e8=Q+ Kg7, CQ",
        "7k/3P4/8/8/8/8/8/4K3 w - - 0 1, Kd2, Q",
        "3r3k/8/8/8/8/8/3R4/4K3 w - - 0 1, Rxd8+, C",
        "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1, e4 e5 Qh5, QQT",
        "4k3/8/8/2pP4/8/8/8/4K3 w - c6 0 1, dxc6, X",
        "3qk3/8/8/8/8/8/4R3/K7 b - - 0 1, Kf8, T",
        "k7/8/8/3r4/8/8/2K5/8 b - - 0 1, Rd4, Q",
        "4k3/8/8/3r4/8/8/1B6/4K3 w - - 0 1, Bf6, Q",
        "4k3/7p/3r4/8/8/8/1B5P/4K3 w - - 0 1, Ba3, T",
        "6k1/8/8/8/8/8/8/K6Q w - - 0 1, Qh6, Q",
        "6k1/5ppp/8/8/8/3B4/8/2Q3K1 w - - 0 1, Qc8#, C",
        "6k1/5p1p/6p1/8/3Q4/2B5/8/6K1 w - - 0 1, Kf2, Q"
    })
    void tellsHowForcingEachMoveIs(String fen, String moves, String kinds) {
        Position position = Fen.position(fen);
        List<Move> line = new ArrayList<>();
        Position here = position;
        for (String text : moves.split(" ")) {
            Move move = Objects.requireNonNull(San.read(here, text), text);
            line.add(move);
            here = here.play(move);
        }
        Forcing found =
                Forcing.of(position, line, new Calculator(8, 1), new Threats(), 500, partial -> {}, new Cancel());
        StringBuilder text = new StringBuilder();
        found.steps().forEach(step -> text.append("CXTQ".charAt(step.kind().ordinal())));
        assertThat(text.toString()).isEqualTo(kinds);
        assertThat(found.steps()).allSatisfy(step -> {
            if (step.ease() != null) {
                assertThat(step.ease().holding()).isBetween(1, step.ease().replies());
            }
        });
    }

    @Test
    void aSolutionGoesIntoTheGameWithItsDefences() {
        Position position = Fen.position("5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1");
        var solution = Objects.requireNonNull(new MateProver(8)
                .prove(position, 2, false, 0, partial -> {}, new Cancel())
                .solution());
        GameTree.Edit edit = Solutions.add(GameTree.of(position), GameTree.ROOT, solution, 50);
        GameTree tree = edit.tree();
        List<String> main = new ArrayList<>();
        Position here = position;
        for (int id : tree.mainLine()) {
            main.add(San.write(here, tree.node(id).played()));
            here = tree.positionAt(id);
        }
        assertThat(main).containsExactly("Qg8+", "Rxg8", "Nf7#");
        assertThat(edit.focus()).isEqualTo(tree.mainLine().getFirst());
    }
}
