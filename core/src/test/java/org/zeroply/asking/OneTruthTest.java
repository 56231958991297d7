package org.zeroply.asking;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.analysis.EveryMove;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LineCheck.Kind;
import org.zeroply.analysis.TurnTest;
import org.zeroply.defence.Elimination;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** Where an ending is known exactly every answer says the same, and says that it is proven. */
class OneTruthTest {
    private static final ExactEndings ENDINGS = new ExactEndings(Shelf.NONE);
    private static final Analyst ANALYST = ENDINGS.before(new Calculator(8, 1));

    /** The moves that keep the result, and the result for White: 1, 0, -1. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // One pawn: the opposition, the key squares, the corner.
                "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1 | Ke5 | 0",
                "8/8/8/3k4/8/8/2KP4/8 w - - 0 1 | Kd3 | 1",
                "8/8/8/8/4k3/8/3PK3/8 b - - 0 1 | Kd4 | 0",
                "4k3/8/4K3/4P3/8/8/8/8 w - - 0 1 | Kd6 Kf6 | 1",
                "8/8/8/8/8/1k6/p7/K7 b - - 0 1 | Ka3 Kb4 Kc4 Kc3 Kc2 Ka4 | 0",
                "1k6/1P6/2K5/8/8/8/8/8 w - - 0 1 | Kb6 Kb5 Kc5 Kd5 Kd6 Kd7 | 0",
                // More of them: guarding each other, racing, on both wings.
                "3k4/8/1p1P4/1P2K3/8/8/8/8 w - - 0 1 | ALL | 1",
                "8/8/8/4pK2/3kP3/8/8/8 w - - 0 1 | Kg4 Kg5 Kg6 Kf6 Ke6 | -1",
                "8/8/8/4pK2/3kP3/8/8/8 b - - 0 1 | ALL | 1",
                "8/5p2/4k3/8/4K3/5P2/8/8 w - - 0 1 | f4 Kd4 Kf4 Kd3 Ke3 | 0",
                "8/8/p4k2/8/6P1/5K2/1P6/8 w - - 0 1 | g5+ Kf4 Ke4 Ke3 Kg3 Kf2 Ke2 Kg2 Kh4 b3 b4 | 1",
                // A bishop that does not hold the corner, and pawns that lock for good.
                "k7/p7/P7/8/8/1K6/8/1B6 w - - 0 1 | ALL | 0",
                "4k3/1p1p1p1p/pPpPpPpP/P1P1P1P1/8/8/8/4K3 w - - 0 1 | ALL | 0",
            })
    void everyAnswerSaysIt(String fen, String keeping, int outcome) {
        Position position = Fen.position(fen);
        Set<String> moves = position.legalMoves().stream()
                .map(move -> San.write(position, move))
                .collect(Collectors.toSet());
        if (!keeping.equals("ALL")) {
            moves.retainAll(List.of(keeping.split(" ")));
        }
        double expected = (outcome + 1) / 2.0;
        Calculation best =
                ANALYST.calculate(Question.of(position, Limit.nodes(100)).withLines(8), found -> {}, new Cancel());
        assertThat(best.verdict().expected()).isEqualTo(expected);
        assertThat(best.grounds().isProof()).isTrue();
        assertThat(moves).contains(San.write(position, best.lines().getFirst().first()));

        EveryMove each = EveryMove.of(Question.of(position, Limit.NONE), 100, ANALYST, found -> {}, new Cancel());
        boolean lost = expected != (position.sideToMove().ordinal() == 0 ? 1 : 0) && expected != .5;
        if (!lost) {
            assertThat(each.holding().stream().map(entry -> San.write(position, entry.move())))
                    .containsExactlyInAnyOrderElementsOf(moves);
        }
        assertThat(each.holding())
                .allSatisfy(entry -> assertThat(entry.grounds().isProof())
                        .as(San.write(position, entry.move()))
                        .isTrue());

        Elimination elimination = Elimination.of(position, List.of(), ENDINGS, found -> {}, new Cancel());
        assertThat(elimination.surviving().stream().map(tried -> San.write(position, tried.move())))
                .containsExactlyInAnyOrderElementsOf(each.holding().stream()
                        .map(entry -> San.write(position, entry.move()))
                        .toList());
        assertThat(elimination.surviving())
                .allSatisfy(tried -> assertThat(tried.verdict().expected()).isEqualTo(expected));

        if (TurnTest.refusal(position).isEmpty()) {
            TurnTest turn = TurnTest.of(position, Limit.nodes(100), ANALYST, null, new Cancel())
                    .orElseThrow();
            assertThat(turn.asItIs().expected()).isEqualTo(expected);
        }
        assertThat(check(GameTree.of(position)).findings()).isEmpty();
    }

    /** Bad moves, in order, and the verdicts at the ends that do not hold. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1 | 1... Kd5 2. Kd3 Ke5 3. e4 Ke6 4. Kd4 | 1...Kd5; 3.e4",
                "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1 | 1... Ke5 $10 | ",
                "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1 | 1... Ke5 $18 | 1...Ke5",
                "8/8/4k3/8/8/4K3/4P3/8 b - - 0 1 | 1... Ke5 2. Kd3 Kd5 3. e3 Ke5 4. e4 Ke6 5. Kd4 Kd6 $10 | ",
                "8/8/8/3k4/8/8/2KP4/8 w - - 0 1 | 1. Kc3 Kc5 2. d3 $14 | 1.Kc3; 2.d3",
                "8/8/8/4pK2/3kP3/8/8/8 b - - 0 1 | 1... Kc4 2. Kxe5 | ",
                "4k3/1p1p1p1p/pPpPpPpP/P1P1P1P1/8/8/8/4K3 w - - 0 1 | 1. Kd2 Kd8 2. Kc3 Kc8 $10 | ",
            })
    void aLineIsBlamedForWhatItGivesAwayAndNothingElse(String fen, String moves, String blamed) throws IOException {
        GameTree tree = tree(fen, moves);
        LineCheck check = check(tree);
        assertThat(blamed(tree, check)).isEqualTo(blamed == null ? "" : blamed);
        assertThat(check.depth()).isEqualTo(CalculatedLine.EXACT);
    }

    /** A queen against a pawn on its last step: both errors, and no other. */
    @Tag("long")
    @Test
    void theStalemateOnTheSeventhRankIsSeen() throws IOException {
        String fen = "8/8/8/8/2Q5/8/2p4K/1k6 w - - 0 1";
        GameTree tree = tree(fen, "1. Qb3+ Kc1 (1... Ka1 2. Qxc2) 2. Qe3+ Kb1 3. Qe1+ Kb2");
        assertThat(blamed(tree, check(tree))).isEqualTo("1...Kc1; 2.Qe3+");
        Calculation found =
                ANALYST.calculate(Question.of(Fen.position(fen), Limit.nodes(100)), partial -> {}, new Cancel());
        assertThat(found.verdict()).isEqualTo(Verdict.DRAWN);
    }

