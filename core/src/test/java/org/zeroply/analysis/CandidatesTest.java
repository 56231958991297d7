package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

class CandidatesTest {
    private static Move move(Position position, String san) {
        return Objects.requireNonNull(San.read(position, san), san);
    }

    private static Calculation calculate(Question question) {
        return new Calculator(8, 1).calculate(question, partial -> {}, new Cancel());
    }

    @Test
    void naturalMovesAreTakingTakingBackAndChecks() {
        Position exchange = Fen.position("4k3/8/8/8/3p4/2N5/4P3/4K3 w - - 0 1");
        assertThat(Candidates.natural(exchange, List.of())).isEmpty();
        Position before = Fen.position("4k3/8/4p3/3n4/8/2N5/8/4K3 w - - 0 1");
        Position taken = before.play(move(before, "Nxd5"));
        assertThat(Candidates.natural(taken, List.of(before))).containsExactly(move(taken, "exd5"));
        Position check = Fen.position("4k3/8/8/8/8/8/3R4/4K3 w - - 0 1");
        assertThat(Candidates.natural(check, List.of())).contains(move(check, "Re2+"));
    }

    @Test
    void aRefutedNaturalMoveShowsItsRefutation() {
        Position position = Fen.position("6k1/5ppp/8/8/8/8/1q3PPP/R2r1RK1 w - - 0 1");
        List<Move> natural = Candidates.natural(position, List.of());
        assertThat(natural).contains(move(position, "Raxd1"));
        Calculation all = calculate(Question.of(position, Limit.depth(8)).withLines(3));
        List<Candidate> candidates = Candidates.of(List.of(all), natural, ValueScale.SCHOOLROOM);
        assertThat(candidates).hasSize(3);
        assertThat(candidates.getFirst().loss()).isZero();
        assertThat(candidates.getFirst().isRefuted()).isFalse();
        Candidate last = candidates.getLast();
        assertThat(last.loss()).isBetween(0.0, 1.0);
        assertThat(last.balance().afterEachPly()).hasSize(last.line().moves().size());
    }

    @Test
    void typedCandidatesAreWeighedAgainstTheBest() {
        Position position = Fen.position("3r2k1/5ppp/8/3q4/8/8/3Q1PPP/3R2K1 w - - 0 1");
        Calculation best = calculate(Question.of(position, Limit.depth(8)));
        Move bad = move(position, "Qa5");
        Calculation typed = calculate(Question.of(position, Limit.depth(8)).onlyMoves(List.of(bad)));
        List<Candidate> candidates = Candidates.of(List.of(best, typed), List.of(bad), ValueScale.SCHOOLROOM);
        assertThat(candidates.getFirst().move()).isEqualTo(move(position, "Qxd5"));
        Candidate refuted = candidates.getLast();
        assertThat(refuted.move()).isEqualTo(bad);
        assertThat(refuted.isRefuted()).isTrue();
        assertThat(refuted.natural()).isTrue();
        assertThat(San.write(position.play(bad), Objects.requireNonNull(refuted.reply())))
                .isEqualTo("Qxd1+");
        assertThat(refuted.balance().end()).isLessThanOrEqualTo(-500);
        assertThat(refuted.changes()).isNotEmpty();
    }

    @Test
    void easeCountsTheRepliesThatHold() {
        Calculator calculator = new Calculator(8, 1);
        // The check leaves one square only, and taking is not possible.
        Position position = Fen.position("7k/6pp/8/8/8/8/6PP/R6K w - - 0 1");
        Ease forced = Ease.after(position, move(position, "Kg1"), calculator, 2_000, new Cancel());
        assertThat(forced).isNotNull();
        assertThat(forced.replies()).isEqualTo(5);
        // Only the moves of the h-pawn and the king's step make room against the mate on the back rank.
        assertThat(forced.holding()).isBetween(1, 5);
        assertThat(forced.depthToFind()).isBetween(1, forced.depth());
        Position mate = Fen.position("7k/6pp/8/8/8/8/6PP/R6K w - - 0 1");
        assertThat(Ease.after(mate, move(mate, "Ra8#"), calculator, 2_000, new Cancel()))
                .isNull();
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        assertThat(Ease.after(position, move(position, "Kg1"), calculator, 2_000, cancelled))
                .isNull();
    }

    @Test
    void aSuiteIsReadAndSolved() {
        Suite.Contents suite = Suite.read(List.of(
                "# mates",
                "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - bm Rd8#; dm 1; id \"back rank\";",
                "3r2k1/5ppp/8/3q4/8/8/3Q1PPP/3R2K1 w - - am Qa5; id \"leaves the rook\";",
                "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - bm Rd4;",
                "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - bm Re9; id \"no move\";",
                "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - id \"no key\";",
                "6k1/5ppp/8/8 w - - bm Rd8#;"));
        assertThat(suite.items()).hasSize(3);
        assertThat(suite.faults()).hasSize(3);
        assertThat(suite.faults().getFirst()).startsWith("row 5: bm: \"Re9\" is no legal move");
        List<String> unsolved = new ArrayList<>();
        int solved = Suite.solve(
                suite.items(),
                new Calculator(4, 1),
                Limit.depth(6),
                outcome -> {
                    if (!outcome.isSolved()) {
                        unsolved.add(outcome.item().id());
                    }
                },
                new Cancel());
        assertThat(solved).isEqualTo(2);
        assertThat(unsolved).containsExactly("row 4");
    }
}
