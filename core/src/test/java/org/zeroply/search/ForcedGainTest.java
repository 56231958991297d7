package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;

class ForcedGainTest {
    @ParameterizedTest
    @CsvSource({
        // A loose man; one that is guarded; a fork; a pawn that takes in passing; a mate; a stalemate.
        "4k3/8/8/3p4/8/2N5/8/4K3 w - - 0 1, Nxd5, 1",
        "4k3/8/2p5/3p4/8/2N5/8/4K3 w - - 0 1, Nxd5, -2",
        "r3k3/8/8/3N4/8/8/8/4K3 w - - 0 1, Nc7+, 5",
        "4k3/8/8/8/3pP3/8/8/4K3 b - e3 0 1, dxe3, 1",
        "6k1/5ppp/8/8/8/8/8/3R2K1 w - - 0 1, Rd8#, 1000",
        "7k/5K2/8/8/8/8/8/6Q1 w - - 0 1, Qg6, -1000"
    })
    void whatAMoveWinsAgainstEveryReply(String fen, String move, int pawns) {
        Position position = Fen.position(fen);
        assertThat(ForcedGain.of(position, Objects.requireNonNull(San.read(position, move)), -1_000))
                .isEqualTo(pawns);
    }

    @Test
    void aPlainReaderFindsTheSame() {
        RandomPlay.positions(41, 2, 60, position -> {
            if (position.moveNumber() % 14 != 0 || !position.hasLegalMove()) {
                return;
            }
            for (Move move : position.legalMoves()
                    .subList(0, Math.min(3, position.legalMoves().size()))) {
                int plain = plain(position, move);
                assertThat(ForcedGain.of(position, move, -1_000))
                        .as("seed 41, %s in %s", San.write(position, move), Fen.write(position))
                        .isEqualTo(plain);
                boolean atLeast = ForcedGain.of(position, move, 1) >= 1;
                assertThat(atLeast).isEqualTo(plain >= 1);
            }
        });
    }

    /** Every reply, then captures and queens alone, every one of them. */
    private static int plain(Position position, Move move) {
        Position after = position.play(move);
        if (!after.hasLegalMove()) {
            return after.isCheck() ? 1_000 : -1_000;
        }
        int start = PieceValues.balance(position, position.sideToMove());
        return after.legalMoves().stream()
                .mapToInt(reply -> best(after.play(reply), 1, -1_000, 1_000))
                .map(value -> value >= 900 ? value : value - start)
                .min()
                .orElseThrow();
    }

    private static int best(Position position, int depth, int alpha, int beta) {
        int stands = PieceValues.balance(position, position.sideToMove());
        int best = position.isCheck() ? -1_000 : stands;
        if (depth > 12) {
            return stands;
        }
        for (Move move : position.legalMoves()) {
            boolean wanted = position.isCheck()
                    || position.isCapture(move) && move.promotion() == null
                    || move.promotion() == PieceType.QUEEN;
            if (wanted && best < beta) {
                best = Math.max(best, -best(position.play(move), depth + 1, -beta, -Math.max(alpha, best)));
            }
        }
        return best;
    }
}
