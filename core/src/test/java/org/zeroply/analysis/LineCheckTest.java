package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

class LineCheckTest {
    private static LineCheck check(GameTree tree) {
        return LineCheck.of(
                tree, GameTree.ROOT, Limit.nodes(8_000), new Calculator(8, 1), progress -> {}, new Cancel());
    }

    /** What is found: kinds with the move they are placed at, in the order of the tree. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // Good lines: nothing to mend.
                "4k3/8/8/3r4/8/2N5/8/4K3 w - - 0 1 | 1. Nxd5 Kd7 2. Kd2 | ",
                "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1 | 1. Rd8# | ",
                "8/8/8/4k3/8/4K3/4P3/8 b - - 0 1 | 1... Kf5 2. Kd4 | ",
                // A mate overlooked by one, allowed by the other.
                "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1 | 1. h3 h6 | FIRST_BAD 1.h3",
                "6k1/5ppp/8/8/8/8/r4PPP/1R4K1 b - - 0 1 | 1... Rc2 2. Rb8+ | FIRST_BAD 1...Rc2",
                "rnbqkbnr/pppp1ppp/8/4p3/8/5P2/PPPPP1PP/RNBQKBNR w KQkq - 0 2 | 2. g4 Qh4# | FIRST_BAD 2.g4",
                "rnbqkbnr/pppp1ppp/8/4p3/8/5P2/PPPPP1PP/RNBQKBNR w KQkq - 0 2 | 2. g4 d6 | FIRST_BAD 2.g4; FIRST_BAD 2...d6",
                // The second bad move of a side is not its first.
                "4k3/8/8/3q4/8/2N5/8/4K3 w - - 0 1 | 1. Nb1 Qd8 2. Nc3 | FIRST_BAD 1.Nb1",
                "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1 | 1. h3 g5 2. Rd8+ Kg7 | FIRST_BAD 1.h3",
                // A bad try in a variation, with the good move as the main one, is no finding.
                "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1 | 1. Rd8# (1. h3) | ",
                // The better move stands as a variation: the main move is still bad.
                "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1 | 1. h3 (1. Rd8#) | FIRST_BAD 1.h3",
                // A piece given away, a queen not taken.
                "4k3/8/8/3p4/8/2N5/8/3QK3 w - - 0 1 | 1. Nxd5 Kf8 | ",
                "3qk3/8/8/8/8/8/8/3QK3 w - - 0 1 | 1. Kf1 Qxd1+ | FIRST_BAD 1.Kf1",
                // Verdicts at the ends.
                "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1 | 1. Ra8# $18 | RIGHT_VERDICT 1.Ra8#",
                "4k3/8/8/8/8/8/8/Q3K3 b - - 0 1 | 1... Kf7 $18 | RIGHT_VERDICT 1...Kf7",
                "4k3/8/8/8/8/8/8/Q3K3 b - - 0 1 | 1... Kf7 $10 | WRONG_VERDICT 1...Kf7",
                "4k3/8/8/8/8/8/8/Q3K3 b - - 0 1 | 1... Kf7 $19 | WRONG_VERDICT 1...Kf7",
                "4k3/8/8/8/8/8/8/4K3 w - - 0 1 | 1. Ke2 $11 | RIGHT_VERDICT 1.Ke2",
                // En passant and castling lines are followed like any other.
                "4k3/8/8/2pP4/8/8/8/4K3 w - c6 0 1 | 1. dxc6 Kd8 2. Kd2 | ",
                "4k2r/8/8/8/8/8/8/4K3 b k - 0 1 | 1... O-O 2. Ke2 | "
            })
    void findings(String fen, String moves, String expected) throws IOException {
        GameTree tree = Lines.tree(fen == null ? "" : fen, moves);
        LineCheck check = check(tree);
        assertThat(check.complete()).isTrue();
        List<String> found = check.findings().stream()
                .map(finding -> finding.kind() + " " + LineCheckText.move(tree, finding.node(), Language.ENGLISH))
                .toList();
        assertThat(String.join("; ", found)).isEqualTo(expected == null ? "" : expected);
    }

    @Test
    void aStrongerMoveThatIsMissingIsToldAndTakenIn() throws IOException {
        GameTree tree = Lines.tree("6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1", "1. h3 h6");
        LineCheck.Finding bad = check(tree).findings().getFirst();
        assertThat(bad.canBeTakenIn()).isTrue();
        assertThat(LineCheckText.of(tree, bad, Language.ENGLISH))
                .contains("1.h3")
                .contains("1.Rd8#");
        GameTree mended = LineCheck.takeIn(tree, bad).tree();
        assertThat(mended.root().children()).hasSize(2);
        LineCheck again = check(mended);
        assertThat(again.findings())
                .singleElement()
                .satisfies(finding -> assertThat(finding.inTree()).isTrue());
        assertThat(again.findings().getFirst().canBeTakenIn()).isFalse();
    }

    @Test
    void aWrongVerdictIsPutRight() throws IOException {
        GameTree tree = Lines.tree("4k3/8/8/8/8/8/8/Q3K3 b - - 0 1", "1... Kf7 $1 $10");
        LineCheck.Finding wrong = check(tree).findings().getFirst();
        GameTree mended = LineCheck.takeIn(tree, wrong).tree();
        int end = mended.mainLine().getLast();
        assertThat(mended.node(end).signs()).containsExactly(1, 18);
        assertThat(LineCheck.stated(mended.node(end))).isEqualTo(Verdict.Step.WHITE_WINNING);
        assertThat(check(mended).findings().getFirst().kind()).isEqualTo(LineCheck.Kind.RIGHT_VERDICT);
    }

    @Test
    void cancellingKeepsWhatWasFound() throws IOException {
        GameTree tree = Lines.tree("6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1", "1. h3 h6 2. h4 h5 3. Kh2");
        Cancel cancel = new Cancel();
        LineCheck check = LineCheck.of(
                tree,
                GameTree.ROOT,
                Limit.nodes(5_000),
                new Calculator(8, 1),
                progress -> {
                    if (progress.done() == 3) {
                        cancel.cancel();
                    }
                },
                cancel);
        assertThat(check.complete()).isFalse();
        assertThat(check.findings()).isNotEmpty();
    }
}