    /** Random lines of an ending: what the check blames is what the solver says was given away. */
    @Test
    void whatIsBlamedIsWhatTheSolverSaysWasGivenAway() {
        Random random = new Random(22);
        int blamed = 0;
        for (String fen : List.of(
                "8/8/4k3/8/8/4K3/4P3/8 w - - 0 1",
                "8/8/1p1k4/1P6/3K4/8/8/8 w - - 0 1",
                "8/5p2/4k3/8/4K3/5P2/8/8 w - - 0 1")) {
            for (int line = 0; line < 3; line++) {
                Position position = Fen.position(fen);
                List<Move> moves = new ArrayList<>();
                List<Integer> falls = new ArrayList<>();
                int before = outcome(position);
                while (moves.size() < 8 && ExactEndings.covers(position)) {
                    List<Move> legal = position.legalMoves().stream()
                            .filter(move -> move.promotion() == null)
                            .toList();
                    if (legal.isEmpty()) {
                        break;
                    }
                    Move move = legal.get(random.nextInt(legal.size()));
                    position = position.play(move);
                    moves.add(move);
                    int after = position.occupied().size() > 2 ? -outcome(position) : 0;
                    if (after < before) {
                        falls.add(moves.size());
                    }
                    before = -after;
                }
                GameTree tree = GameTree.of(Fen.position(fen))
                        .addLine(GameTree.ROOT, moves)
                        .tree();
                List<Integer> found = check(tree).findings().stream()
                        .map(finding -> tree.pathTo(finding.node()).size())
                        .toList();
                assertThat(found).as("%s, line %d: %s", fen, line, moves).isEqualTo(falls);
                blamed += falls.size();
            }
        }
        assertThat(blamed).isGreaterThan(4);
    }

    /** For the side to move. */
    private static int outcome(Position position) {
        ExactEndings.Reading reading = ENDINGS.solve(position, new Cancel());
        return ((ExactEndings.Solved) reading).solution().exact().outcome();
    }

    private static String blamed(GameTree tree, LineCheck check) {
        return check.findings().stream()
                .filter(finding -> finding.kind() != Kind.RIGHT_VERDICT)
                .map(finding -> {
                    List<Position> path = tree.positionsAlong(tree.pathTo(finding.node()));
                    Position before = path.get(path.size() - 2);
                    boolean white = before.sideToMove().ordinal() == 0;
                    return before.moveNumber()
                            + (white ? "." : "...")
                            + San.write(before, tree.node(finding.node()).played());
                })
                .distinct()
                .collect(Collectors.joining("; "));
    }

    private static LineCheck check(GameTree tree) {
        return LineCheck.of(tree, GameTree.ROOT, Limit.nodes(500), ANALYST, progress -> {}, new Cancel());
    }

    private static GameTree tree(String fen, String moves) throws IOException {
        String text = "[SetUp \"1\"]\n[FEN \"" + fen + "\"]\n\n" + moves + " *\n";
        PgnEntry entry = Objects.requireNonNull(
                new PgnReader(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8))).next());
        return ((PgnEntry.Read) entry).game().tree();
    }
}
