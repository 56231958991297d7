package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

class MateProverTest {
    private static MateProof prove(Position position, int moves, boolean checksOnly) {
        return new MateProver(16).prove(position, moves, checksOnly, 0, partial -> {}, new Cancel());
    }

    /** Mates and positions that look like mates; 0 stands for none within the moves asked. */
    @ParameterizedTest
    @CsvSource({
        // Bare mates, and a queen's move that would be stalemate.
        "7k/5K2/8/6Q1/8/8/8/8 w - - 0 1, 1, 1, Qg7#",
        "k7/8/1K6/8/8/8/8/7R w - - 0 1, 1, 1, Rh8#",
        "k7/2Q5/8/1K6/8/8/8/8 w - - 0 1, 2, 0, ''",
        // Only a rook: a queen would stalemate. And only a knight mates at once.
        "8/k1P5/2K5/8/8/8/8/8 w - - 0 1, 3, 2, c8=R",
        "8/5P1k/5K1p/8/8/8/7B/8 w - - 0 1, 1, 0, ''",
        "6rk/4P1pp/8/8/8/8/6N1/6K1 w - - 0 1, 1, 0, ''",
        "6br/5Ppk/7p/8/8/8/8/K7 w - - 0 1, 1, 1, f8=N#",
        "6rk/6pp/8/6N1/8/8/8/6K1 w - - 0 1, 1, 1, Nf7#",
        "6rk/6pp/7N/8/8/8/8/K7 w - - 0 1, 1, 1, Nf7#",
        // The double step would mate if the pawn could not be taken in passing.
        "5B2/8/5K2/4N2k/7p/8/6P1/8 w - - 0 1, 1, 0, ''",
        "5B2/8/5K2/4N2k/7n/8/6P1/8 w - - 0 1, 1, 1, g4#",
        // Castling is no answer to a check, but it leads out of a net that has no check yet.
        "r3k3/8/4K3/8/8/8/8/7R w q - 0 1, 1, 1, Rh8#",
        "4k2r/8/8/8/8/8/R7/R3K3 w k - 0 1, 2, 0, ''",
        // The 50 moves: just in time, and a half-move too late.
        "k7/8/2K5/8/8/8/8/7R w - - 97 80, 2, 2, Kb6",
        "k7/8/2K5/8/8/8/8/7R w - - 98 80, 2, 0, ''",
        "k7/8/1K6/8/8/8/8/7R w - - 99 80, 1, 1, Rh8#",
        // Smothered, with a sacrifice on the way; an Arabian corner; an opened file.
        "3r3k/6pp/8/6N1/8/1Q6/8/6K1 w - - 0 1, 4, 4, Nf7+",
        "5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1, 2, 2, Qg8+",
        "7k/R7/5N2/8/8/8/8/6K1 w - - 0 1, 1, 1, Rh7#",
        "6k1/5ppp/8/8/8/8/4RPPP/4R1K1 w - - 0 1, 1, 1, Re8#",
        "1r4k1/5ppp/8/8/8/8/4RPPP/4R1K1 w - - 0 1, 2, 2, Re8+",
        "2rr2k1/5ppp/8/8/8/8/4RPPP/4R1K1 w - - 0 1, 3, 0, ''",
        // Black mates.
        "6k1/8/8/8/8/5q2/7r/6K1 b - - 0 1, 1, 1, Rh1#",
        "8/8/8/8/8/1p1k4/8/1K6 b - - 0 1, 4, 0, ''"
    })
    void findsTheShortestMateOrDisprovesIt(String fen, int asked, int expected, String first) {
        Position position = Fen.position(fen);
        MateProof proof = prove(position, asked, false);
        if (asked <= 3) {
            // Trying out more takes minutes; the solution is gone over plainly in any case.
            assertThat(PlainMate.mates(position, asked, false)).as("plain twin").isEqualTo(expected > 0);
        }
        if (expected == 0) {
            assertThat(proof.outcome()).isEqualTo(ProofSearch.Answer.DISPROVEN);
            assertThat(proof.refutedIn()).isEqualTo(asked);
            return;
        }
        assertThat(proof.outcome()).isEqualTo(ProofSearch.Answer.PROVEN);
        assertThat(proof.mateIn()).isEqualTo(expected);
        MateTree solution = Objects.requireNonNull(proof.solution());
        assertThat(PlainMate.fault(position, solution)).isEmpty();
        List<String> firsts = new ArrayList<>(List.of(San.write(position, solution.move())));
        proof.others().stream()
                .filter(other -> other.mateIn() == expected)
                .forEach(other -> firsts.add(San.write(position, other.move())));
        assertThat(firsts).contains(first);
    }

