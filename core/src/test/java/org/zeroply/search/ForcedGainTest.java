package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
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
        RandomPlay.positions(41, 1, 60, position -> {
            if (position.moveNumber() % 14 != 0 || !position.hasLegalMove()) {
                return;
            }
            ThreatTwin.compareGains(position);
        });
    }
}