    /** Few men at random squares: whatever the prover says, trying everything out says too. */
    @Test
    void agreesWithThePlainTwinOnRandomPositions() {
        Random random = new Random(20261125);
        int proven = 0;
        for (int i = 0; i < 150; i++) {
            Position position = MateTwin.random(random);
            boolean checksOnly = random.nextInt(4) == 0;
            MateProof proof = prove(position, 2, checksOnly);
            assertThat(proof.outcome() == ProofSearch.Answer.PROVEN)
                    .as("position %d: %s", i, position)
                    .isEqualTo(PlainMate.mates(position, 2, checksOnly));
            MateTree solution = proof.solution();
            if (solution != null) {
                proven++;
                assertThat(PlainMate.fault(position, solution))
                        .as("position %d", i)
                        .isEmpty();
                for (MateProof.OtherMove other : proof.others()) {
                    Position after = position.play(other.move());
                    assertThat(after.isCheckmate()
                                    || after.hasLegalMove()
                                            && after.legalMoves().stream()
                                                    .allMatch(
                                                            reply -> PlainMate.mates(after.play(reply), 1, checksOnly)))
                            .as("%s in position %d", other, i)
                            .isTrue();
                }
            }
        }
        assertThat(proven).as("mates among them").isGreaterThan(20);
    }

    @Test
    void checksAloneReachFurther() {
        // A queen drives the king across the board into the rook's file; seven checks, each the only good one.
        Position position = Fen.position("8/8/8/8/2k5/8/6R1/K6Q w - - 0 1");
        MateProof proof = prove(position, 12, true);
        assertThat(proof.isProven()).isTrue();
        MateTree solution = Objects.requireNonNull(proof.solution());
        assertThat(PlainMate.fault(position, solution)).isEmpty();
        assertThat(everyMoveChecks(position, solution)).isTrue();
    }

    private static boolean everyMoveChecks(Position position, MateTree tree) {
        Position after = position.play(tree.move());
        return after.isCheck()
                && tree.replies().stream().allMatch(reply -> everyMoveChecks(after.play(reply.move()), reply.answer()));
    }

    @Test
    void saysWhereTheDefenderShortensItAndWhichOtherMovesMate() {
        Position position = Fen.position("6k1/5ppp/8/8/8/8/5PPP/3RR1K1 w - - 0 1");
        MateProof proof = prove(position, 2, false);
        assertThat(proof.mateIn()).isEqualTo(1);
        assertThat(proof.others().stream()
                        .filter(other -> other.mateIn() == 1)
                        .map(other -> San.write(position, other.move())))
                .hasSize(1)
                .isSubsetOf("Rd8#", "Re8#");
        assertThat(proof.othersSettled()).isTrue();
        Position longer = Fen.position("8/8/8/8/8/k7/7R/2K4R w - - 0 1");
        MateTree solution = Objects.requireNonNull(prove(longer, 4, false).solution());
        assertThat(solution.replies()).isNotEmpty();
        assertThat(solution.mainLine()).hasSize(2 * solution.matesIn() - 1);
        Position end = longer.playAll(solution.mainLine());
        assertThat(end.isCheck()).isTrue();
        assertThat(end.hasLegalMove()).isFalse();
    }

    @Test
    void aLimitLeavesItUnsettledAndCancellingStopsIt() {
        Position position = Fen.position("r1bq1rk1/pp3ppp/2n1pn2/3p4/1b1P4/2NBPN2/PP3PPP/R1BQ1RK1 w - - 0 9");
        MateProof limited = new MateProver(16).prove(position, 6, false, 5_000, partial -> {}, new Cancel());
        assertThat(limited.outcome()).isEqualTo(ProofSearch.Answer.NOT_SETTLED);
        assertThat(limited.refutedIn()).isBetween(1, 5);
        Cancel cancel = new Cancel();
        MateProof stopped = new MateProver(16).prove(position, 6, false, 0, partial -> cancel.cancel(), cancel);
        assertThat(stopped.outcome()).isEqualTo(ProofSearch.Answer.NOT_SETTLED);
        assertThat(stopped.refutedIn()).isBetween(1, 5);
    }
}
